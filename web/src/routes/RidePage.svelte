<!-- The ride: the slot to be on, as large as can be; when to turn; where to point; one key for a contact. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, type ContactIn, type Plan, type Rehearsal, type Schemas } from '../lib/api';
  import { keep, recall } from '../lib/keep';
  import { Compass, turnWords } from '../lib/passes/compass.svelte';
  import { Choice, passPath } from '../lib/passes/choice';
  import { AHEAD_S, contacts, Ride } from '../lib/passes/ride.svelte';
  import RehearsalTwins from '../lib/passes/RehearsalTwins.svelte';
  import SkyPlot from '../lib/passes/SkyPlot.svelte';
  import { clock, compass, kilohertz, span } from '../lib/passes/time.svelte';
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
  let text = $derived(ride ? (ride.rehearsal && !ride.byTwins ? ride.slot(ride.turnedTo) : ride.slot(ride.memory)) : '');
  let group = $derived(text.includes('-') ? text.slice(0, text.lastIndexOf('-') + 1) : '');
  let slot = $derived(group ? text.slice(group.length) : text);
  let late = $derived(!!ride?.rehearsal && ride.now >= ride.start && ride.turnedTo !== ride.memory);
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

<main class="ride" class:pull={pull && ride && !ride.over} class:twinned={ride?.byTwins && !ride.over}>
  {#if !ride}
    <h1>Ride</h1>
    <p>{trouble || 'Getting the pass ready…'}</p>
    <a class="act" href={path}>To the pass</a>
  {:else}
    <p class="visually-hidden" aria-live="assertive">{ride.announced}</p>
    <header>
      <a class="act plain" href={path + query}>Leave</a>
      <h1 class="who">{ride.plan.pass.satellite} {ride.rehearsal ? `rehearsed${speed > 1 ? `, ${speed} times as fast` : ''}` : ''}</h1>
      <span class="time">{clock.time(ride.now)}</span>
    </header>

    {#if ride.over}
      <section class="done">
        <h2>{ride.rehearsal ? 'Rehearsal over' : 'It has set'}</h2>
        {#if ride.rehearsal}
          {#if ride.score}
            <p class="big">{ride.score.in_tune_percent} % in tune</p>
            <p>{ride.score.words}</p>
            <p>{ride.score.changes_made} of {ride.score.changes} changes{ride.score.mean_late_s !== null ? `, ${ride.score.mean_late_s} s off in the mean` : ''}; worst {(ride.score.worst_hz / 1000).toFixed(1)} kHz. {ride.score.contacts_good} of {ride.score.contacts} calls in the clear{ride.score.doubled ? `, ${ride.score.doubled} over somebody else` : ''}. Of {ride.score.overs_heard + ride.score.overs_missed} overs of others you heard {ride.score.overs_heard}.{ride.armedAt === null ? '' : ` Armed ${span(ride.armedAt)} after its rise.`}</p>
            {#if ride.score.changes_late.length}
              <ul>{#each ride.score.changes_late as c (c.memory)}<li><b>{clock.time(c.due_utc)}</b> to {ride.slot(c.memory)}: {c.late_s === null ? 'not made' : c.late_s < 0 ? `${(-c.late_s).toFixed(0)} s early` : `${c.late_s.toFixed(0)} s late`}, up to {(c.worst_hz / 1000).toFixed(1)} kHz off tune</li>{/each}</ul>
            {/if}
          {:else}<p>{trouble || 'Counting…'}</p>{/if}
          <div class="acts"><button type="button" class="act next" onclick={() => { trouble = ''; start(ride!.plan, ride!.rehearsal); }}>Once more</button><a class="act" href={path + query}>To the pass</a></div>
        {:else}
          <p>{stamps.length ? 'Fill in who it was; the log keeps it.' : 'No contact was stamped.'}</p>
          <div class="acts"><a class="act next" href="/log">To the log</a><a class="act" href={path + query}>To the pass</a></div>
        {/if}
      </section>
    {:else}
      <section class="slot" aria-label="Slot to be on">
        <svg viewBox="-110 -110 220 220" aria-hidden="true">
          <circle r="100" class="track" />
          <circle r="100" class="left" pathLength="100" stroke-dasharray="{Math.min(left / before, 1) * 100} 100" transform="rotate(-90)" />
        </svg>
        <div class="number"><span class="group">{group || (ride.rehearsal && !ride.byTwins ? 'you are on' : ride.now < ride.start ? 'be on' : 'slot')}</span><b style="font-size:min({slot.length > 3 ? 18 : 24}vmin, {slot.length > 3 ? 18 : 26}vh)">{slot}</b>{#if late}<span class="then now">turn to <b>{ride.slot(ride.memory)}</b> now</span>{:else}<span class="then">{ride.nextWords} in <b>{span(left)}</b></span>{/if}</div>
      </section>

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
        <section class="air" aria-label="What you hear">
          <div class="meter" role="img" aria-label="Heard {ride.air?.heard ?? 0} of 5">{#each [1, 2, 3, 4, 5] as n (n)}<i class:on={(ride.air?.heard ?? 0) >= n}></i>{/each}</div>
          <p><b>{ride.air ? `${kilohertz(ride.air.off)} kHz off` : 'nothing yet'}</b> {ride.air?.other ? (ride.air.heard > 1 ? `${ride.air.other.call} ${ride.air.other.grid}${ride.air.other.strong ? ', strong' : ''}` : 'somebody, garbled') : ride.air ? 'a gap' : ''}</p>
          {#if !ride.armed}<p class="arm">Silent: its timer is not running. {ride.plan.arming_steps.map((x) => x.say).join('; ')}.</p>{/if}
          {#if !ride.byTwins}<div class="turns"><button type="button" class="act" onclick={() => turn(-1)}>One click back</button><button type="button" class="act" class:next={ride.turnedTo < ride.memory} onclick={() => turn(1)}>One click on</button></div>{/if}
        </section>
      {/if}

      {#if ride.byTwins}
        {#if byHand && ride.held}
          <section class="hand" aria-label="Set the radios up">
            {#each byHand as one, n (n)}
              <h2>{byHand.some((x) => x.radio !== one.radio) ? `${one.radio}: ` : ''}{one.title}</h2>
              {#if one.steps.length}
                {@const first = one.steps.findIndex((s) => !s.when)}
                {#if first > 0}<details><summary>If something is open, a menu, a value, a blinking number</summary><ul>{#each one.steps.slice(0, first) as step, m (m)}<li>{step.say}</li>{/each}</ul></details>{/if}
                <ol>{#each one.steps.slice(Math.max(first, 0)) as step, m (m)}<li>{#if step.when}{step.say}{:else}<b>{step.say}</b>{/if}{#if step.actions.length && !step.when}<kbd>{step.actions.join(' ')}</kbd>{/if}{#if step.shows}<span class="quiet">, shows {step.shows}</span>{/if}</li>{/each}</ol>
              {:else}<p class="quiet">By hand on the radio; the twin has no knob for it.</p>{/if}
            {/each}
            <button type="button" class="act next" onclick={() => (ride!.held = false)}>They stand: begin the pass</button>
          </section>
        {/if}
        <p class="came" role="status">{said || 'Turn to the slot shown; PTT on the radio calls.'}</p>
        <div class="radios">{#key round}<RehearsalTwins bind:this={hands} plan={ride.plan} path={`${path}/twins${byHand ? new Choice(query).with('by_hand', 'true') : query}`} onplay={(radio, play, pressed) => { said = ride!.played(radio, play, pressed) || said; }} onfail={() => { twinsWork = false; ride!.byTwins = false; }} />{/key}</div>
      {:else}
        <button type="button" class="act next stamp" onclick={stamp}>{ride.rehearsal ? 'Call now' : 'Contact now'}<small>{said}</small></button>
      {/if}

      <footer>
        <button type="button" class="act" aria-pressed={ride.sound} onclick={() => { ride!.touch(); ride!.switch('sound'); }}>Sound</button>
        <button type="button" class="act" aria-pressed={ride.speech} onclick={() => ride!.switch('speech')}>Speech</button>
        {#if needle && !ride.rehearsal}
          <button type="button" class="act" aria-pressed={needle.on} onclick={() => (needle!.on ? needle!.end() : void needle!.begin())}>Turn with the phone</button>
          {#if needle.on || needle.trouble}<label class="declination">needle beside true north, ° east<input class="field" type="number" step="0.5" min="-180" max="180" value={needle.declination} onchange={(e) => needle!.correct(e.currentTarget.value === '' ? null : Number(e.currentTarget.value))} /></label>{/if}
          {#if needle.trouble}<span role="status">{needle.trouble}</span>{/if}
        {/if}
        {#if !ride.rehearsal}
          <span>Clock <button type="button" class="act" onclick={() => ride!.trimBy(-1)}>−1 s</button> <button type="button" class="act" onclick={() => ride!.trimBy(1)}>+1 s</button> {ride.trim ? `${ride.trim > 0 ? '+' : ''}${ride.trim} s trimmed` : Math.abs(ride.away) > 200 ? `this device is ${(Math.abs(ride.away) / 1000).toFixed(1)} s ${ride.away > 0 ? 'slow' : 'fast'}; set right` : 'agrees with the server'}</span>
          <span class="quiet">{ride.awake === 'no' ? 'This screen cannot be kept awake: touch it now and then.' : ''}</span>
        {:else}
          {#if ride.byTwins}<button type="button" class="act" aria-pressed={byHand !== null} onclick={setUp}>Set up first, by the sheets</button>{/if}
          <label>Speed <select class="field" bind:value={speed} onchange={() => start(ride!.plan, ride!.rehearsal)}>{#each [1, 2, 5, 10, 20] as n (n)}<option value={n}>{n} times</option>{/each}</select></label>
        {/if}
      </footer>
    {/if}

    {#if stamps.length}
      <section class="stamps">
        {#each stamps as c (c.id)}
          <div><span>{clock.time(c.at_utc)}</span>
            <input class="field" aria-label="Call sign" placeholder="call sign" autocapitalize="characters" autocomplete="off" bind:value={c.call_sign} onchange={() => contacts.keep($state.snapshot(c))} />
            <input class="field grid" aria-label="Grid" placeholder="grid" autocomplete="off" maxlength="6" bind:value={c.grid} onchange={() => contacts.keep($state.snapshot(c))} />
            <input class="field rst" aria-label="Report sent" placeholder="sent" autocomplete="off" maxlength="10" inputmode="numeric" bind:value={c.report_sent} onchange={() => contacts.keep($state.snapshot(c))} />
            <input class="field rst" aria-label="Report received" placeholder="had" autocomplete="off" maxlength="10" inputmode="numeric" bind:value={c.report_received} onchange={() => contacts.keep($state.snapshot(c))} />
            <input class="field note" aria-label="Note" placeholder="note" autocomplete="off" maxlength="200" bind:value={c.note} onchange={() => contacts.keep($state.snapshot(c))} /></div>
        {/each}
        {#if contacts.queue.length}<p class="quiet">{contacts.queue.length} kept here, sent when the server answers.</p>{/if}
      </section>
    {/if}
  {/if}
</main>

<style>
  .hand {
    border: 3px solid var(--ink);
    padding: 8px 12px;
  }
  .hand h2 {
    font-size: 18px;
    margin: 8px 0 0;
  }
  .hand ol {
    margin: 0 0 8px;
    padding-left: 1.6em;
    list-style: decimal;
  }
  .hand details {
    color: var(--quiet);
  }
  .hand summary {
    min-height: 32px;
  }
  .hand kbd {
    font: inherit;
    margin-left: 0.3em;
    color: var(--quiet);
  }
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
  footer,
  .stamp,
  .stamps,
  .done {
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
  .slot {
    position: relative;
    display: grid;
    place-items: center;
    grid-row: 2 / span 1;
  }
  .slot svg {
    width: min(100%, 58vh);
    height: auto;
  }
  .track {
    fill: none;
    stroke: var(--rule);
    stroke-width: 4;
  }
  .left {
    fill: none;
    stroke: var(--ink);
    stroke-width: 14;
  }
  .pull .left {
    stroke: var(--next);
    stroke-width: 18;
  }
  .number {
    position: absolute;
    display: grid;
    justify-items: center;
    line-height: 1;
  }
  .number > b {
    line-height: 0.95;
  }
  .group,
  .then {
    font-size: 22px;
    padding: 6px 0;
  }
  .pull .then,
  .then.now {
    background: var(--next);
    color: var(--on-next);
    padding: 6px 12px;
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
  .declination {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .declination .field {
    width: 90px;
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
  footer {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
  }
  .air {
    grid-column: 1 / -1;
    display: grid;
    grid-template-columns: auto 1fr auto;
    gap: 16px;
    align-items: center;
  }
  .air p {
    margin: 0;
    font-size: 20px;
  }
  .meter {
    display: flex;
    gap: 4px;
    align-items: end;
  }
  .meter i {
    width: 20px;
    height: 40px;
    border: 2px solid var(--ink);
    box-sizing: border-box;
  }
  .meter i.on {
    background: var(--ink);
  }
  .turns,
  .acts {
    display: flex;
    gap: 8px;
  }
  .turns .act {
    min-height: 64px;
    min-width: 130px;
  }
  .stamps div {
    display: flex;
    gap: 10px;
    align-items: center;
    padding: 6px 0;
    border-top: 1px solid var(--rule);
    font-size: 20px;
  }
  .stamps div {
    flex-wrap: wrap;
  }
  .stamps .grid {
    width: 110px;
  }
  .stamps .rst {
    width: 84px;
  }
  .stamps .note {
    flex: 1 1 160px;
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
  .stamps input {
    min-width: 0;
  }
  .big {
    font-size: 64px;
    font-weight: 700;
    margin: 0;
  }
  .twinned {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
    grid-template-rows: auto auto auto auto 1fr auto;
  }
  .twinned .slot svg {
    width: min(100%, 34vh);
  }
  .twinned .number {
    zoom: 0.62;
  }
  .twinned .point {
    grid-template-columns: 170px 1fr;
    gap: 16px;
    align-items: center;
    justify-self: center;
  }
  .twinned .slot,
  .twinned .point,
  .twinned .air,
  .twinned .came {
    grid-column: 1;
    grid-row: auto;
  }
  .twinned .air {
    grid-template-columns: auto 1fr;
  }
  .twinned .air .arm {
    grid-column: 1 / -1;
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
    .twinned .slot,
    .twinned .point,
    .twinned .air,
    .twinned .came,
    .twinned .radios {
      grid-column: 1;
      grid-row: auto;
      border: 0;
      padding: 0;
    }
    .twinned .slot svg {
      width: min(60%, 24vh);
    }
    .twinned .number {
      zoom: 0.5;
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
    .slot {
      grid-row: auto;
    }
    .slot svg {
      width: min(100%, 44vh);
    }
    .point {
      grid-template-columns: 1fr 1.2fr;
      gap: 8px;
      align-items: center;
    }
    .air {
      grid-template-columns: auto 1fr;
      gap: 6px 12px;
    }
    .turns {
      grid-column: 1 / -1;
    }
    .turns .act {
      flex: 1;
      min-width: 0;
    }
    .az b {
      font-size: 34px;
    }
  }
</style>
