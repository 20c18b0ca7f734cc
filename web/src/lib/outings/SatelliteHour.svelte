<!-- Satellites in an hour of the outing: who works which, each with the own radio. -->
<script lang="ts">
  import { get, type Board, type PassList, type Schemas } from '../api';
  import { busiest } from '../passes/hours';
  import HourPlan from '../passes/HourPlan.svelte';
  import { clock } from '../passes/time.svelte';
  import { shell } from '../shell/state.svelte';

  let { board }: { board: Board } = $props();

  let list = $state.raw<PassList | null>(null);
  let chosen = $state('');
  let people = $state<string[]>([]);
  let plan = $state.raw<Schemas['TogetherShape'] | null>(null);
  let trouble = $state('');
  let hours = $derived(list ? busiest(list.passes.filter((p) => p.max_elevation_deg >= 10), 60, Date.now()) : []);
  let start = $derived(chosen || hours[0]?.start || '');
  let opened = $state(false);

  async function begin(): Promise<void> {
    if (!opened || list) return;
    try {
      list = await get<PassList>('/passes?days=3');
      trouble = '';
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function ask(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const query = new URLSearchParams({ start, minutes: '60' });
    for (const id of people) query.append('person', id);
    try {
      plan = await get<Schemas['TogetherShape']>(`/outings/${board.id}/satellites?${query}`);
      trouble = '';
    } catch (error) {
      trouble = shell.note(error);
    }
  }
</script>

<details bind:open={opened} ontoggle={() => void begin()}>
  <summary>Satellites in an hour: who works which</summary>
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  {#if list && !hours.length}<p class="caution">No two passes come together in the next three days.</p>{/if}
  {#if hours.length}
    <form class="form" onsubmit={ask}>
      <label>When<select class="field" aria-label="When" bind:value={() => start, (v) => (chosen = v)}>{#each hours as h (h.start)}<option value={h.start}>{clock.day(h.start)} {clock.time(h.start, false)}: {h.names.join(', ')}</option>{/each}</select></label>
      <fieldset><legend>Who; nobody chosen: the first six</legend>
        {#each board.people as p (p.id)}<label class="check"><input type="checkbox" checked={people.includes(p.id)} onchange={(e) => (people = e.currentTarget.checked ? [...people, p.id] : people.filter((x) => x !== p.id))} />{p.name}</label>{/each}
      </fieldset>
      <button class="act next">Who works what?</button>
    </form>
  {/if}
  {#if plan}<HourPlan {plan} />{/if}
</details>

<style>
  details {
    border-top: 3px solid var(--ink);
    margin-top: 20px;
  }
  summary {
    min-height: 48px;
    display: flex;
    align-items: center;
    font-weight: 700;
    font-size: 20px;
    cursor: pointer;
  }
  form {
    justify-items: start;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 0 20px;
  }
</style>
