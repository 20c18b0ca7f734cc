<!-- An hour for several operators: who works which satellite with which radios. -->
<script lang="ts">
  import { post, type ListedPass, type Radio, type Schemas } from '../api';
  import { keep, recall } from '../keeping/keep';
  import Dialog from '../shell/Dialog.svelte';
  import { shell } from '../shell/state.svelte';
  import HourPlan from './HourPlan.svelte';
  import { busiest } from './hours';
  import { clock } from './time.svelte';

  let { open = $bindable(false), passes, radios }: { open: boolean; passes: ListedPass[]; radios: Radio[] } = $props();

  let names = $state(recall('together.names', 'first, second'));
  let without = $state<number[]>([]);
  let chosen = $state('');
  let minutes = $state(60);
  let plan = $state.raw<Schemas['TogetherShape'] | null>(null);
  let trouble = $state('');
  let busy = $state(false);

  let hours = $derived(busiest(passes.filter((p) => p.workable), minutes, Date.now()));
  let start = $derived(chosen || hours[0]?.start || '');

  async function ask(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    busy = true;
    keep('together.names', names);
    try {
      const operators = names.split(/[,;]/).map((n) => n.trim()).filter(Boolean);
      plan = await post<Schemas['TogetherShape']>('/passes/together', { start_utc: start, minutes, operators, radio_ids: radios.map((r) => r.id).filter((id) => !without.includes(id)) });
      trouble = '';
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }
</script>

<Dialog bind:open title="An hour for several">
  <form class="form" onsubmit={ask}>
    <label>Who<input class="field" bind:value={names} autocomplete="off" placeholder="names, with commas" /></label>
    <label>How long<select class="field" aria-label="How long" bind:value={minutes}>{#each [30, 60, 90, 120] as m (m)}<option value={m}>{m} min</option>{/each}</select></label>
    <label class="wide">When<select class="field" aria-label="When" bind:value={() => start, (v) => (chosen = v)}>
      {#each hours as h (h.start)}<option value={h.start}>{clock.day(h.start)} {clock.time(h.start, false)}: {h.names.join(', ')}</option>{/each}</select></label>
    <fieldset><legend>With</legend>
      {#each radios as r (r.id)}<label class="check"><input type="checkbox" checked={!without.includes(r.id)} onchange={(e) => (without = e.currentTarget.checked ? without.filter((x) => x !== r.id) : [...without, r.id])} />{r.name}</label>{:else}<p>No radio yet: add one under Radios.</p>{/each}
    </fieldset>
    <button class="act next" disabled={busy || !start || !radios.length}>{busy ? 'Looking…' : 'Who works what?'}</button>
  </form>
  {#if !hours.length}<p class="caution">No two passes worth working come together in these days.</p>{/if}
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  {#if plan}<HourPlan {plan} />{/if}
</Dialog>

<style>
  form {
    grid-template-columns: 1fr 1fr;
    column-gap: 16px;
  }
  .field {
    width: 100%;
    box-sizing: border-box;
  }
  .wide,
  fieldset,
  button {
    grid-column: 1 / -1;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 4px 20px;
  }
</style>
