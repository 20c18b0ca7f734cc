<!-- Passes of the coming days: the next one worth working, a row a day, the list. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, put, Refused, type ListedPass, type PassList } from '../lib/api';
  import { keep, recall } from '../lib/keeping/keep';
  import Filters from '../lib/passes/Filters.svelte';
  import { EVERYTHING, fits, LIGHT, WAY_ORDER, WAY_SHORT, type Wanted } from '../lib/passes/filter';
  import { data } from '../lib/programming/bench/data.svelte';
  import Together from '../lib/passes/Together.svelte';
  import Satellites from '../lib/passes/Satellites.svelte';
  import { clock, compass, span, until } from '../lib/passes/time.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import { navigate } from '../router';

  let list = $state.raw<PassList | null>(recall('passes', null));
  let trouble = $state('');
  let noPlace = $state(false);
  let busy = $state(false);
  let wanted = $state<Wanted>({ ...EVERYTHING, ...recall<Partial<Wanted>>('passes-wanted', {}) });
  let days = $state(recall('passes-days', 7));
  let choosing = $state(false);
  let together = $state(false);
  let now = $state(Date.now());

  onMount(() => {
    void load();
    const timer = window.setInterval(() => (now = Date.now()), 1000);
    return () => window.clearInterval(timer);
  });

  async function load(): Promise<void> {
    busy = true;
    try {
      list = await get<PassList>(`/passes?days=${days}`);
      keep('passes', list);
      trouble = '';
      noPlace = false;
      shell.reach = 'ok';
    } catch (error) {
      noPlace = error instanceof Refused && error.problem.where === 'station';
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }

  // what was taken along is of more days than are asked for
  let coming = $derived((list?.passes ?? []).filter((p) => Date.parse(p.los_utc) > now && Date.parse(p.aos_utc) < now + days * 86_400_000));
  let waysOf = $derived(Object.fromEntries((list?.satellites ?? []).map((s) => [s.number, s.ways.map((w) => w.way)])));
  let shown = $derived(coming.filter((p) => fits(p, wanted, waysOf[p.number] ?? [], clock.part(p.aos_utc) * 24)));
  let next = $derived(coming.find((p) => p.picked) ?? coming.find((p) => p.workable) ?? null);
  let best = $derived.by(() => {
    const tonight = coming.filter((p) => p.workable && Date.parse(p.aos_utc) < now + 24 * 3600_000);
    return tonight.reduce<ListedPass | null>((a, b) => (a && a.max_elevation_deg >= b.max_elevation_deg ? a : b), null);
  });
  const byDay = (passes: ListedPass[]): { key: string; passes: ListedPass[] }[] => {
    const found: Record<string, ListedPass[]> = {};
    for (const p of passes) (found[clock.key(p.aos_utc)] ??= []).push(p);
    return Object.entries(found).map(([key, own]) => ({ key, passes: own }));
  };
  let drawn = $derived(new Set(shown));
  let rows = $derived(byDay((list?.passes ?? []).filter((p) => Date.parse(p.aos_utc) < now + days * 86_400_000)));
  let listed = $derived(byDay(shown));
  /** Days that were opened or shut by hand; else the first two are open, and all where a filter leaves few. */
  let opened = $state<Record<string, boolean>>({});
  const isOpen = (key: string, at: number): boolean => opened[key] ?? (at < 2 || shown.length <= 30);
  let old = $derived((list?.satellites ?? []).filter((s) => s.age_words));
  const bestWay = (number: number) => [...(list?.satellites.find((s) => s.number === number)?.ways ?? [])].sort((a, b) => WAY_ORDER.indexOf(a.way) - WAY_ORDER.indexOf(b.way));
  /** How each satellite is worked, or what is missing; those alike are said together. */
  let how = $derived.by(() => {
    const said: Record<string, string[]> = {};
    for (const s of list?.satellites ?? []) {
      const [first, ...others] = bestWay(s.number);
      const words = first ? `${first.radio}, ${WAY_SHORT[first.way]}${others.length ? `; ${others.length} more ${others.length > 1 ? 'radios' : 'radio'}` : ''}` : s.missing;
      (said[words] ??= []).push(s.name);
    }
    return Object.entries(said);
  });
  const href = (p: ListedPass): string => `/passes/${p.number}/${encodeURIComponent(p.aos_utc)}`;
  const free = (p: ListedPass): number => p.windows.reduce((sum, w) => sum + (Date.parse(w.end_utc) - Date.parse(w.start_utc)) / 1000, 0);
  const good = (p: ListedPass): string => (p.workable ? 'work' : p.hearable ? 'hear' : p.windows.length ? 'low' : 'hidden');

  async function pick(p: ListedPass): Promise<void> {
    try {
      await put('/passes/picked', { number: p.number, aos_utc: p.aos_utc, picked: !p.picked });
      await load();
    } catch (error) {
      shell.say(shell.note(error));
    }
  }
</script>

<main class="page">
  <header>
    <h1>Passes</h1>
    <label>Days <select class="field" bind:value={days} onchange={() => { keep('passes-days', days); void load(); }}><option value={1}>1</option><option value={3}>3</option><option value={7}>7</option><option value={10}>10</option></select></label>
    <button type="button" class="act" onclick={() => (choosing = true)}>Satellites</button>
    <button type="button" class="act" onclick={() => { together = true; if (!data.loaded) void data.load(); }}>Several at once</button>
    <button type="button" class="act" onclick={() => clock.toggle()}>{clock.utc ? 'UTC' : `Local, ${clock.name}`}</button>
  </header>

  {#if noPlace}
    <p class="caution"><b>Say in Station where you are.</b> Passes hang on the place; a grid square will do. <a class="act next" href="/station">To Station</a></p>
  {:else if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  {#if old.length}<p class="caution">{#each old as s (s.number)}<span class="age"><b>{s.name}</b>: {s.age_words}. </span>{/each}</p>{/if}

  {#if next}
    <section class="next" aria-label="Next pass worth working">
      <a href={href(next)}>
        <span class="when">{until(next.aos_utc, now)}</span>
        <span class="who"><b>{next.satellite}</b>{next.picked ? ', picked' : ''}<br />{clock.day(next.aos_utc)} {clock.time(next.aos_utc)} to {clock.time(next.los_utc)}</span>
        <span class="high"><b>{Math.round(next.max_elevation_deg)}°</b> high, from {compass(next.azimuth_aos_deg)} to {compass(next.azimuth_los_deg)}</span>
        <span class="act next">Get ready</span>
      </a>
      {#if best && best.aos_utc !== next.aos_utc}
        <p>The highest within a day: <a href={href(best)}>{best.satellite}, {clock.day(best.aos_utc)} {clock.time(best.aos_utc, false)}, {Math.round(best.max_elevation_deg)}°</a></p>
      {/if}
    </section>
  {:else if list && !busy}
    <p class="caution">{list.satellites.length ? 'No pass worth working in this span: look further ahead, or at all of them.' : 'No satellite is chosen.'} <button type="button" class="act" onclick={() => (choosing = true)}>Satellites</button></p>
  {/if}

  {#if list?.passes.length}<Filters bind:wanted satellites={list.satellites} found={shown.length} />{/if}
  {#if rows.length}
    <section class="days" class:many={rows.length > 4} aria-hidden="true">
      <div class="hours"><span></span><div>{#each [0, 3, 6, 9, 12, 15, 18, 21] as h (h)}<i style="left:{(h / 24) * 100}%">{String(h).padStart(2, '0')}</i>{/each}</div></div>
      {#each rows as row (row.key)}
        <div class="day">
          <span>{clock.day(row.passes[0]!.aos_utc)}</span>
          <svg viewBox="0 0 1440 90" preserveAspectRatio="none">
            {#each [0, 3, 6, 9, 12, 15, 18, 21, 24] as h (h)}<line x1={h * 60} x2={h * 60} y1="0" y2="90" />{/each}
            {#if clock.key(now) === row.key}<line x1={clock.part(now) * 1440} x2={clock.part(now) * 1440} y1="0" y2="90" class="now" />{/if}
            {#each row.passes as p (p.number + p.aos_utc)}
              {@const a = clock.part(p.aos_utc) * 1440}
              {@const w = Math.max((Date.parse(p.los_utc) - Date.parse(p.aos_utc)) / 60_000, 8)}
              {#if drawn.has(p) || Date.parse(p.los_utc) <= now}
                <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
                <path d="M{a} 90Q{a + w / 2} {90 - (p.max_elevation_deg / 90) * 168} {a + w} 90Z" class:workable={p.workable} class:picked={p.picked} class:past={Date.parse(p.los_utc) < now} onclick={() => navigate(href(p))}><title>{p.satellite} {clock.time(p.aos_utc, false)}, {Math.round(p.max_elevation_deg)}°</title></path>
              {/if}
            {/each}
          </svg>
        </div>
      {/each}
      <p class="quiet">Each hump a pass, as high as it rises; filled: workable with your radios{list?.masked ? ', above your horizon mask' : ''}; framed: picked.</p>
    </section>
  {/if}

  {#if list?.satellites.length}
    <section class="how" aria-label="Satellites and how to work them">
      {#each how as [words, names] (words)}<p><b>{names.join(', ')}</b>: {words}</p>{/each}
    </section>
  {/if}

  {#if listed.length}
    <table class="ruled">
      <thead><tr><th scope="col">{clock.name}</th><th scope="col">Satellite</th><th scope="col" class="n">High</th><th scope="col">Good to</th><th scope="col" class="wide">From, over, to</th><th scope="col" class="wide">Free sky</th><th scope="col" class="wide">Light</th><th scope="col">Mine</th></tr></thead>
      {#each listed as group, at (group.key)}
        <tbody>
          <tr class="date"><th scope="rowgroup" colspan="8"><button type="button" aria-expanded={isOpen(group.key, at)} onclick={() => (opened = { ...opened, [group.key]: !isOpen(group.key, at) })}>{isOpen(group.key, at) ? '▾' : '▸'} {clock.day(group.passes[0]!.aos_utc)} <span>{group.passes.length} {group.passes.length === 1 ? 'pass' : 'passes'}, up to {Math.round(Math.max(...group.passes.map((p) => p.max_elevation_deg)))}°</span></button></th></tr>
          {#each isOpen(group.key, at) ? group.passes : [] as p (p.number + p.aos_utc)}
            <tr class:dim={!p.workable}>
              <td class="time"><a href={href(p)}><b>{clock.time(p.aos_utc, false)}</b></a></td>
              <td>{p.satellite}</td>
              <td class="n high">{Math.round(p.max_elevation_deg)}°</td>
              <td>{good(p)}</td>
              <td class="wide">{compass(p.azimuth_aos_deg)} {compass(p.azimuth_tca_deg)} {compass(p.azimuth_los_deg)}</td>
              <td class="wide">{p.windows.length ? span(free(p)) : 'behind the mask'}{p.windows.length > 1 ? ` in ${p.windows.length} parts` : ''}</td>
              <td class="wide">{LIGHT[p.light]}</td>
              <td><button type="button" class="act pick" aria-pressed={p.picked} aria-label="{p.picked ? 'Take out' : 'Pick'} {p.satellite} {clock.time(p.aos_utc, false)}" onclick={() => pick(p)}>{p.picked ? 'Picked' : 'Pick'}</button></td>
            </tr>
          {/each}
        </tbody>
      {/each}
    </table>
  {:else if coming.length}
    <p class="caution">No pass is like that. <button type="button" class="act" onclick={() => (wanted = { ...EVERYTHING, good: 'all' })}>Show all {coming.length}</button></p>
  {/if}
  {#each list?.without ?? [] as w (w.satellite + w.reason)}<p><b>{w.satellite}</b>: {w.reason}.</p>{/each}
  {#if coming.some((p) => p.picked)}<p><a class="act" href="/api/passes/calendar.ics" download>Picked passes as a calendar file</a></p>{/if}
  {#if !list && busy}<p class="quiet">Looking for passes…</p>{/if}
</main>

<Satellites bind:open={choosing} onchange={load} />
<Together bind:open={together} passes={coming} radios={data.radios} />

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: center;
    margin-bottom: 12px;
  }
  h1 {
    margin: 0 auto 0 0;
    font-size: 28px;
  }
  .next > a {
    display: grid;
    grid-template-columns: auto auto 1fr auto;
    gap: 8px 28px;
    align-items: center;
    padding: 12px 16px;
    border: 3px solid var(--next);
    color: var(--ink);
    text-decoration: none;
  }
  .when {
    font-size: 34px;
    font-weight: 700;
    line-height: 1.1;
  }
  .who b {
    font-size: 22px;
  }
  .high b {
    font-size: 28px;
  }
  .next p {
    margin: 8px 0 0;
  }
  .next p a {
    text-decoration: underline;
    color: var(--ink);
    font-weight: 700;
  }
  .days {
    margin: 10px 0 18px;
  }
  .next {
    margin-bottom: 14px;
  }
  .day,
  .hours {
    display: grid;
    grid-template-columns: 104px 1fr;
    align-items: end;
  }
  .hours div {
    position: relative;
    height: 22px;
  }
  .hours i {
    position: absolute;
    font-style: normal;
    transform: translateX(-50%);
  }
  .day {
    border-bottom: 2px solid var(--ink);
  }
  .day svg {
    width: 100%;
    height: 58px;
    display: block;
  }
  .many .day svg {
    height: 34px;
  }
  .day line {
    stroke: var(--rule);
    stroke-width: 1;
    vector-effect: non-scaling-stroke;
    opacity: 0.5;
  }
  .day line.now {
    stroke: var(--next);
    stroke-width: 4;
    opacity: 1;
  }
  .day path {
    fill: var(--ground);
    stroke: var(--ink);
    stroke-width: 1.5;
    vector-effect: non-scaling-stroke;
    cursor: pointer;
  }
  .day path.workable {
    fill: var(--ink);
  }
  .day path.past {
    opacity: 0.4;
  }
  .day path.picked {
    stroke: var(--next);
    stroke-width: 6;
  }
  table {
    --cell: 6px 12px 6px 0;
  }
  thead th {
    border: 0;
    color: var(--quiet);
    font-weight: 400;
  }
  td.high {
    font-size: 22px;
    font-weight: 700;
  }
  .time a {
    color: var(--ink);
    white-space: nowrap;
    display: inline-block;
    padding: 10px 0;
  }
  .dim td.high {
    font-weight: 400;
  }
  .pick {
    min-width: 92px;
  }
  .how p {
    margin: 0 0 6px;
  }
  .date th {
    text-align: left;
    padding: 4px 0;
    font-size: 18px;
  }
  .date button {
    background: none;
    border: 0;
    color: var(--ink);
    font: inherit;
    font-weight: 700;
    min-height: 48px;
    padding: 0;
    cursor: pointer;
  }
  .date span {
    font-weight: 400;
    color: var(--quiet);
  }
  @media (max-width: 700px) {
    .days {
      display: none;
    }
    .wide {
      display: none;
    }
    .next > a {
      grid-template-columns: 1fr;
    }
    table {
      --cell: 6px 6px 6px 0;
    }
    .pick {
      min-width: 0;
      padding: 8px 6px;
    }
    .time a {
      white-space: normal;
    }
    header .field {
      padding-right: 30px;
    }
  }
</style>
