<!-- The ride: the slot to be on, as large as can be; when to turn; where to point; one key for a contact. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, type ContactIn, type Plan, type Rehearsal, type Schemas } from '../lib/api';
  import { keep, recall } from '../lib/keeping/keep';
  import { Compass, turnWords } from '../lib/passes/compass.svelte';
  import { Choice, passPath } from '../lib/passes/choice';
  import { AHEAD_S, contacts, Ride } from '../lib/passes/ride.svelte';
  import ByHand from '../lib/passes/ByHand.svelte';
  import Clocks from '../lib/passes/Clocks.svelte';
  import RideDone from '../lib/passes/RideDone.svelte';
  import RideAir from '../lib/passes/RideAir.svelte';
  import SlotRing from '../lib/passes/SlotRing.svelte';
  import Stamps from '../lib/passes/Stamps.svelte';
  import RehearsalTwins from '../lib/passes/RehearsalTwins.svelte';
  import SkyPlot from '../lib/passes/SkyPlot.svelte';
  import { clock, compass } from '../lib/passes/time.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import { route } from '../router';

  const number = route.params.number ?? '';
  const aos = decodeURIComponent(route.params.aos ?? '');
  const search = new Choice(window.location.search);
  let speed = $state(Number(search.query.get('rehearse') ?? 0));
  const query = new Choice(search.with('rehearse', null)).with('', null);
  const KEPT = `pass ${number} ${aos}`;
  const path = passPath(number, aos);

  let ride = $state.raw<Ride | null>(null);
  let trouble = $state('');
  let stamps = $state<ContactIn[]>([]);
  let said = $state('');
  let needle = $state.raw<Compass | null>(null);
  let stop = () => {};
  let twinsWork = $state(true);
  let round = $state(0);
  let byHand = $state.raw<Schemas['ByHand'][] | null>(null);
  let hands = $state<RehearsalTwins | null>(null);

  onMount(() => {
    void load();
    return () => {
      stop();
      needle?.end();
    };
  });

  async function load(): Promise<void> {
    let plan = recall<Plan | null>(KEPT, null);
    let rehearsal: Rehearsal | null = null;
    try {
      plan = await get<Plan>(path + query);
      keep(KEPT, plan);
      if (speed) rehearsal = await get<Rehearsal>(`${path}/rehearsal${query}`);
    } catch (error) {
      trouble = plan && !speed ? '' : shell.note(error);
    }
    if (plan && (!speed || rehearsal)) start(plan, rehearsal);
  }

  function start(plan: Plan, rehearsal: Rehearsal | null): void {
    stop();
    ride = new Ride(plan, speed || 1, rehearsal);
    ride.byTwins = !!rehearsal && plan.radios.length > 0 && twinsWork;
    ride.held = byHand !== null && ride.byTwins;
    said = '';
    round += 1;
    stop = ride.begin();
    needle ??= new Compass(plan.declination_deg);
  }

  /** Set the radios up by the sheets' own steps first; the pass waits for that. */
  async function setUp(): Promise<void> {
    try {
      byHand = byHand ? null : await get<Schemas['ByHand'][]>(`${path}/by-hand${query}`);
      start(ride!.plan, ride!.rehearsal);
    } catch (error) {
      shell.note(error);
    }
  }

  let left = $derived(ride ? Math.max((ride.nextAt - ride.now) / 1000, 0) : 0);
  let before = $derived(ride ? (ride.now < ride.start ? 900 : (() => { const m = ride.plan.set.memories[ride.memory]!; return Math.max((ride.nextAt - Date.parse(m.from_utc)) / 1000, 1); })()) : 1);
  let pull = $derived(left <= AHEAD_S);
  let still = $derived(ride?.plan.rows.find((r) => r.memory === -2));

  function stamp(): void {
    if (!ride || ride.over) return;
    ride.touch();
    if (ride.byTwins) {
      hands?.send();
      return;
    }
    if (ride.rehearsal) {
      said = ride.call();
      return;
    }
    const made = ride.stamp();
    stamps.unshift(made);
    void contacts.keep($state.snapshot(made));
    said = `Stamped ${clock.time(made.at_utc)}`;
  }

  function turn(by: number): void {
    ride?.touch();
    if (ride?.byTwins) hands?.turn(by);
    else ride?.turn(by);
  }

  function onkeydown(event: KeyboardEvent): void {
    if ((event.target as HTMLElement).matches('input, select')) return;
    const does: Record<string, () => void> = { ' ': stamp, ArrowRight: () => turn(1), ArrowUp: () => turn(1), ArrowLeft: () => turn(-1), ArrowDown: () => turn(-1) };
    const act = does[event.key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  }

  async function judge(): Promise<void> {
    try {
      await ride!.judge(`${path}/score${query}`);
    } catch (error) {
      trouble = shell.note(error);
    }
  }
  $effect(() => {
    if (ride?.rehearsal && ride.over && !ride.score && !trouble) void judge();
  });
</script>

<svelte:window onkeydowncapture={onkeydown} onpointerdown={() => ride?.touch()} />

<main class="ride" class:twinned={ride?.byTwins && !ride.over}>
  {#if !ride}
    <h1>Ride</h1>
    {#if trouble}<p class="harm" role="alert">{trouble}</p>{:else}<p role="status">Getting the pass ready…</p>{/if}
    <a class="act" href={path}>To the pass</a>
  {:else}
    <p class="visually-hidden" aria-live="assertive">{ride.announced}</p>
    <header>
      <a class="act plain" href={path + query}>Leave</a>
      <h1 class="who">{ride.plan.pass.satellite} {ride.rehearsal ? `rehearsed${speed > 1 ? `, ${speed} times as fast` : ''}` : ''}</h1>
      <span class="time">{clock.time(ride.now)}</span>
    </header>

    {#if ride.over}
      <RideDone {ride} pass={path + query} stamped={stamps.length} {trouble} onagain={() => { trouble = ''; start(ride!.plan, ride!.rehearsal); }} />
    {:else}
      <SlotRing {ride} {left} {before} {pull} />

      <section class="point">
        <div class="sky"><SkyPlot plan={ride.plan} at={ride.now} plain turned={needle?.heading ?? 0} /></div>
        <div class="numbers">
          <p class="az"><b>{Math.round(ride.pointing.azimuth)}°</b> {compass(ride.pointing.azimuth)}</p>
          <p class="az"><b>{Math.round(ride.pointing.elevation)}°</b> up</p>
          {#if needle?.heading !== null && needle}<p class="turnby" role="status"><b>{turnWords(needle.heading, ride.pointing.azimuth)}</b></p>{/if}
          <p>Roll the wrist until the noise drops.</p>
          {#if ride.plan.arming && !ride.rehearsal}<p class="arm">{ride.plan.arming}</p>{/if}
          {#if still && !ride.rehearsal}<p>{still.side ?? ride.plan.radios[still.radio]?.name}: slot {still.slot_text} all the time.</p>{/if}
        </div>
      </section>

      {#if ride.rehearsal}
        <RideAir {ride} onturn={turn} />
      {/if}

      {#if ride.byTwins}
        {#if byHand && ride.held}
          <ByHand sheets={byHand} onready={() => (ride!.held = false)} />
        {/if}
        <p class="came" role="status">{said || 'Turn to the slot shown; PTT on the radio calls.'}</p>
        <div class="radios">{#key round}<RehearsalTwins bind:this={hands} plan={ride.plan} path={`${path}/twins${byHand ? new Choice(query).with('by_hand', 'true') : query}`} onplay={(radio, play, pressed) => { said = ride!.played(radio, play, pressed) || said; }} onfail={() => { twinsWork = false; ride!.byTwins = false; }} />{/key}</div>
      {:else}
        <button type="button" class="act next stamp" onclick={stamp}>{ride.rehearsal ? 'Call now' : 'Contact now'}<small>{said}</small></button>
      {/if}

      <Clocks {ride} {needle} setUp={byHand !== null} bind:speed onsetup={() => void setUp()} onspeed={() => start(ride!.plan, ride!.rehearsal)} />
    {/if}

    {#if stamps.length}<Stamps bind:stamps />{/if}
  {/if}
</main>

<style>
  .ride {
    min-height: 100dvh;
    max-width: 1280px;
    margin: 0 auto;
    padding: 8px 20px 16px;
    box-sizing: border-box;
    display: grid;
    grid-template-columns: 1.25fr 1fr;
    grid-template-rows: auto 1fr auto auto;
    gap: 8px 24px;
  }
  header,
  .stamp {
    grid-column: 1 / -1;
  }
  header {
    display: flex;
    gap: 16px;
    align-items: center;
    border-bottom: 3px solid var(--ink);
  }
  .who {
    font-size: 20px;
    margin: 0 auto 0 0;
  }
  .time {
    font-size: 28px;
    font-weight: 700;
  }
  .point {
    display: grid;
    grid-template-columns: 1fr;
    align-content: center;
  }
  .sky {
    max-width: 300px;
    width: 100%;
    justify-self: center;
  }
  .numbers {
    justify-self: center;
  }
  .az {
    font-size: 24px;
    margin: 0;
  }
  .az b {
    font-size: 44px;
    display: inline-block;
    min-width: 2.6em;
    text-align: right;
    margin-right: 8px;
  }
  .turnby {
    font-size: 24px;
  }
  .numbers p:not(.az) {
    margin: 4px 0;
  }
  .arm {
    border-left: 8px solid var(--caution);
    padding-left: 8px;
  }
  .stamp {
    min-height: 88px;
    font-size: 28px;
    flex-direction: column;
    gap: 0;
  }
  :global([data-theme='night']) .stamp {
    background: var(--ground);
    color: var(--ink);
    border-width: 4px;
  }
  .stamp small {
    font-size: 16px;
    min-height: 22px;
  }
  .came,
  .radios {
    grid-column: 1 / -1;
    margin: 0;
  }
  .came {
    font-size: 22px;
    font-weight: 700;
    min-height: 30px;
  }
  .twinned {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
    grid-template-rows: auto auto auto auto 1fr auto;
  }
  .twinned .point {
    grid-template-columns: 170px 1fr;
    gap: 16px;
    align-items: center;
    justify-self: center;
  }
  .twinned .point,
  .twinned .came {
    grid-column: 1;
    grid-row: auto;
  }
  .twinned .radios {
    grid-column: 2;
    grid-row: 2 / 6;
    border-left: 3px solid var(--ink);
    padding-left: 24px;
  }
  @media (max-width: 700px) {
    .twinned {
      grid-template-rows: auto;
    }
    .twinned .point,
    .twinned .came,
    .twinned .radios {
      grid-column: 1;
      grid-row: auto;
      border: 0;
      padding: 0;
    }
    .twinned .sky {
      display: none;
    }
    .twinned .point {
      grid-template-columns: 1fr;
    }
    .twinned .numbers p:not(.az) {
      display: none;
    }
    .twinned .numbers {
      display: flex;
      gap: 16px;
    }
    .ride {
      padding: 4px 10px 10px;
      grid-template-columns: 1fr;
      grid-template-rows: auto;
    }
    .point {
      grid-template-columns: 1fr 1.2fr;
      gap: 8px;
      align-items: center;
    }
    .az b {
      font-size: 34px;
    }
  }
</style>
