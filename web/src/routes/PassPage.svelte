<!-- One pass: how to work it, which memories, when to turn, where to point. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { data } from '../lib/programming/bench/data.svelte';
  import { get, post, put, Refused, type ListedPass, type PassList, type PassSky, type Plan, type Schemas } from '../lib/api';
  import { keep, recall } from '../lib/keeping/keep';
  import BarePass from '../lib/passes/BarePass.svelte';
  import CardTable from '../lib/passes/CardTable.svelte';
  import { Choice, passPath } from '../lib/passes/choice';
  import Footprint from '../lib/passes/Footprint.svelte';
  import PassRows from '../lib/passes/PassRows.svelte';
  import SetSums from '../lib/passes/SetSums.svelte';
  import SkyPlot from '../lib/passes/SkyPlot.svelte';
  import Staircase from '../lib/passes/Staircase.svelte';
  import { clock, compass, megahertz, until } from '../lib/passes/time.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import { navigate, route } from '../router';

  const number = route.params.number ?? '';
  const aos = decodeURIComponent(route.params.aos ?? '');
  const KEPT = `pass ${number} ${aos}`;
  let choice = $state(new Choice(window.location.search));
  let plan = $state.raw<Plan | null>(recall<Plan | null>(KEPT, null));
  let sky = $state.raw<PassSky | null>(null);
  let trouble = $state('');
  let busy = $state('');
  let grid = $state('');
  let picked = $state(false);
  let now = $state(Date.now());

  onMount(() => {
    void load();
    if (!data.loaded) void data.load();
    const at = recall<PassList | null>('passes', null)?.passes.find((p: ListedPass) => String(p.number) === number && p.aos_utc === aos);
    picked = at?.picked ?? false;
    const timer = window.setInterval(() => (now = Date.now()), 1000);
    return () => window.clearInterval(timer);
  });

  async function load(): Promise<void> {
    busy = 'Working it out…';
    try {
      plan = await get<Plan>(`${passPath(number, aos)}${choice.with('', null)}`);
      keep(KEPT, plan);
      sky = null;
      trouble = '';
      shell.reach = 'ok';
    } catch (error) {
      trouble = shell.note(error);
      if (error instanceof Refused && error.problem.where === 'link') await bare();
    } finally {
      busy = '';
    }
  }

  /** What is seen of a pass that cannot be planned: a link is missing. */
  async function bare(): Promise<void> {
    try {
      sky = await get<PassSky>(`${passPath(number, aos)}/sky`);
      plan = null;
      trouble = '';
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  function choose(part: string, value: string | string[] | null): void {
    const text = choice.with(part, value);
    choice = new Choice(text);
    window.history.replaceState(window.history.state, '', window.location.pathname + text);
    void load();
  }

  let ids = $derived(plan?.radios.map((r) => String(r.id)) ?? []);
  let way = $derived(plan?.ways.find((w) => w.taken));
  let lacking = $derived(plan?.rows.filter((r) => !r.there) ?? []);
  let ready = $derived(!!plan?.rows.length && !lacking.length);
  let power = $derived(plan?.rows.find((r) => r.power)?.power ?? '');
  let coarse = $derived(plan?.satellite.age_class === 'coarse');
  let ride = $derived(`/ride/${number}/${encodeURIComponent(aos)}${choice.with('', null)}`);

  async function sheets(): Promise<void> {
    busy = 'Writing and proving the sheets…';
    try {
      const made = await post<Schemas['MadeSheets']>(`${passPath(number, aos)}/sheets${choice.with('', null)}`, {});
      await data.load();
      if (made.ids.length) navigate(`/sheet/${made.ids[0]}`);
      else shell.say('Nothing is to be written or set.');
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = '';
    }
  }

  async function pick(): Promise<void> {
    try {
      await put('/passes/picked', { number: Number(number), aos_utc: aos, picked: !picked, query: choice.with('', null).slice(0, 300) });
      picked = !picked;
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  function addGrid(event: SubmitEvent): void {
    event.preventDefault();
    if (grid.trim()) choose('grid', [...choice.query.getAll('grid'), grid.trim()]);
    grid = '';
  }
</script>

<main class="page">
  {#if sky}
    <BarePass {sky} {now} onlinks={() => void load()} />
  {:else if !plan}
    <h1>Pass</h1>
    {#if trouble}<p class="harm" role="alert">{trouble}</p><a class="act" href="/passes">To the passes</a>{:else}<p class="quiet">{busy}</p>{/if}
  {:else}
    <header>
      <div class="title">
        <a href="/passes" class="back">Passes</a>
        <h1>{plan.pass.satellite}, {Math.round(plan.pass.max_elevation_deg)}° high</h1>
        <p>{clock.day(plan.pass.aos_utc)} <b class="clock">{clock.time(plan.pass.aos_utc, !coarse)}</b> {compass(plan.pass.azimuth_aos_deg)} to <b class="clock">{clock.time(plan.pass.los_utc, !coarse)}</b> {compass(plan.pass.azimuth_los_deg)}, {until(plan.pass.aos_utc, now)}
          <button type="button" class="act plain zone" onclick={() => clock.toggle()}>{clock.name}</button></p>
      </div>
      <div class="acts">
        <button type="button" class="act" class:next={plan.rows.length > 0} onclick={sheets} disabled={!plan.rows.length || !!busy}>{busy || (ready ? 'Set it up' : 'Write the sheets')}</button>
        <a class="act" href={ride}>Ride</a>
        <a class="act" href={`${ride}${ride.includes('?') ? '&' : '?'}rehearse=10`}>Rehearse</a>
        <button type="button" class="act" aria-pressed={picked} onclick={pick}>{picked ? 'Picked' : 'Pick'}</button>
        <a class="act" href="/api{passPath(number, aos)}/card.pdf{choice.with('', null)}" download="pass.pdf">Card</a>
      </div>
    </header>
    {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
    {#if plan.satellite.age_words}<p class="caution">{plan.satellite.age_words}.</p>{/if}
    {#if !plan.may_send}<p class="caution">Station does not say that you may send on {megahertz(plan.transponder.uplink_hz)}: this pass is for listening. Your licence and local rules come first.</p>{/if}

    <div class="with">
      <span>With</span>
      {#each [0, 1] as n (n)}
        {#if n === 0 || ids.length}
          <select class="field" aria-label={n ? 'Second radio' : 'Radio'} value={ids[n] ?? ''} onchange={(e) => { const next = [...ids]; next[n] = e.currentTarget.value; choose('radio', next.filter(Boolean)); }}>
            {#if n}<option value="">and no other</option>{:else if !ids.length}<option value="">no radio yet</option>{/if}
            {#each data.radios as r (r.id)}{#if String(r.id) !== ids[1 - n]}<option value={String(r.id)}>{r.name}</option>{/if}{/each}
          </select>
        {/if}
      {/each}
      {#if plan.satellite.links.length > 1}
        <select class="field" aria-label="Link" value={String(plan.link)} onchange={(e) => choose('link', e.currentTarget.value)}>
          {#each plan.satellite.links as l, n (n)}<option value={String(n)} disabled={!l.uplink_hz}>{l.name || `link ${n + 1}`}: {l.words}{l.state === 'working' ? '' : l.state === 'off' ? ', off' : ', at times'}</option>{/each}
        </select>
      {/if}
      {#if way}<p><b>{way.words}</b>{way.recommended ? ', the best here' : ''}. <a href="#ways">Other ways</a></p>
      {:else if !plan.ways.length}<p>Add a radio to see how to work this satellite. <a href="/radios">To Radios</a></p>
      {:else}<p><b>Not to be worked with this alone</b>: {plan.ways[0]!.why}. <a href="#ways">Why</a></p>{/if}
    </div>
    {#if plan.arming}<p class="caution">{plan.arming}</p>{/if}
    {#each plan.dangers as danger, at (at)}<p class="caution">{danger}</p>{/each}

    <div class="sheet">
      <section><SkyPlot {plan} at={now} />
        <p class="free">Free sky: {plan.pass.windows.length ? plan.pass.windows.map((w) => `${clock.time(w.start_utc)} to ${clock.time(w.end_utc)}`).join(', ') : 'none above your mask'}.</p></section>
      <section>
        <h2>{plan.set.memories.length} {plan.set.memories.length === 1 ? 'memory' : 'memories'}: the {plan.set.fast} goes {plan.set.fast === 'uplink' ? 'up' : 'down'}</h2>
        <Staircase {plan} at={now} />
        <p>At worst <b>{(plan.set.worst_hz / 1000).toFixed(1)} kHz</b> off tune, {(plan.set.mean_hz / 1000).toFixed(1)} in the mean.
          {#if !plan.set.reached}<b>The wanted {(plan.set.wanted_worst_hz / 1000).toFixed(1)} kHz cannot be kept on this grid.</b>{/if}
          Changing 10 s late: {(plan.set.late.find((l) => l.seconds === 10)!.worst_hz / 1000).toFixed(1)}.</p>
      </section>
      <section class="card"><h2>Card</h2><CardTable {plan} /></section>
    </div>

    <div class="two">
      <section id="ways">
        <h2>Ways of working</h2>
        <ul class="ways">
          {#each plan.ways as w (w.way)}
            <li class:taken={w.taken} class:not={!w.possible}>
              <label><input type="radio" name="way" disabled={!w.possible} checked={w.taken} onchange={() => choose('way', w.way)} />
                <span><b>{w.words}</b>{w.recommended ? ' (best here)' : ''}<br />{w.possible ? `${w.why}. Lost: ${w.loses[0]!.toLowerCase()}${w.loses.slice(1)}` : `Not possible: ${w.why}.`}</span></label>
            </li>
          {/each}
        </ul>
        <ul class="manners">{#each plan.manners as m, at (at)}<li>{m}</li>{/each}</ul>
      </section>
      <SetSums {plan} {choice} {choose} {power} />
    </div>

    <PassRows {plan} {choice} {choose} />

    <section>
      <h2>Who hears it</h2>
      <Footprint {plan} />
      <form class="grids" onsubmit={addGrid}>
        <label>Grid <input class="field" bind:value={grid} placeholder="FN25" maxlength="6" autocomplete="off" /></label>
        <button class="act">When is it in?</button>
        {#each plan.grids as g (g.grid)}
          <span><b>{g.grid}</b> {g.in_utc && g.out_utc ? `in ${clock.time(g.in_utc)}, out ${clock.time(g.out_utc)}` : 'never in this pass'}
            <button type="button" class="act plain" aria-label="Take {g.grid} out" onclick={() => choose('grid', choice.query.getAll('grid').filter((x) => x.toUpperCase() !== g.grid.toUpperCase()))}>×</button></span>
        {/each}
      </form>
    </section>
  {/if}
</main>

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 20px;
    align-items: end;
    justify-content: space-between;
    margin-bottom: 10px;
  }
  h1 {
    display: inline;
    margin: 0 0 0 12px;
    font-size: 28px;
  }
  .title p {
    margin: 2px 0 0;
    font-size: 18px;
  }
  .zone {
    min-height: 32px;
    padding: 0 4px;
  }
  @media (max-width: 700px) {
    .zone {
      min-height: 48px;
    }
  }
  h2 {
    font-size: 20px;
    margin: 0 0 8px;
  }
  .acts,
  .grids {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .sheet {
    display: grid;
    grid-template-columns: minmax(0, 0.82fr) minmax(0, 1.15fr) minmax(0, 1.3fr);
    gap: 22px;
    border-top: 3px solid var(--ink);
    padding-top: 12px;
  }
  .page > section {
    border-top: 3px solid var(--ink);
    margin-top: 20px;
    padding-top: 12px;
  }
  .with {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: center;
    margin-bottom: 10px;
  }
  .with p {
    margin: 0;
    flex: 1 1 320px;
  }
  .with a,
  .back {
    color: var(--ink);
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 32px;
    border-top: 3px solid var(--ink);
    margin-top: 16px;
    padding-top: 12px;
  }
  .ways {
    list-style: none;
    padding: 0;
    margin: 8px 0;
  }
  .ways label {
    display: grid;
    grid-template-columns: 28px 1fr;
    padding: 8px 0;
    border-top: 1px solid var(--rule);
  }
  .ways input {
    accent-color: var(--next);
    width: 22px;
    height: 22px;
    margin: 2px 0 0;
  }
  .taken {
    border-left: 6px solid var(--next);
    padding-left: 8px;
  }
  .not {
    color: var(--quiet);
  }
  .manners {
    padding-left: 20px;
  }
  .grids {
    margin-top: 12px;
  }
  .grids input {
    width: 110px;
  }
  @media (max-width: 1000px) {
    .sheet,
    .two {
      grid-template-columns: 1fr;
    }
  }
  @media print {
    .acts,
    .grids,
    .two,
    .with {
      display: none;
    }
  }
</style>
