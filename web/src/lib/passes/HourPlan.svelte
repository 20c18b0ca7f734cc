<!-- Who works which satellite when, as lines along an hour and as a table. -->
<script lang="ts">
  import type { Schemas } from '../api';
  import { clock } from './time.svelte';

  let { plan }: { plan: Schemas['TogetherShape'] } = $props();
  let begin = $derived(Date.parse(plan.start_utc));
  let whole = $derived(plan.minutes * 60_000);
  const x = (at: string): number => Math.min(Math.max(((Date.parse(at) - begin) / whole) * 100, 0), 100);
</script>

<div class="hour" aria-hidden="true">
  {#each plan.passes as p (p.satellite + p.aos_utc)}
    <div class="line"><span>{p.satellite}</span>
      <div class="bar"><i class="up" style="left:{x(p.aos_utc)}%; width:{x(p.los_utc) - x(p.aos_utc)}%"></i>
        {#each plan.turns.filter((t) => plan.passes[t.passed] === p) as t (t.operator + t.begins_utc)}<i class="turn" style="left:{x(t.begins_utc)}%; width:{x(t.ends_utc) - x(t.begins_utc)}%">{t.operator}</i>{/each}
      </div></div>
  {/each}
</div>
{#if plan.turns.length}
  <table class="ruled">
    <thead><tr><th scope="col">{clock.name}</th><th scope="col">Who</th><th scope="col">Works</th><th scope="col">With</th></tr></thead>
    <tbody>
      {#each plan.turns as t (t.operator + t.begins_utc)}
        <tr><td><b>{clock.time(t.begins_utc, false)}</b> to {clock.time(t.ends_utc, false)}</td><td>{t.operator}</td><td><b>{plan.passes[t.passed]!.satellite}</b>, {Math.round(plan.passes[t.passed]!.max_elevation_deg)}°</td><td>{t.radios.join(' and ')}: {t.words}</td></tr>
      {/each}
    </tbody>
  </table>
  <p>{plan.at_once_min ? `Two send at once for ${plan.at_once_min} min: stand apart, lowest power.` : 'Nobody sends while another does.'}{plan.best ? '' : ' The time to look for better ran out.'}</p>
{:else}<p class="caution">Nothing to work in this time: {plan.passes.length ? 'no radio or no links for what is up' : 'no satellite is up'}.</p>{/if}
{#if plan.left.length}<p>Left out: {plan.left.map((l) => `${l.satellite} (${l.why})`).join(', ')}.</p>{/if}

<style>
  .hour {
    margin: 12px 0;
  }
  .line {
    display: grid;
    grid-template-columns: 96px 1fr;
    align-items: center;
    border-top: 1px solid var(--rule);
  }
  .bar {
    position: relative;
    height: 34px;
  }
  .bar i {
    position: absolute;
    font-style: normal;
    box-sizing: border-box;
  }
  .up {
    top: 6px;
    bottom: 6px;
    border: 2px solid var(--ink);
  }
  .turn {
    top: 6px;
    bottom: 6px;
    background: var(--ink);
    color: var(--ground);
    overflow: hidden;
    white-space: nowrap;
    padding: 0 4px;
    line-height: 22px;
  }
</style>
