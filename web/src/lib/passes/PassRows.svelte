<!-- The channels of a pass: which slot holds what, for how long, and what is there already. -->
<script lang="ts">
  import type { Plan } from '../api';
  import type { Choice } from './choice';
  import { span } from './time.svelte';

  let { plan, choice, choose }: { plan: Plan; choice: Choice; choose: (part: string, value: string | null) => void } = $props();

  let lacking = $derived(plan.rows.filter((r) => !r.there).length);
  let ready = $derived(!!plan.rows.length && !lacking);
  let sides = $derived(plan.radios.length > 1 || !!plan.ways.find((w) => w.taken)?.parts.some((p) => p.side));
</script>

<section>
  <h2>{ready ? `Already in ${plan.rows[0]!.slot_text}${plan.rows.length > 1 ? ` to ${plan.rows.at(-1)!.slot_text}` : ''}: nothing to write` : lacking < plan.rows.length ? `${lacking} of ${plan.rows.length} channels to store; the others stand there` : 'Channels to store'}</h2>
  <table class="rows">
    <thead><tr><th scope="col">Slot</th><th scope="col">Label</th><th scope="col">Channel</th><th scope="col">Held</th>{#if sides}<th scope="col">On</th>{/if}<td></td></tr></thead>
    <tbody>
      {#each plan.rows as r (r.radio + r.slot)}
        <tr><td><b>{r.slot_text}</b></td><td>{r.label || '–'}</td><td>{r.line}{r.power ? `, ${r.power}` : ''}{r.never_send ? '; sends nothing' : ''}</td>
          <td>{r.memory >= 0 ? span(plan.set.memories[r.memory]!.seconds) : r.memory === -1 ? '2 s, to arm' : 'all the time'}</td>
          {#if sides}<td>{plan.radios[r.radio]!.name}{r.side ? `, ${r.side}` : ''}</td>{/if}
          <td>{r.there ? 'there' : ''}</td></tr>
      {/each}
    </tbody>
  </table>
  {#if plan.rows.some((r) => r.never_send)}<p>Sends nothing: a shift leads out of what the radio sends on, so that PTT on a downlink slot stays silent.</p>{/if}
  {#if !ready}<label class="labels"><input type="checkbox" checked={choice.query.get('labels') === 'true'} onchange={(e) => choose('labels', e.currentTarget.checked ? 'true' : null)} /> With labels; they are most of the turning</label>{/if}
  {#if plan.set_up.length}<p>{ready ? 'To set before the pass' : 'Then, one sheet after the other'}: {plan.set_up.map((s) => `${plan.radios.length > 1 ? `${plan.radios[s.radio]!.name}, ` : ''}${s.words}`).join('; ')}.</p>{/if}
  <p class="quiet">Satellite slots have no check on the air: no test calls outside a pass.</p>
</section>

<style>
  section {
    border-top: 3px solid var(--ink);
    margin-top: 20px;
    padding-top: 12px;
  }
  h2 {
    font-size: 20px;
    margin: 0 0 8px;
  }
  table {
    border-collapse: collapse;
  }
  td,
  th {
    text-align: left;
    padding: 4px 20px 4px 0;
  }
  tbody td {
    border-top: 1px solid var(--rule);
  }
  th {
    font-weight: 400;
    color: var(--quiet);
  }
  .labels {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 48px;
  }
  .labels input {
    width: 24px;
    height: 24px;
    accent-color: var(--next);
  }
  @media (max-width: 700px) {
    td,
    th {
      padding-right: 8px;
    }
    td:nth-child(3),
    td:nth-child(5) {
      overflow-wrap: anywhere; /* the line, and the radio's name; slots and labels stay whole */
    }
  }
</style>
