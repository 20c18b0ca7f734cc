<!-- What one satellite hears and sends: any number of links, each with its tones, state and source. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import { put, Refused, type Satellite, type Schemas } from '../api';
  import { shell } from '../shell/state.svelte';

  type Link = Schemas['NewLink'];
  type Row = { down: string; up: string; tone: string; arming: string; minutes: string; name: string; width: 'wide' | 'narrow'; state: 'working' | 'scheduled' | 'off'; notes: string; source: string; dated: string };

  let { satellite, onsaved, onclose }: { satellite: Pick<Satellite, 'number' | 'name' | 'links'>; onsaved: (kept: Satellite) => void; onclose: () => void } = $props();

  const mhz = (hz: number | null | undefined): string => (hz ? String(hz / 1e6) : '');
  const row = (l: Partial<Link> = {}): Row => ({
    down: mhz(l.downlink_hz), up: mhz(l.uplink_hz), tone: l.access_tone ?? '', arming: l.arming_tone ?? '', minutes: l.timer_s ? String(l.timer_s / 60) : '',
    name: l.name ?? '', width: l.width ?? 'wide', state: l.state ?? 'working', notes: l.notes ?? '', source: l.source ?? '', dated: l.dated ?? '',
  });

  let rows = $state<Row[]>(untrack(() => (satellite.links.length ? satellite.links.map(row) : [row()])));
  let trouble = $state('');
  let busy = $state(false);

  const number = (text: string): number => Number(text.trim().replace(',', '.'));
  const tone = (text: string): string | null => (text.trim() ? (Number.isFinite(number(text)) ? number(text).toFixed(1) : text.trim()) : null);

  function linkOf(r: Row): Link {
    return {
      downlink_hz: Math.round(number(r.down) * 1e6), uplink_hz: r.up.trim() ? Math.round(number(r.up) * 1e6) : null, name: r.name.trim(),
      access_tone: tone(r.tone), arming_tone: tone(r.arming), timer_s: r.arming.trim() && r.minutes.trim() ? Math.round(number(r.minutes) * 60) : null,
      width: r.width, state: r.state, notes: r.notes.trim(), source: r.source.trim(), dated: r.dated || null,
    };
  }

  async function save(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const filled = rows.filter((r) => Object.values({ ...r, width: '', state: '' }).some((v) => v.trim()));
    const odd = filled.find((r) => !(number(r.down) > 0) || (r.up.trim() !== '' && !(number(r.up) > 0)));
    if (odd) {
      trouble = `“${odd.down || odd.up || 'nothing'}” is no frequency: give the downlink in MHz, for example 436.5.`;
      return;
    }
    busy = true;
    try {
      onsaved(await put<Satellite>(`/satellites/${satellite.number}/links`, filled.map(linkOf)));
    } catch (error) {
      trouble = error instanceof Refused && error.problem.where ? `${error.problem.where}: ${error.problem.found}` : shell.note(error);
    } finally {
      busy = false;
    }
  }
</script>

<form onsubmit={save} aria-label="Links of {satellite.name}">
  <h3>{satellite.name}: what it sends and hears</h3>
  {#each rows as r, n (n)}
    <fieldset>
      <legend>{rows.length > 1 ? `Link ${n + 1}` : 'Link'}{#if rows.length > 1}<button type="button" class="act plain" onclick={() => (rows = rows.filter((_, k) => k !== n))}>take out</button>{/if}</legend>
      <label>It sends on, MHz<input class="field" bind:value={r.down} inputmode="decimal" autocomplete="off" placeholder="436.5" /></label>
      <label>It hears on, MHz<input class="field" bind:value={r.up} inputmode="decimal" autocomplete="off" placeholder="none: only heard" /></label>
      <label>Tone<input class="field" bind:value={r.tone} inputmode="decimal" autocomplete="off" placeholder="none" /></label>
      <label>Width<select class="field" bind:value={r.width}><option value="wide">wide</option><option value="narrow">narrow</option></select></label>
      <label>State<select class="field" bind:value={r.state}><option value="working">working</option><option value="scheduled">at times</option><option value="off">off</option></select></label>
      <label>Arming tone<input class="field" bind:value={r.arming} inputmode="decimal" autocomplete="off" placeholder="none" /></label>
      {#if r.arming.trim()}<label>runs for, minutes<input class="field" bind:value={r.minutes} inputmode="decimal" autocomplete="off" placeholder="10" /></label>{/if}
      <label>Name, if it has several<input class="field" bind:value={r.name} maxlength="40" autocomplete="off" /></label>
      <label class="two">Notes<input class="field" bind:value={r.notes} maxlength="500" autocomplete="off" /></label>
      <label>Source<input class="field" bind:value={r.source} maxlength="120" autocomplete="off" /></label>
      <label>Dated<input class="field" type="date" bind:value={r.dated} /></label>
    </fieldset>
  {/each}
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  <div class="acts">
    <button class="act next" disabled={busy}>Keep the links</button>
    <button type="button" class="act" onclick={() => (rows = [...rows, row()])}>One more link</button>
    <button type="button" class="act plain" onclick={onclose}>Back</button>
  </div>
</form>

<style>
  h3 {
    margin: 0 0 8px;
    font-size: 20px;
  }
  fieldset {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
    gap: 8px 12px;
    border: 0;
    border-top: 1px solid var(--rule);
    padding: 6px 0 12px;
    margin: 0;
  }
  legend {
    font-weight: 700;
    padding: 0 12px 0 0;
  }
  label {
    display: grid;
    gap: 2px;
    align-content: end;
  }
  .field {
    width: 100%;
    box-sizing: border-box;
  }
  .two {
    grid-column: span 2;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    border-top: 1px solid var(--rule);
    padding-top: 10px;
  }
</style>
