<!-- Which passes are shown, in one row. -->
<script lang="ts">
  import type { Satellite } from '../api';
  import { keep } from '../keeping/keep';
  import { EVERYTHING, WAY_SHORT, type Wanted } from './filter';

  let { wanted = $bindable(), satellites, found }: { wanted: Wanted; satellites: Satellite[]; found: number } = $props();
  let ways = $derived([...new Set(satellites.flatMap((s) => s.ways.map((w) => w.way)))]);
  let asked = $derived(JSON.stringify(wanted) !== JSON.stringify(EVERYTHING));

  function set(part: Partial<Wanted>): void {
    wanted = { ...wanted, ...part };
    keep('passes-wanted', wanted);
  }
  /** On a phone the fields are folded; on a wide screen there is nothing to fold. */
  let opened = $state(!window.matchMedia('(max-width: 700px)').matches);
  const HOURS = Array.from({ length: 25 }, (_, h) => h);
</script>

<details class="narrow" bind:open={opened}><summary>{found} {found === 1 ? 'pass' : 'passes'}{asked ? ', narrowed down' : ''}: which ones?</summary>
<form class="filters" aria-label="Which passes" onsubmit={(e) => e.preventDefault()}>
  <label>Good to<select class="field" aria-label="Good to" value={wanted.good} onchange={(e) => set({ good: e.currentTarget.value as Wanted['good'] })}>
    <option value="work">work</option><option value="hear">work or hear</option><option value="all">all, low ones too</option></select></label>
  <label>Satellite<select class="field" aria-label="Satellite" value={wanted.satellite} onchange={(e) => set({ satellite: e.currentTarget.value })}>
    <option value="">all</option>{#each satellites as s (s.number)}<option value={String(s.number)}>{s.name}</option>{/each}</select></label>
  {#if ways.length > 1}
    <label>Way<select class="field" aria-label="Way" value={wanted.way} onchange={(e) => set({ way: e.currentTarget.value })}>
      <option value="">any</option>{#each ways as w (w)}<option value={w}>{WAY_SHORT[w]}</option>{/each}</select></label>
  {/if}
  <label>Light<select class="field" aria-label="Light" value={wanted.light} onchange={(e) => set({ light: e.currentTarget.value })}>
    <option value="">any</option><option value="day">day</option><option value="dusk">dusk</option><option value="night">night</option></select></label>
  <label>From<select class="field" aria-label="From" value={wanted.from} onchange={(e) => set({ from: Number(e.currentTarget.value) })}>{#each HOURS.slice(0, 24) as h (h)}<option value={h}>{String(h).padStart(2, '0')}:00</option>{/each}</select></label>
  <label>to<select class="field" aria-label="to" value={wanted.to} onchange={(e) => set({ to: Number(e.currentTarget.value) })}>{#each HOURS.slice(1) as h (h)}<option value={h}>{String(h).padStart(2, '0')}:00</option>{/each}</select></label>
  <p role="status">{found} {found === 1 ? 'pass' : 'passes'}{#if asked} <button type="button" class="act plain" onclick={() => set(EVERYTHING)}>as before</button>{/if}</p>
</form>
</details>

<style>
  .narrow summary {
    display: none;
  }
  .filters {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 14px;
    align-items: end;
    border-top: 3px solid var(--ink);
    padding-top: 10px;
  }
  label {
    display: grid;
    gap: 2px;
    color: var(--quiet);
  }
  .field {
    width: auto;
    color: var(--ink);
  }
  p {
    margin: 0 0 0 auto;
    padding: 12px 0;
  }
  @media (max-width: 700px) {
    .narrow summary {
      display: flex;
      align-items: center;
      min-height: 48px;
      font-weight: 700;
      border-top: 3px solid var(--ink);
    }
    .filters {
      border: 0;
      display: grid;
      grid-template-columns: 1fr 1fr;
    }
    .field {
      width: 100%;
    }
  }
</style>
