<!-- The station: who, where, what may be sent on, and preferences. -->
<script lang="ts">
  import { Input } from 'flowbite-svelte';
  import { onMount } from 'svelte';
  import { get, put, sendFile, type Region, type Schemas, type Station } from '../lib/api';
  import { forget, keep, recall } from '../lib/keeping/keep';
  import { VERSION } from '../lib/shell/newer.svelte';
  import TakeAlong from '../lib/network/TakeAlong.svelte';
  import SharePart from '../lib/network/SharePart.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import Term from '../lib/shell/Term.svelte';

  const EMPTY: Station = { call_sign: '', region: 'r2', may_send_on: [], receive: 'open', way: 'long', theme: 'day', latitude_deg: null, longitude_deg: null, height_m: null, chosen: false, mask: [] };

  let regions = $state<Region[]>([]);
  let draft = $state<Station>(recall<Station | null>('station-draft', null) ?? shell.station ?? EMPTY);
  let trouble = $state('');
  let saved = $state(false);
  let grid = $state('');
  let archive: HTMLInputElement | undefined = $state();
  let restored = $state('');
  let maskText = $state<string | null>(recall<string | null>('mask-draft', null));
  let changed = $state(recall<Station | null>('station-draft', null) !== null);

  onMount(async () => {
    try {
      regions = await get<Region[]>('/regions');
      await shell.loadStation();
      if (!changed && shell.station) draft = { ...shell.station };
    } catch (error) {
      trouble = shell.note(error);
    }
  });

  let region = $derived(regions.find((r) => r.id === draft.region));
  let all = $derived(region !== undefined && region.bands.every((b) => draft.may_send_on.includes(b)));

  function touch(): void {
    saved = false;
    changed = true;
    keep('station-draft', $state.snapshot(draft));
  }

  /** The bands ticked under each region are its own: a licence is. They are there again when one goes back. */
  let ticks = recall<Record<string, string[]>>('bands', {});
  let moved = $state<{ from: string; same: string[] } | null>(null);

  function toRegion(to: Station['region']): void {
    const from = draft.region;
    ticks = { ...ticks, [from]: [...draft.may_send_on] };
    keep('bands', ticks);
    const bands = regions.find((r) => r.id === to)?.bands ?? [];
    const before = draft.may_send_on;
    draft.region = to;
    draft.may_send_on = (ticks[to] ?? []).filter((b) => bands.includes(b));
    const same = draft.may_send_on.length ? [] : before.filter((b) => bands.includes(b));
    moved = before.length ? { from: regions.find((r) => r.id === from)?.name ?? from, same } : null;
    touch();
  }

  function band(name: string, on: boolean): void {
    draft.may_send_on = on ? [...draft.may_send_on, name] : draft.may_send_on.filter((b) => b !== name);
    touch();
  }

  const maskLines = (points: number[][]): string => points.map(([azimuth, elevation]) => `${azimuth} ${elevation}`).join('\n');

  /** Read the mask as typed: an azimuth and an elevation a line; null where a line is none. */
  function maskPoints(): [number, number][] | null {
    if (maskText === null) return draft.mask as [number, number][];
    const lines = maskText.split('\n').filter((line) => line.trim());
    const points = lines.map((line) => line.trim().split(/[\s,;]+/).map((part) => Number(part.replace(',', '.'))));
    return points.every((p) => p.length === 2 && p.every(Number.isFinite)) ? (points as [number, number][]) : null;
  }

  async function toGrid(): Promise<void> {
    try {
      const site = await get<Schemas['SiteShape']>(`/grid/${encodeURIComponent(grid.trim())}`);
      draft.latitude_deg = site.latitude_deg;
      draft.longitude_deg = site.longitude_deg;
      trouble = '';
      touch();
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function restore(): Promise<void> {
    const file = archive?.files?.[0];
    if (!file) return;
    try {
      const made = await sendFile<Schemas['RestoredShape']>('/archive', file);
      restored = `${made.rows} rows restored.`;
      trouble = '';
      await shell.loadStation();
      if (shell.station) draft = { ...shell.station };
    } catch (error) {
      trouble = shell.note(error);
    }
    if (archive) archive.value = '';
  }

  const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));

  async function save(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const fields = [draft.latitude_deg, draft.longitude_deg, draft.height_m];
    if (fields.some((f) => f !== null && Number.isNaN(f))) {
      trouble = 'Latitude, longitude and height are numbers: 49.5, -57.8, 40.';
      return;
    }
    const mask = maskPoints();
    if (!mask) {
      trouble = 'The horizon mask has a line that is not two numbers: azimuth and elevation in degrees, for example 135 12.';
      return;
    }
    try {
      shell.station = await put<Station>('/station', { ...$state.snapshot(draft), mask, theme: shell.theme, chosen: true });
      draft = { ...shell.station };
      keep('station', $state.snapshot(shell.station));
      forget('station-draft');
      forget('mask-draft');
      maskText = null;
      changed = false;
      saved = true;
      trouble = '';
    } catch (error) {
      trouble = shell.note(error);
    }
  }
