<!-- A sheet being followed: ladder, step, twin; on a phone the step fills the screen. -->
<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { get, type DeepProof, type Model, type Schemas, type WayHome } from '../lib/api';
  import { keep, recall } from '../lib/keeping/keep';
  import Ahead from '../lib/programming/sheet/Ahead.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import { Following, OUTCOMES, readAloud, spokenPage } from '../lib/programming/sheet/follow.svelte';
  import FaultTree from '../lib/programming/sheet/FaultTree.svelte';
  import PrintedSheet from '../lib/programming/sheet/PrintedSheet.svelte';
  import Ladder from '../lib/programming/sheet/Ladder.svelte';
  import Rehearsing from '../lib/programming/sheet/Rehearsing.svelte';
  import Recovery from '../lib/programming/sheet/Recovery.svelte';
  import { byWay, channelOf } from '../lib/programming/sheet/again';
  import BeforeStep from '../lib/programming/sheet/BeforeStep.svelte';
  import SheetCounts from '../lib/programming/sheet/SheetCounts.svelte';
  import SheetDone from '../lib/programming/sheet/SheetDone.svelte';
  import Dialog from '../lib/shell/Dialog.svelte';
  import Taken from '../lib/programming/sheet/Taken.svelte';
  import Trials from '../lib/programming/sheet/Trials.svelte';
  import { Seen } from '../lib/programming/sheet/seen.svelte';
  import StepView from '../lib/programming/sheet/StepView.svelte';
  import { TwinPlay } from '../lib/twin/play.svelte';
  import TwinAside from '../lib/programming/sheet/TwinAside.svelte';
  import { route } from '../router';

  const seen = new Seen();
  let stands = $state.raw<Schemas['Standing'] | null>(null);
  const following = new Following(route.params.id ?? '');
  let model = $state<Model | null>(null);
  let twin = $state<TwinPlay | null>(null);
  let ways = $state<WayHome[]>([]);
  let lost = $state(false);
  let taken = $state(false);
  let doubting = $state(false);
  let twinOpen = $state(false);
  let handsFree = $state(false);
  let deep = $state<DeepProof | null>(null);

  let content = $derived(following.sheet?.content ?? null);
  /** Of a sheet of many channels: the one at hand. */
  let part = $derived(content?.parts?.find((p) => p.last >= (following.pages[following.at]?.[0] ?? Infinity)) ?? content?.parts?.at(-1) ?? null);
  let onAir = $derived(!following.rehearsing && following.steps.length === 1 && following.steps[0]!.on_air);
  let wanted = $derived([...new Set(following.steps.filter((s) => s.done_as_new).flatMap((s) => s.caps).flatMap((c) => (c.kind === 'digits' ? [...c.key] : [c.held, c.key])))]);
  let following2 = $derived(following.pages.slice(following.at + 1, following.at + 3).map((page) => content!.steps[page[0]!]!));

  onMount(() => {
    void begin();
    return () => twin?.stop();
  });

  async function begin(): Promise<void> {
    await following.load();
    if (!following.sheet) return;
    const { model: name, firmware } = following.sheet.content;
    const key = `model.${name}.${firmware}`;
    model = recall<Model | null>(key, null);
    ways = recall<WayHome[]>(`ways.${name}.${firmware}`, []);
    try {
      model = await get<Model>(`/models/${name}?firmware=${firmware}`);
      keep(key, $state.snapshot(model));
      ways = await get<WayHome[]>(`/models/${name}/ways-home?firmware=${firmware}`);
      keep(`ways.${name}.${firmware}`, $state.snapshot(ways));
    } catch (error) {
      shell.note(error);
    }
    void proveDeeply();
    void seen.load(following.sheet.content.radio_id);
    get<Schemas['Standing']>(`/sheets/${route.params.id}/standing`).then((found) => (stands = found), () => {});
    if (model) twin = new TwinPlay(model, following.sheet.content.region, reached);
    if (twin) twin.speed = 0;
  }

  /** The proof from every state is asked for once the sheet stands there; it takes a second or some. */
  async function proveDeeply(): Promise<void> {
    const key = `proof.${route.params.id}`;
    deep = recall<DeepProof | null>(key, null);
    if (deep) return;
    try {
      deep = await get<DeepProof>(`/sheets/${route.params.id}/proof`);
      keep(key, $state.snapshot(deep));
    } catch (error) {
      shell.note(error);
    }
  }

  // The twin stands where the sheet stands.
  let rests = $derived(content ? seen.of(content.claims ?? [], following.ticked) : null);
  let fresh = $derived(content ? seen.fresh(content.claims ?? [], following.pages[following.at] ?? [], following.ticked) : []);
  let doneSteps = $derived((following.pages[following.at - 1]?.at(-1) ?? -1) + 1);
  $effect(() => {
    const done = following.finished ? (content?.steps.length ?? 0) : doneSteps;
    if (twin && following.sheet) untrack(() => void alongside(done));
  });

  let standing = -1;
  async function alongside(done: number): Promise<void> {
    if (standing === done || !twin) return;
    standing = done;
    await twin.startAt(following.id, done);
  }

  /** A press on the twin that leads where the step leads counts as the step. */
  function reached(play: { display: { text: string } }, pressed: boolean): void {
    const page = following.pages[following.at];
    if (!pressed || !page || !content) return;
    const steps = page.map((n) => content!.steps[n]!);
    const aim = steps.at(-1)!;
    const acts = steps.some((s) => s.actions.length && s.done_as_new);
    if (acts && !steps.some((s) => s.on_air) && play.display.text === aim.display.text) {
      standing = page.at(-1)! + 1;
      following.onTwin();
    }
  }

  function showOnTwin(): void {
    const actions = following.steps.filter((s) => s.done_as_new).flatMap((s) => s.actions);
    if (actions.length) twin?.show(actions);
    else following.onTwin();
  }

  function read(): void {
    const words = following.finished ? 'The sheet is done' : spokenPage(following.steps);
    if (!readAloud(words)) shell.say('This device has no voice of its own for reading aloud.');
  }

  /** A sheet of its own for the channel at hand, which holds from any state. */
  async function ownSheet(): Promise<void> {
    if (following.sheet) await byWay(following.sheet, 'long', channelOf(following.sheet, part), !!part);
  }

  /** Rejoin the sheet at a step, after the way back. */
  async function goOn(step: number): Promise<void> {
    lost = false;
    standing = -1;
    const found = following.pages.findIndex((page) => page.includes(step));
    const target = found < 0 ? following.pages.length : found; // the way back may have done the rest
    if (target <= following.at) following.go(target);
    while (following.at < target) await following.done();
  }

  let ofRadio = $derived(content?.slot_text === '');
  let silent = $state(false);
  let silentSlot = $state('');
  /** The slot that the step at hand belongs to. */
  function slotAt(): string {
    const step = following.pages[following.at]?.at(-1) ?? 0;
    return content?.parts.find((p) => step >= p.first && step <= p.last)?.slot ?? content?.goal.slot ?? '';
  }

  async function next(outcome: (typeof OUTCOMES)[number][0] | null = null): Promise<void> {
    const slot = slotAt();
    if (following.rehearsing) outcome = null; // nothing comes of a rehearsal
    const kept = following.done(outcome); // the sheet goes on at once; the tick may have to wait for the store
    if (outcome === 'answered') keep('contact.where', `${part?.line ?? String(content?.request.line ?? '')}`); // whoever answered is noted in the log next
    if (outcome === 'nothing') {
      silentSlot = slot;
      silent = true;
    }
    if (handsFree) read();
    await kept;
  }

  function onkeydown(event: KeyboardEvent): void {
    const at = event.target as HTMLElement;
    if (!shell.shortcuts || event.ctrlKey || event.metaKey || event.altKey || at.matches('input, textarea, select')) return;
    if (event.key === ' ' && at.matches('button, a')) return;
    if (event.key === 'j' || event.key === ' ' || (event.key === 'Enter' && handsFree)) {
      if (onAir) return;
      void next();
    } else if (event.key === 'k') void following.back();
    else if (event.key === 'e') lost = true;
    else if (event.key === 'r') read();
    else if (event.key === 't') twinOpen = !twinOpen;
    else return;
    event.preventDefault();
  }
