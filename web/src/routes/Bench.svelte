<!-- The first screen: the listing line is the page. -->
<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { data } from '../lib/programming/bench/data.svelte';
  import FirstRun from '../lib/programming/bench/FirstRun.svelte';
  import Keypad from '../lib/programming/bench/Keypad.svelte';
  import { Listing } from '../lib/programming/bench/listing.svelte';
  import { get, inKit, type ListedPass, type Schemas } from '../lib/api';
  import { clock, until } from '../lib/passes/time.svelte';
  import Near from '../lib/programming/bench/Near.svelte';
  import { keep, recall } from '../lib/keeping/keep';
  import RadioStrip from '../lib/programming/bench/RadioStrip.svelte';
  import WorkedSum from '../lib/programming/bench/WorkedSum.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import Term from '../lib/shell/Term.svelte';

  /** Whether it offers to go on with an open sheet; not where something above it does. */
  let { resume = true }: { resume?: boolean } = $props();
  const listing = new Listing();
  /** The repeater near the station from which the line was taken: both ends of the path are known. */
  let near = $state.raw<Schemas['ListedShape'] | null>(recall('near-taken', null));
  let field: HTMLInputElement | undefined = $state();
  let letters = $state(false);
  let typing = $state(false);
  let radios: HTMLElement | undefined = $state();
  let pass = $state<ListedPass | null>(null);
  let named = $state<ListedPass | null>(null);
  let now = $state(Date.now());
  let phone = $state(window.matchMedia('(max-width: 700px)').matches);

  onMount(() => {
    if (data.loaded) void data.load();
    const shared = new URLSearchParams(window.location.search);
    const line = (shared.get('line') || shared.get('title') || '').trim();
    if (line) {
      // shared from another application: it is the line now, and not again when the page is loaded anew
      window.history.replaceState(window.history.state, '', '/');
      if (!listing.paste(line)) listing.set(line);
    } else if (listing.line) void listing.ask();
    get<ListedPass | null>('/passes/next').then((p) => (pass = p), () => {});
    const clockTimer = window.setInterval(() => (now = Date.now()), 15_000);
    if (!phone) field?.focus();
    const media = window.matchMedia('(max-width: 700px)');
    const onchange = () => (phone = media.matches);
    media.addEventListener('change', onchange);
    return () => {
      media.removeEventListener('change', onchange);
      window.clearInterval(clockTimer);
    };
  });

  // When the server is back, what it could not answer is asked again.
  $effect(() => {
    if (shell.reach !== 'ok') return;
    untrack(() => {
      if (listing.missed) void listing.ask();
      if (!data.loaded) void data.load();
    });
  });

  // A satellite's name is a line too: it leads to its next pass.
  $effect(() => {
    const text = listing.line.trim();
    named = null;
    if (!/^[a-z][a-z0-9 -]{2,}$/i.test(text)) return;
    get<ListedPass | null>(`/passes/next?satellite=${encodeURIComponent(text)}`).then((p) => text === listing.line.trim() && (named = p), () => {});
  });
  const passHref = (p: ListedPass): string => `/passes/${p.number}/${encodeURIComponent(p.aos_utc)}`;

  const EXAMPLES = ['147.33 + 103.5', '448.775 minus 5 t118.8 DEPOT', '146.55', 'in 146.73 out 147.33', '442.1 d023 narrow'];

  let found = $derived(listing.found);
  let unsaidTone = $derived(found?.notes.some((n) => n.field === 'tone_mode' && n.text.includes('not said')) ?? false);
  let urgent = $derived.by(() => {
    const open = resume ? data.sheets[0] : undefined;
    if (open) return { text: `Go on: ${open.title} on ${open.radio}`, small: `${open.done} of ${open.steps} steps`, href: `/sheet/${open.id}` };
    const radio = data.radios.find((r) => r.waiting.length > 0);
    if (radio) return { text: `Read back slot ${radio.waiting[0]} of ${radio.name}`, small: 'written, not yet looked at', href: `/radios/${radio.id}?slot=${radio.waiting[0]}` };
    return null;
  });

  /** More radios than these stand folded, by name, under the one in use. */
  const UNFOLDED = 3;
  let used = $state(recall<number>('radio', 0));
  /** The radio in use first, the others by name. */
  let inOrder = $derived.by(() => {
    return [...data.radios].sort((a, b) => Number(b.id === used) - Number(a.id === used) || a.name.localeCompare(b.name));
  });
  let folded = $derived(inOrder.length > UNFOLDED ? inOrder.slice(1) : []);

  /** Take another radio in hand: it stands first, ready to be written. */
  function use(id: number): void {
    keep('radio', id);
    used = id;
    show();
  }

  /** Bring the first radio into view, and of what stands above it as much as there is room for. */
  function show(): void {
    window.setTimeout(() => {
      const strip = radios?.querySelector('.first');
      strip?.scrollIntoView({ block: 'end' });
      strip?.querySelector<HTMLElement>('button[type=submit]')?.focus({ preventScroll: true });
    }, 30);
  }

  function press(key: string): void {
    if (key === '⌫') listing.set(listing.line.slice(0, -1));
    else listing.set(listing.line + ({ '␣': ' ', T: ' t', D: ' d', '+': ' + ', '−': ' − ' }[key] ?? key));
  }

  function ready(): void {
    typing = false;
    field?.blur();
    show();
  }

  function onpaste(event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text') ?? '';
    if (listing.paste(text)) event.preventDefault();
  }
