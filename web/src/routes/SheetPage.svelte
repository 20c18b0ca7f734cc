<!-- A sheet being followed: ladder, step, twin; on a phone the step fills the screen. -->
<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { get, patch, post, type DeepProof, type Model, type Schemas, type Sheet, type WayHome } from '../lib/api';
  import { keep, recall } from '../lib/keep';
  import CapView from '../lib/cap/CapView.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import Term from '../lib/shell/Term.svelte';
  import { Following, OUTCOMES, readAloud, spokenPage } from '../lib/sheet/follow.svelte';
  import FaultTree from '../lib/sheet/FaultTree.svelte';
  import PrintedSheet from '../lib/sheet/PrintedSheet.svelte';
  import PutBack from '../lib/sheet/PutBack.svelte';
  import Ladder from '../lib/sheet/Ladder.svelte';
  import Recovery from '../lib/sheet/Recovery.svelte';
  import { allReady, readyAsked } from '../lib/sheet/ready';
  import Dialog from '../lib/shell/Dialog.svelte';
  import Taken from '../lib/sheet/Taken.svelte';
  import Trials from '../lib/sheet/Trials.svelte';
  import { Seen } from '../lib/sheet/seen.svelte';
  import StepView from '../lib/sheet/StepView.svelte';
  import { TwinPlay } from '../lib/twin/play.svelte';
  import TwinPanel from '../lib/twin/TwinPanel.svelte';
  import { navigate, route } from '../router';

  const seen = new Seen();
  let stands = $state.raw<Schemas['Standing'] | null>(null);
  const following = new Following(route.params.id ?? '');
  let model = $state<Model | null>(null);
  let twin = $state<TwinPlay | null>(null);
  let ways = $state<WayHome[]>([]);
  let lost = $state(false);
  let readyDone = $state(readyAsked(Date.now()));
  let taken = $state(false);
  let doubting = $state(false);
  let twinOpen = $state(false);
  let handsFree = $state(false);
  let deep = $state<DeepProof | null>(null);

  let content = $derived(following.sheet?.content ?? null);
  /** Of a sheet of many channels: the one at hand. */
  let part = $derived(content?.parts?.find((p) => p.last >= (following.pages[following.at]?.[0] ?? Infinity)) ?? content?.parts?.at(-1) ?? null);
  let onAir = $derived(following.steps.length === 1 && following.steps[0]!.on_air);
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
      void following.done();
    }
  }

  function showOnTwin(): void {
    const actions = following.steps.filter((s) => s.done_as_new).flatMap((s) => s.actions);
    if (actions.length) twin?.show(actions);
    else void following.done();
  }

  function read(): void {
    const words = following.finished ? 'The sheet is done' : spokenPage(following.steps);
    if (!readAloud(words)) shell.say('This device has no voice of its own for reading aloud.');
  }

  /** The slot and the line that the step at hand is of. */
  function atHand(): { slot: string; slot_text: string; line: string; label: string | null } {
    return part ?? { slot: content!.goal.slot, slot_text: content!.slot_text, line: String(content!.request.line ?? ''), label: content!.goal.label };
  }

  /** A sheet of its own for the channel at hand, which holds from any state. */
  async function ownSheet(): Promise<void> {
    if (!content) return;
    await writeAgain('long', atHand());
  }

  /** The same channel by the other way; this sheet is put away. */
  async function otherWay(): Promise<void> {
    if (!content) return;
    await writeAgain(content.way === 'short' ? 'long' : 'short', { slot: content.goal.slot, line: String(content.request.line), label: content.goal.label });
  }

  async function writeAgain(way: string, one: { slot: string; line: string; label: string | null }): Promise<void> {
    try {
      const own = await post<Sheet>('/sheets', { radio_id: content!.radio_id, slot: one.slot, line: one.line, label: one.label, power: content!.request.power ?? null, way });
      if (!part) await patch(`/sheets/${following.id}`, { status: 'put_away' });
      navigate(`/sheet/${own.id}`);
    } catch (error) {
      shell.note(error);
    }
  }

  /** A sheet for just what differs from what the slot is known to hold; this one is put away. */
  async function lesser(): Promise<void> {
    const asked = content!.request;
    try {
      const own = await post<Sheet>('/sheets', { radio_id: content!.radio_id, slot: content!.goal.slot, line: String(asked.line), label: content!.goal.channel.label, power: asked.power ?? null, goal: content!.less!.goal });
      await patch(`/sheets/${following.id}`, { status: 'put_away' });
      navigate(`/sheet/${own.id}`);
    } catch (error) {
      shell.note(error);
    }
  }

  /** The same asked for again, by the description as it is now; this one is put away. */
  async function anew(): Promise<void> {
    const { csv, line, slot, label, power, row, goal } = content!.request as Record<string, string | null | undefined>;
    try {
      const own = csv ? await post<Sheet>('/sheets/batch', { radio_id: content!.radio_id, csv }) : await post<Sheet>('/sheets', { radio_id: content!.radio_id, slot, line, label, power, row, goal });
      await patch(`/sheets/${following.id}`, { status: 'put_away' });
      navigate(`/sheet/${own.id}`);
    } catch (error) {
      shell.say(shell.note(error));
    }
  }

  let sought = $state('');
  let soughtSaid = $state('');
  async function noteFound(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (ofRadio) {
      const value = sought.trim().toUpperCase();
      keep('line', `${String(content!.request.line).trim()} ${following.sheet!.kind!.sought!.word === 'code' ? 'DCS ' : ''}${value}`);
      navigate('/');
      return;
    }
    try {
      await post(`/sheets/${following.id}/found`, { value: sought });
      soughtSaid = `Noted for slot ${content!.slot_text}.`;
    } catch (error) {
      soughtSaid = shell.note(error);
    }
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

  const rehearsal = (back: string): string => `${back.replace('/passes/', '/ride/')}${back.includes('?') ? '&' : '?'}rehearse=10`;
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
  <div class="alone">
    <p class="harm" role="alert">{following.trouble}</p>
    <a class="act" href="/">To the bench</a>
  </div>
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
      {#if following.finished}
        <h2 class="done">
          {#if ofRadio}{following.sheet!.kind?.sought ? 'The channel stands in the VFO; nothing is stored.' : 'It is set.'}{:else if content.parts?.length}{content.parts.length} channels are written and read back.{:else}Slot {content.slot_text} is {following.sheet!.kind?.done ?? 'done'}.{/if}
        </h2>
        <p>Noted {ofRadio ? '' : `in the memory map of ${content.my_name} and `}in the work log.</p>
        {#if following.sheet!.kind?.sought}
          {@const looked = following.sheet!.kind.sought}
          <form class="sought" onsubmit={noteFound}>
            <label for="sought">Which {looked.word} did it stand still on?</label>
            <div class="acts"><input id="sought" class="field" bind:value={sought} maxlength="12" autocomplete="off" placeholder={looked.example} />
              <button type="submit" class="act" class:next={ofRadio} disabled={!sought.trim()}>{ofRadio ? 'Make it the channel' : 'Note it'}</button></div>
            {#if soughtSaid}<p role="status">{soughtSaid}</p>{/if}
          </form>
        {/if}
        {#if content.chain}
          <div class="acts">
            {#if content.chain.next}<a class="act next" href="/sheet/{content.chain.next}">Next: sheet {content.chain.number + 1} of {content.chain.of}</a>
            {:else}<a class="act next" href={content.chain.back.replace('/passes/', '/ride/')}>Ride the pass</a> <a class="act" href={rehearsal(content.chain.back)}>Rehearse it</a>{/if}
            <a class="act" href={content.chain.back}>To the pass</a>
          </div>
        {/if}
        <div class="acts"><a class="act" class:next={!content.chain} href="/radios/{content.radio_id}{ofRadio ? '' : `?slot=${content.goal.slot}`}">{ofRadio ? 'Show the radio' : 'Show the slot'}</a> <a class="act" href="/">Next channel</a></div>
        {#if content.changes.length}<PutBack radio={content.radio_id} changes={content.changes} />{/if}
        {#if content.limits.length}
          <h3>What this radio cannot show or do</h3>
          <ul>{#each content.limits as limit (limit)}<li>{limit}</li>{/each}</ul>
        {/if}
      {:else}
        {#if deep?.verdict === 'refuted'}
          <div class="harm" role="alert"><b>Stop: this sheet fails</b>{deep.condition ? ` from some states: ${deep.condition}` : ''}. {deep.why}</div>
        {/if}
        {#if stands?.changed && !stands.holds}
          <div class="harm" role="alert"><b>The description of this radio was changed since this sheet was written</b>, and {stands.why}. <button type="button" class="act" onclick={anew}>Write it anew</button></div>
        {/if}
        {#if following.at === 0 && !readyDone}
          <div class="before"><b>Once an outing:</b> antenna or dummy load on, battery full, volume up, squelch where the noise just stops. Never send without an antenna.
            <button type="button" class="act" onclick={() => { allReady(Date.now()); readyDone = true; }}>All so</button></div>
        {/if}
        {#if following.at === 0 && content.less}
          <div class="before"><b>Less will do:</b> {content.less.words}.
            <button type="button" class="act" onclick={lesser}>{content.less.button}: {content.less.taps + content.less.holds + content.less.digits} keys, {content.less.clicks} clicks, {Math.round(content.less.seconds)} s</button></div>
        {/if}
        {#if following.at === 0 && content.limits.length}
          <div class="before"><b>Before the first key:</b> {content.limits.join('; ')}.</div>
        {/if}
        {#if part && part !== content.parts![0] && following.pages[following.at]?.[0] === part.first}
          <div class="before">Goes on from the channel before. If the radio was used in between: <button type="button" class="act plain" onclick={ownSheet}>write this channel's own sheet</button></div>
        {/if}
        <StepView steps={following.steps} glass={model?.panel.glass ?? 'segments'} before={following.before} certain={deep?.certain ?? []} taken={() => (taken = true)} />
        {#if fresh.length}<p class="quiet">New on your radio: {fresh.slice(0, 3).join('; ')}. Watch that it does as drawn.</p>{/if}
        <ol class="ahead" aria-label="Next steps">
          {#each following2 as step (step.number)}
            <li>{step.say} <span>{#each step.caps as cap, at (at)}<CapView {cap} small />{/each}</span></li>
          {/each}
        </ol>
      {/if}
    </div>

    <aside class="twin" aria-label="Twin" class:open={twinOpen}>
      {#if model && twin}
        <div class="twinhead">
          <b><Term name="twin">Twin</Term></b>
          <button type="button" class="act" onclick={showOnTwin} disabled={following.finished}>Do this step on the twin</button>
          <button type="button" class="act close" onclick={() => (twinOpen = false)}>Close</button>
        </div>
        <TwinPanel {model} {twin} {wanted} band={following.steps[0]?.band ?? true} />
      {:else}
        <p class="quiet">The twin shows when the server answers; the sheet does not need it.</p>
      {/if}
    </aside>

    <footer>
      <div class="counts">
        {#if deep?.verdict === 'refuted'}Not proven.
        {:else if deep?.complete}<Term name="proven">Proven</Term> from every state (10<sup>{deep.states_log10}</sup>).
        {:else}<Term name="proven">Proven</Term> from {content.proof.starts} {content.proof.starts === 1 ? 'start' : 'starts'}{deep || content.way === 'short' ? '.' : ', now from every state …'}{/if}
        {content.counts.taps} taps, {content.counts.digits} digits, {content.counts.holds} holds,
        {content.counts.clicks} clicks, about {Math.round(content.counts.seconds)} s.
        {#if content.parts?.length}{content.saved_s ? `This order saves ${Math.round(content.saved_s)} s.` : 'No other order is shorter.'}{:else}{content.way === 'short' ? 'Short way.' : 'Long way.'}{/if}
        {#if stands?.changed && stands.holds}The description was changed since; proven anew, the keys are the same.{/if}
        {#if rests}Seen on your radio: {rests.seen} of {rests.all} things that it rests on.{/if}
        {#if content.other_way && following.at === 0}
          <button type="button" class="act other" onclick={otherWay}>
            {content.way === 'short' ? 'Long way, from any state' : 'Short way, after your last sheet'}: {content.other_way.taps + content.other_way.holds + content.other_way.digits} keys, {content.other_way.clicks} clicks, {Math.round(content.other_way.seconds)} s
          </button>
        {/if}
      </div>
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
  <Taken bind:open={taken} sheet={following.id} radio={content.radio_id} power={(content.request.power as string | null) ?? null} one={atHand()} step={following.steps.find((s) => s.look) ?? null} onPurpose={() => (taken = false)} />
  <FaultTree bind:open={silent} radio={content.radio_id} slot={silentSlot} />
  <Recovery bind:open={lost} sheet={following.id} step={following.pages[following.at]?.at(-1) ?? 0} steps={content.steps} glass={model?.panel.glass ?? 'segments'} {ways} {goOn} anew={() => void ownSheet()} doubt={() => { lost = false; doubting = true; }} />
  <Dialog bind:open={doubting} title="Is the description right?">
    {#if doubting && model}<Trials model={content.model} own={model.own} slot={atHand().slot_text} steps={content.steps} step={following.pages[following.at]?.at(-1) ?? 0} glass={model.panel.glass} onmended={() => { doubting = false; void ownSheet(); }} />{/if}
  </Dialog>
{:else}
  <p class="alone">Fetching the sheet…</p>
{/if}

<style>
  .sought {
    margin: 12px 0 20px;
  }
  .sought .field {
    width: 140px;
  }
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
  .twin {
    padding-top: 12px;
  }
  .twinhead {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 8px;
    margin-bottom: 8px;
  }
  .twinhead .act {
    font-weight: 400;
  }
  .close {
    display: none;
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
  .counts {
    grid-column: 1 / -1;
  }
  .other {
    margin-left: 8px;
    font-weight: 400;
  }
  .aside,
  .outcomes,
  .acts {
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
  .ahead {
    margin: 28px 0 0;
    padding: 0;
    list-style: none;
    color: var(--quiet);
  }
  .ahead li {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
    justify-content: space-between;
    padding: 6px 0;
    border-top: 1px solid var(--rule);
  }
  .ahead span {
    display: inline-flex;
    flex-wrap: wrap;
    gap: 10px;
  }
  .before {
    margin-bottom: 16px;
    padding: 8px 12px;
    border-left: 8px solid var(--rule);
  }
  .done {
    font-size: 28px;
    margin: 24px 0 12px;
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
    .twin {
      display: none;
    }
    .twin.open {
      display: block;
      position: fixed;
      inset: 0;
      z-index: 30;
      padding: 12px;
      background: var(--ground);
      overflow: auto;
    }
    .close,
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
    .counts,
    .ahead {
      display: none;
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