</script>

<main>
<form class="page" onsubmit={save} oninput={touch}>
  <h1>Station</h1>
  <div class="parts">
    <section>
      <h2>Where you may send</h2>
      <p>Vocator sends nothing and unlocks nothing. It leaves on-air checks out of sheets wherever you have not said that you may send. Your licence and your local rules come first; emergencies are for you and the law to judge.</p>
      <fieldset>
        <legend class="visually-hidden">Bands</legend>
        <label class="check"><input type="checkbox" checked={draft.may_send_on.length === 0} onchange={() => { draft.may_send_on = []; touch(); }} /> Listening only</label>
        {#each region?.bands ?? [] as name (name)}
          <label class="check"><input type="checkbox" checked={draft.may_send_on.includes(name)} onchange={(e) => band(name, e.currentTarget.checked)} /> {name}</label>
        {/each}
        <label class="check"><input type="checkbox" checked={all} onchange={(e) => { draft.may_send_on = e.currentTarget.checked ? [...(region?.bands ?? [])] : []; touch(); }} /> All bands of {region?.name ?? 'the pack'}</label>
      </fieldset>
    </section>
    <section>
      <h2>Who and where</h2>
      <label>Call sign<Input class="field" bind:value={draft.call_sign} autocomplete="off" maxlength={20} placeholder="QZ7ABE" /></label>
      <label><span><Term name="region">Region pack</Term></span>
        <select class="field" bind:value={() => draft.region, toRegion}>
          {#each regions as r (r.id)}<option value={r.id}>{r.name}</option>{:else}<option value={draft.region}>{draft.region.replace('r', 'Region ')}</option>{/each}
        </select></label>
      {#if region}<p class="quiet">{region.note}</p>{/if}
      {#if moved}
        <div class="caution" role="status">
          <p><b>{draft.may_send_on.length ? `Where you may transmit: ${draft.may_send_on.join(', ')}, as last time here.` : 'Listening only, until you tick your bands here.'}</b> What you ticked for {moved.from} is kept for when you go back. What stands in your radios stays as it is.</p>
          {#if moved.same.length && !draft.may_send_on.length}<button type="button" class="act" onclick={() => { draft.may_send_on = moved!.same; moved = null; touch(); }}>My licence covers {moved.same.join(', ')} here too</button>{/if}
        </div>
      {/if}
      <div class="row">
        <label>Latitude, °<Input class="field" value={draft.latitude_deg ?? ''} inputmode="decimal" onchange={(e: Event) => (draft.latitude_deg = number((e.currentTarget as HTMLInputElement).value))} /></label>
        <label>Longitude, °<Input class="field" value={draft.longitude_deg ?? ''} inputmode="decimal" onchange={(e: Event) => (draft.longitude_deg = number((e.currentTarget as HTMLInputElement).value))} /></label>
        <label>Height, m<Input class="field" value={draft.height_m ?? ''} inputmode="decimal" onchange={(e: Event) => (draft.height_m = number((e.currentTarget as HTMLInputElement).value))} /></label>
      </div>
      <div class="gridrow"><label>or a grid square<Input class="field" bind:value={grid} maxlength={8} autocomplete="off" placeholder="GN19" /></label><button type="button" class="act" disabled={!grid.trim()} onclick={toGrid}>Take its middle</button></div>
      <label>Horizon mask: azimuth and lowest free elevation in degrees, a line each
        <textarea class="field" rows="4" value={maskText ?? maskLines(draft.mask)} oninput={(e) => { maskText = e.currentTarget.value; keep('mask-draft', maskText); }} placeholder="0 3&#10;135 14"></textarea></label>
    </section>
    <section>
      <h2>Preferences</h2>
      <label>Receive
        <select class="field" bind:value={draft.receive}>
          <option value="open">open: hear everything, a fault shows at once</option>
          <option value="closed">closed: only the channel’s tone opens the loudspeaker</option>
        </select></label>
      <div class="themes" role="group" aria-label="Theme">
        {#each [['day', 'Day'], ['dusk', 'Dusk'], ['night', 'Night']] as const as [value, words] (value)}
          <button type="button" class="act" aria-pressed={shell.theme === value} onclick={() => shell.setTheme(value)}>{words}</button>
        {/each}
      </div>
      <label class="check"><input type="checkbox" checked={shell.shortcuts} onchange={(e) => shell.setShortcuts(e.currentTarget.checked)} /> Single-key shortcuts</label>
    </section>
  </div>
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  <div class="end">
    <button type="submit" class="act next">Save</button>
    {#if saved}<span role="status">Saved.</span>{:else if changed}<span role="status" class="quiet">Not saved yet; kept on this device.</span>{/if}
  </div>
</form>
<div class="page">
  <section class="all">
    <h2>All that is kept</h2>
    <p>Station, radios, slots, sheets, outings, logs, elements: one file, restored into an empty installation (./start --reset --empty) here or on another machine.</p>
    <div class="end">
      <a class="act" href="/api/archive.zip" download>Export the archive</a>
      <button type="button" class="act" onclick={() => archive?.click()}>Restore an archive</button>
      <input bind:this={archive} type="file" hidden accept=".zip" aria-label="Archive" onchange={restore} />
      <span role="status">{restored}</span>
    </div>
  </section>
  <TakeAlong />
  <SharePart />
  <p class="quiet">Vocator {VERSION}</p>
</div>
</main>

<style>
  h1 {
    margin: 0 0 8px;
    font-size: 28px;
  }
  h2 {
    margin: 0 0 8px;
    font-size: 20px;
  }
  .parts {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    gap: 24px 40px;
  }
  section {
    border-top: 3px solid var(--ink);
    padding-top: 10px;
  }
  label {
    display: grid;
    margin-bottom: 12px;
  }
  select {
    width: 100%;
    min-width: 0;
  }
  .row {
    margin-top: 12px;
  }
  .check {
    display: flex;
    align-items: center;
    gap: 12px;
    min-height: 48px;
    margin: 0;
  }
  .check input {
    width: 26px;
    height: 26px;
    accent-color: var(--next);
  }
  fieldset {
    display: grid;
    grid-template-columns: 1fr 1fr;
    margin: 0;
    padding: 0;
    border: 0;
  }
  .check:last-of-type {
    grid-column: 1 / -1;
  }
  .row {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 8px;
  }
  .gridrow {
    display: flex;
    gap: 8px;
    align-items: end;
    margin-bottom: 12px;
  }
  .gridrow label {
    margin: 0;
  }
  .themes {
    display: flex;
    gap: 8px;
    margin: 0 0 8px;
  }
  .end {
    display: flex;
    align-items: center;
    gap: 16px;
    margin-top: 16px;
  }
</style>