</script>

<main class="bench">
  <section class="line">
    <h1><label for="listing"><Term name="listing line">What does the listing say?</Term></label></h1>
    <input
      id="listing"
      class="field"
      bind:this={field}
      bind:value={() => listing.line, (v) => listing.set(v)}
      {onpaste}
      onfocus={() => (typing = true)}
      inputmode={phone && !letters ? 'none' : 'text'}
      autocomplete="off"
      autocapitalize="off"
      spellcheck="false"
      placeholder="147.33 + 103.5"
      aria-describedby="understood"
    />
    <div id="understood" aria-live="polite" class="understood">
      {#if named}
        <a class="urgent next" href={passHref(named)}><b>{named.satellite}: next pass {until(named.aos_utc, now)}</b> <span>{clock.day(named.aos_utc)} {clock.time(named.aos_utc, false)}, {Math.round(named.max_elevation_deg)}° high</span></a>
      {:else if listing.refused}
        <div class="harm" role="alert">
          <b>{listing.refused.where ?? listing.refused.title}: {listing.refused.found ?? listing.refused.detail}</b><br />
          {#if listing.refused.allowed}Allowed: {listing.refused.allowed}. {listing.refused.do}{/if}
        </div>
      {:else if found}
        {#each found.doubts as doubt (doubt.question)}
          <div class="ask">
            <b>{doubt.question}</b>
            <div class="acts">
              {#each doubt.choices as choice (choice)}
                {@const meaning = found.readings.find((r) => r.choice === choice)}
                <button type="button" class="act next choice" onclick={() => listing.add(choice)}><b>{choice}</b>{#if meaning}<span>{meaning.differs}</span>{/if}</button>
              {/each}
              {#if doubt.field === 'tx_hz'}<button type="button" class="act" onclick={() => listing.add('sign unknown')}>I do not know</button>{/if}
            </div>
          </div>
        {/each}
        <WorkedSum lines={found.sum} />
        {#if unsaidTone}
          <div class="ask">
            <span>No tone in the line.</span>
            <div class="acts">
              <button type="button" class="act" onclick={() => { listing.set(listing.line.trim() + ' t'); field?.focus(); }}>Add a tone</button>
              <button type="button" class="act" onclick={() => listing.add('no tone')}>There is none</button>
              <button type="button" class="act" onclick={() => listing.add('tone unknown')}>I do not know</button>
            </div>
          </div>
        {/if}
        <ul class="notes">
          {#each found.notes as note, at (at)}{#if !note.text.includes('not said')}<li>{note.text}</li>{/if}{/each}
          {#if found.talk_around}
            <li><Term name="talk-around" />: <button type="button" class="inline" onclick={() => listing.set(found!.talk_around!)}>{found.talk_around}</button></li>
          {/if}
          {#if !found.receive_only && !found.may_send && found.channel.tx_hz !== null}
            <li>Your <a href="/station">station</a> says listening only here: sheets leave the on-air check out.</li>
          {/if}
        </ul>
      {:else if listing.line.trim() && shell.reach !== 'ok'}
        <p>The line is kept; it is worked out when the server answers.</p>
      {:else}
        <p class="quiet try">For example</p>
        <div class="acts">
          {#each EXAMPLES.slice(0, phone ? 2 : undefined) as example (example)}<button type="button" class="act plain" onclick={() => { listing.set(example); field?.focus(); }}>{example}</button>{/each}
        </div>
      {/if}
    </div>
    {#if !listing.line.trim() && !inKit()}<Near take={(r) => { near = r; keep('near-taken', r); listing.set(r.line); }} />{/if}
    {#if listing.waiting.length}
      <div class="more">
        <span>{listing.waiting.length} more line{listing.waiting.length === 1 ? '' : 's'} pasted; next: <b>{listing.waiting[0]!.slice(0, 60)}</b></span>
        <div class="acts">
          <button type="button" class="act" onclick={() => listing.next()}>Next line</button>
          <button type="button" class="act plain" onclick={() => listing.drop()}>Drop them</button>
        </div>
      </div>
    {/if}
    {#if typing && phone}<Keypad onready={ready} onkey={press} {letters} onletters={() => { letters = !letters; field?.blur(); window.setTimeout(() => field?.focus(), 30); }} />{/if}
  </section>

  <section class="radios" aria-label="My radios" bind:this={radios}>
    {#if urgent && !(phone && listing.line.trim())}
      <a class="urgent" class:next={!listing.line.trim()} href={urgent.href}><b>{urgent.text}</b> <span>{urgent.small}</span></a>
    {/if}
    {#if pass && !(phone && listing.line.trim())}
      <a class="urgent" href={passHref(pass)}><b>Next pass: {pass.satellite} {until(pass.aos_utc, now)}</b> <span>{Math.round(pass.max_elevation_deg)}° high{pass.picked ? ', picked' : ''}</span></a>
    {/if}
    {#if data.radios.length}
      {#each folded.length ? inOrder.slice(0, 1) : inOrder as radio, at (radio.id)}
        {@const model = data.model(radio.model)}
        {#if model}<div class:first={at === 0}><RadioStrip {radio} {model} line={listing.line} {found} near={near && listing.line.startsWith(near.line) ? near : null} next={at === 0} /></div>{/if}
      {/each}
      {#if folded.length}
        <h2>Another radio</h2>
        <ul class="open">
          {#each folded as radio (radio.id)}
            <li><button type="button" class="other" onclick={() => use(radio.id)}><b>{radio.name}</b> <span class="quiet">{data.model(radio.model)?.name ?? ''}</span></button></li>
          {/each}
        </ul>
      {/if}
      {#if data.sheets.length > 1}
        <h2>Unfinished</h2>
        <ul class="open">
          {#each data.sheets.slice(1, 6) as sheet (sheet.id)}
            <li><a href="/sheet/{sheet.id}">{sheet.title}</a> <span class="quiet">{sheet.radio}, {sheet.done} of {sheet.steps}</span></li>
          {/each}
        </ul>
      {/if}
    {:else if data.loaded}
      <FirstRun models={data.models} onadded={() => data.load()} />
    {:else if data.slow}
      <p>Asking for your radios…</p>
    {:else if shell.reach !== 'ok'}
      <p>Your radios show when the server answers.</p>
    {/if}
  </section>
</main>

<style>
  .choice {
    display: inline-grid;
    text-align: left;
  }
  .choice span {
    font-weight: 400;
  }
  .bench {
    display: grid;
    grid-template-columns: minmax(0, 1.45fr) minmax(320px, 1fr);
    gap: 32px;
    max-width: 1280px;
    margin: 0 auto;
    padding: 16px 24px 32px;
  }
  .line label {
    display: block;
    margin-bottom: 6px;
    font-size: 20px;
    font-weight: 700;
  }
  #listing {
    width: 100%;
    box-sizing: border-box;
    min-height: 72px;
    font-size: 34px;
    font-weight: 700;
    border-width: 3px !important;
  }
  .understood {
    margin-top: 16px;
    min-height: 240px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 8px;
  }
  .try {
    margin: 0;
  }
  .ask {
    margin-top: 12px;
    padding: 10px 12px;
    border: 3px solid var(--next);
  }
  .notes {
    margin: 14px 0 0;
    padding-left: 1.2em;
    list-style: square;
    font-size: 18px;
  }
  .inline {
    padding: 8px 4px;
    margin: -8px 0;
    background: none;
    border: 0;
    color: inherit;
    font: inherit;
    text-decoration: underline;
    cursor: pointer;
  }
  .notes a {
    color: inherit;
  }
  .more {
    margin-top: 16px;
    padding-top: 10px;
    border-top: 2px solid var(--rule);
  }
  .urgent {
    display: block;
    padding: 10px 12px;
    margin-bottom: 16px;
    border: 3px solid var(--ink);
    color: var(--ink);
    text-decoration: none;
    font-size: 18px;
  }
  .urgent.next {
    border-color: var(--next);
    background: var(--next);
    color: var(--on-next);
  }
  .urgent span {
    display: block;
    font-size: 16px;
  }
  h1 {
    margin: 0;
    font-size: 20px;
  }
  h2 {
    margin: 16px 0 4px;
    font-size: 18px;
  }
  .open {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  .open li {
    padding: 10px 0;
    border-top: 1px solid var(--rule);
  }
  .first {
    scroll-margin-bottom: 76px;
  }
  .open li:has(.other) {
    padding: 0;
  }
  .other {
    display: block;
    width: 100%;
    min-height: 48px;
    padding: 10px 0;
    border: 0;
    background: none;
    color: inherit;
    font: inherit;
    text-align: left;
    cursor: pointer;
  }
  .open a {
    color: inherit;
    font-weight: 700;
  }
  @media (max-width: 900px) {
    #listing {
      position: sticky;
      top: 0;
      z-index: 2;
      background: var(--ground);
    }
    .bench {
      grid-template-columns: minmax(0, 1fr);
      gap: 16px;
      padding: 12px 12px 24px;
    }
    #listing {
      font-size: 26px;
      min-height: 60px;
    }
    .understood {
      min-height: 200px;
      padding-bottom: 12px;
    }
  }
</style>