</script>

<svelte:window {onkeydown} />

{#if following.trouble}
  <main class="alone">
    <h1>Sheet</h1>
    <p class="harm" role="alert">{following.trouble}</p>
    <a class="act" href="/">To the bench</a>
  </main>
{:else if content}
  <main class="sheet">
    <header>
      <div>
        <h1>{#if ofRadio}{following.sheet?.title}{:else}{part?.slot_text ?? content.slot_text} <span>{(part ? part.label : content.goal.channel.label) ?? ''}</span>{/if}</h1>
        {#if part}<span>channel {content.parts!.indexOf(part) + 1} of {content.parts!.length}</span>{/if}
        {#if content.chain && content.chain.of > 1}<span>sheet {content.chain.number} of {content.chain.of}</span>{/if}
        <span class="quiet">{content.my_name}</span>
        <a class="leave" href="/">Bench</a>
      </div>
      <span class="chapter">{following.steps[0]?.chapter ?? 'Done'} · {Math.min(following.at + 1, following.pages.length)} of {following.pages.length} · {following.secondsLeft} s left</span>
    </header>

    <aside class="ladder" aria-label="Chapters"><Ladder {following} /></aside>

    <div class="step" aria-live="polite">
      <Rehearsing {following} radio={content.my_name} />
      {#if following.finished && following.rehearsing}
        <h2>Rehearsed to the end on the twin. Your radio is as it was.</h2>
      {:else if following.finished}
        <SheetDone sheet={following.sheet!} />
      {:else}
        <BeforeStep sheet={following.sheet!} {deep} {stands} first={following.at === 0} goesOn={!!part && part !== content.parts![0] && following.pages[following.at]?.[0] === part.first} onown={() => void ownSheet()} />
        <StepView steps={following.steps} glass={model?.panel.glass ?? 'segments'} before={following.before} certain={deep?.certain ?? []} taken={() => (taken = true)} />
        {#if fresh.length}<p class="quiet">New on your radio: {fresh.slice(0, 3).join('; ')}. Watch that it does as drawn.</p>{/if}
        <Ahead steps={following2} />
      {/if}
    </div>

    <TwinAside {model} {twin} bind:open={twinOpen} {wanted} band={following.steps[0]?.band ?? true} finished={following.finished} ondo={showOnTwin} />

    <footer>
      <SheetCounts sheet={following.sheet!} {deep} {stands} {rests} first={following.at === 0} />
      <div class="aside">
        <button type="button" class="act" onclick={() => following.back()} disabled={following.at === 0}>Back</button>
        <button type="button" class="act" onclick={() => (lost = true)} disabled={following.finished}>It shows something else</button>
        <button type="button" class="act" onclick={read}>Read aloud</button>
        <button type="button" class="act" aria-pressed={handsFree} onclick={() => { handsFree = !handsFree; if (handsFree) read(); }}>Hands-free</button>
        <button type="button" class="act paper" onclick={() => window.print()}>Print</button>
        <button type="button" class="act twinkey" onclick={() => (twinOpen = true)}>Twin</button>
      </div>
      {#if !following.finished}
        {#if onAir}
          <div class="outcomes" role="group" aria-label="What came of it">
            {#each OUTCOMES as [value, words] (value)}<button type="button" class="act" onclick={() => next(value)}>{words}</button>{/each}
            <button type="button" class="act plain" onclick={() => next()}>Leave it out</button>
          </div>
        {:else}
          <button type="button" class="act next donekey" onclick={() => next()}>Done</button>
        {/if}
      {/if}
    </footer>
  </main>

  <PrintedSheet sheet={following.sheet!} />
  <Taken bind:open={taken} sheet={following.id} radio={content.radio_id} goal={content.goal_kind} power={(content.request.power as string | null) ?? null} one={channelOf(following.sheet!, part)} step={following.steps.find((s) => s.look) ?? null} />
  <FaultTree bind:open={silent} radio={content.radio_id} slot={silentSlot} />
  <Recovery bind:open={lost} sheet={following.id} step={following.pages[following.at]?.at(-1) ?? 0} steps={content.steps} glass={model?.panel.glass ?? 'segments'} {ways} {goOn} anew={() => void ownSheet()} doubt={() => { lost = false; doubting = true; }} />
  <Dialog bind:open={doubting} title="Is the description right?">
    {#if doubting && model}<Trials model={content.model} own={model.own} slot={channelOf(following.sheet!, part).slot_text} steps={content.steps} step={following.pages[following.at]?.at(-1) ?? 0} glass={model.panel.glass} onmended={() => { doubting = false; void ownSheet(); }} />{/if}
  </Dialog>
{:else}
  <main class="alone"><h1>Sheet</h1><p role="status">Fetching it…</p></main>
{/if}

<style>
  .sheet {
    display: grid;
    grid-template-columns: 210px minmax(0, 1fr) 366px;
    grid-template-rows: auto 1fr auto;
    gap: 0 24px;
    max-width: 1280px;
    min-height: calc(100dvh - 60px);
    margin: 0 auto;
    padding: 0 20px;
    box-sizing: border-box;
  }
  header {
    grid-column: 1 / -1;
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 16px;
    padding: 8px 0;
    border-bottom: 3px solid var(--ink);
  }
  header > div {
    display: flex;
    align-items: baseline;
    gap: 14px;
  }
  h1 {
    margin: 0;
    font-size: 26px;
  }
  .leave {
    display: none;
    margin-left: auto;
    padding: 10px 4px;
    color: var(--ink);
  }
  .ladder {
    padding-top: 12px;
  }
  .step {
    padding: 16px 0;
    min-width: 0;
  }
  footer {
    grid-column: 1 / -1;
    position: sticky;
    bottom: 0;
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 8px 16px;
    align-items: center;
    padding: 10px 0 12px;
    background: var(--ground);
    border-top: 3px solid var(--ink);
  }
  .aside,
  .outcomes {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .aside .act {
    font-weight: 400;
  }
  .outcomes {
    grid-column: 1 / -1;
  }
  .outcomes .act {
    flex: 1 1 8em;
    min-height: 64px;
  }
  .donekey {
    min-width: 320px;
    min-height: 72px;
    font-size: 26px;
  }
  .twinkey {
    display: none;
  }
  .alone {
    max-width: 700px;
    margin: 32px auto;
    padding: 0 16px;
  }
  @media print {
    .sheet {
      display: none;
    }
  }
  @media (max-width: 1100px) {
    .paper {
      display: none;
    }
    .sheet {
      grid-template-columns: minmax(0, 1fr);
      padding: 0 12px;
      min-height: 100dvh;
    }
    .ladder {
      display: none;
    }
    .twinkey {
      display: inline-flex;
    }
  }
  @media (max-width: 700px) {
    header {
      display: block;
      padding: 2px 0 4px;
    }
    .leave {
      display: inline-block;
    }
    h1 {
      font-size: 20px;
    }
    footer {
      grid-template-columns: 1fr;
      padding: 8px 0;
    }
    .aside {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
    }
    .aside .act {
      padding: 2px 6px;
    }
    .aside .act:nth-child(2) {
      grid-column: span 2;
    }
    .donekey {
      min-width: 0;
      width: 100%;
      min-height: 76px;
    }
  }
</style>
