<!-- A pass that cannot be planned: where the satellite goes, and what is missing to work it. -->
<script lang="ts">
  import type { PassSky, Satellite } from '../api';
  import Dialog from '../shell/Dialog.svelte';
  import Footprint from './Footprint.svelte';
  import Links from './Links.svelte';
  import SkyPlot from './SkyPlot.svelte';
  import { clock, compass, until } from './time.svelte';

  let { sky, now, onlinks }: { sky: PassSky; now: number; onlinks: (kept: Satellite) => void } = $props();
  let editing = $state(false);
</script>

<header>
  <a href="/passes" class="back">Passes</a>
  <h1>{sky.pass.satellite}, {Math.round(sky.pass.max_elevation_deg)}° high</h1>
  <p>{clock.day(sky.pass.aos_utc)} <b>{clock.time(sky.pass.aos_utc)}</b> {compass(sky.pass.azimuth_aos_deg)} to <b>{clock.time(sky.pass.los_utc)}</b> {compass(sky.pass.azimuth_los_deg)}, {until(sky.pass.aos_utc, now)}</p>
</header>
<p class="caution"><b>Not planned yet</b>: {sky.missing || 'its links can only be heard'}. <button type="button" class="act next" onclick={() => (editing = true)}>{sky.satellite.links.length ? 'Change its links' : 'Give its links'}</button></p>
<div class="both">
  <section><SkyPlot plan={sky} at={now} />
    <p>Free sky: {sky.pass.windows.length ? sky.pass.windows.map((w) => `${clock.time(w.start_utc)} to ${clock.time(w.end_utc)}`).join(', ') : 'none above your mask'}.</p></section>
  <section><Footprint plan={sky} /></section>
</div>

<Dialog bind:open={editing} title="Links">
  {#if editing}<Links satellite={sky.satellite} onclose={() => (editing = false)} onsaved={(kept) => { editing = false; onlinks(kept); }} />{/if}
</Dialog>

<style>
  h1 {
    display: inline;
    margin: 0 0 0 12px;
    font-size: 28px;
  }
  .back {
    color: var(--ink);
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  header p {
    margin: 2px 0 10px;
    font-size: 18px;
  }
  .both {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.6fr);
    gap: 24px;
    border-top: 3px solid var(--ink);
    padding-top: 12px;
  }
  @media (max-width: 900px) {
    .both {
      grid-template-columns: 1fr;
    }
  }
</style>
