<!-- It shows something else: pictures of what the radio may show, what the slip did, and the way back. -->
<script lang="ts">
  import { get, post, Refused, type Recovery, type Sight, type Step, type WayHome } from '../../api';
  import CapView from '../../twin/cap/CapView.svelte';
  import Glass from '../../twin/glass/Glass.svelte';
  import Dialog from '../../shell/Dialog.svelte';
  import { shell } from '../../shell/state.svelte';

  let {
    open = $bindable(false),
    sheet,
    step,
    steps,
    glass,
    ways,
    goOn,
    anew,
    doubt,
  }: { open: boolean; sheet: string; step: number; steps: Step[]; glass: string; ways: WayHome[]; goOn: (step: number) => void; anew: () => void; doubt: () => void } = $props();

  const FIRST = 6;

  let sights = $state<Sight[] | null>(null);
  let more = $state(false);
  let back = $state<Recovery | null>(null);
  let away = $state(false);
  let why = $state('');
  let asked = -1;

  $effect(() => {
    if (open && asked !== step) void ask();
    if (!open) {
      asked = -1;
      back = null;
    }
  });

  async function ask(): Promise<void> {
    const mine = (asked = step);
    sights = null;
    back = null;
    more = false;
    away = false;
    try {
      const found = await get<Sight[]>(`/sheets/${sheet}/steps/${mine}/sights`);
      if (asked === mine) sights = found; // the sheet went on meanwhile: these are of another step
    } catch (error) {
      told(error);
    }
  }

  let number = $state('');

  async function choose(text: string | null, main = ''): Promise<void> {
    try {
      back = await post<Recovery>(`/sheets/${sheet}/steps/${step}/recovery`, { text, main });
    } catch (error) {
      told(error);
    }
  }

  /** An answer is an answer, also one that refuses; only without one the server is away. */
  function told(error: unknown): void {
    const words = shell.note(error);
    away = true;
    why = error instanceof Refused ? words : 'The server does not answer, so it cannot look for the slip.';
  }

  let shown = $derived((sights ?? []).slice(0, more ? undefined : FIRST));
  let target = $derived(back ? steps[back.step] : undefined);
</script>

<Dialog bind:open title={back?.right ? 'All is well' : back ? 'The way back' : 'What does it show?'}>
  {#if away || sights?.length === 0}
    <p>{away ? why : 'No key was pressed in this step yet.'} Find what stands on the display, and do what is written beside it. Nothing is changed by it.</p>
    <ul class="home">
      {#each ways as way (way.looks + way.actions.join())}<li><b>{way.looks}</b> <span>{way.actions.join('  ')}</span></li>{/each}
      <li><b>A frequency or a slot, nothing blinks</b> <span>it is at rest</span></li>
    </ul>
    <div class="acts"><button type="button" class="act next" onclick={() => goOn(0)}>Start over at Ready</button></div>
  {:else if back}
    {#if back.found}
      {#if back.right}<p><b>Nothing went wrong.</b> This is what stands there on a radio that was set otherwise before. The sheet holds from there: go on.</p>{:else}<dl>
        <dt>Now</dt>
        <dd><b>{back.where[0]!.toUpperCase() + back.where.slice(1)}.</b></dd>
        <dt>Likely</dt>
        <dd>{back.slips.join('; ')}.</dd>
        <dt>Harm</dt>
        <dd>{#if back.harm.length}{#each back.harm as line, at (at)}<span class="harm">{line}.</span> {/each}{:else}None: no other slot and no setting of the whole radio was touched.{/if}</dd>
      </dl>{/if}
    {:else}
      {#if !back.anew}<p><b>Then from the beginning.</b> The first step asks what is open and leads out of it. The sheet holds from any state; what is done already is only done again. If another slot was harmed, this cannot know it: look through the slots you know afterwards.</p>
        <p>No slip explains it, and it does so again? Then perhaps the description of this radio is wrong here. <button type="button" class="act" onclick={doubt}>Find out where</button></p>{/if}
    {/if}
    {#if back.anew}
      <p>This channel's keys count on what the channel before left. Write it a sheet of its own, which holds from any state, then come back to the next one.</p>
      <button type="button" class="act next wide" onclick={anew}>Write this channel's own sheet</button>
    {/if}
    {#if back.way}
      <div class="way">
        <div class="caps">{#each back.way.caps as cap, at (at)}<CapView {cap} />{/each}</div>
        <p class="quiet">Then the display shows</p>
        <Glass display={back.way.display} kind={glass} />
      </div>
    {/if}
    {#if !back.anew}<button type="button" class="act next wide" onclick={() => goOn(back!.step)}>
      {back.way ? 'Done: go on with ' : 'Go on with '}“{target?.say.replace(/\.$/, '') ?? 'the end: the sheet is done then'}”
    </button>{/if}
    <p class="quiet">{!back.found ? '' : back.complete ? (back.right ? 'Proven from every state.' : 'Proven from every state in which these slips show this.') : `Proven from ${back.starts} ${back.starts === 1 ? 'state' : 'states'}${back.right ? '' : ' that show this'}.`} <button type="button" class="act plain" onclick={() => (back = null)}>Choose again</button></p>
  {:else if sights === null}
    <p role="status">Looking through every slip of the last steps…</p>
  {:else}
    <p>Touch the picture that is like your display after this step. The likeliest come first.</p>
    <ul class="sights">
      {#each shown as sight (sight.display.text)}
        <li>
          <button type="button" onclick={() => choose(sight.display.text)} aria-label="It shows {sight.display.text}">
            <Glass display={sight.display} kind={glass} />
            <span class:right={sight.right}>{sight.slip}</span>
          </button>
        </li>
      {/each}
    </ul>
    {#if /\d/.test(steps[step]?.display.main ?? '')}
      <form class="acts" onsubmit={(event) => { event.preventDefault(); void choose(null, number); }}>
        <label for="shown">Another number shows</label>
        <input id="shown" class="field" bind:value={number} inputmode="decimal" maxlength="20" autocomplete="off" placeholder={steps[step]!.display.main} />
        <button type="submit" class="act" disabled={!/\d/.test(number)}>Find it</button>
      </form>
    {/if}
    <div class="acts">
      {#if !more && sights.length > FIRST}<button type="button" class="act" onclick={() => (more = true)}>{sights.length - FIRST} more</button>{/if}
      <button type="button" class="act" onclick={() => choose(null)}>Nothing of these</button>
      <button type="button" class="act plain" onclick={() => (open = false)}>It is right after all</button>
    </div>
  {/if}
</Dialog>

<style>
  .sights {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
    gap: 10px;
    margin: 8px 0 14px;
    padding: 0;
    list-style: none;
  }
  .sights button {
    display: grid;
    width: 100%;
    gap: 4px;
    padding: 0 0 4px;
    background: none;
    border: 3px solid transparent;
    text-align: left;
    cursor: pointer;
  }
  .sights button:hover,
  .sights button:focus-visible {
    border-color: var(--ink);
  }
  .sights span {
    padding: 0 4px;
    color: var(--quiet);
  }
  .sights span.right {
    color: var(--ink);
    font-weight: 600;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 6px 16px;
    margin: 0 0 14px;
    font-size: 18px;
  }
  dt {
    color: var(--quiet);
  }
  dd {
    margin: 0;
  }
  .way {
    margin: 0 0 14px;
  }
  .caps {
    display: flex;
    flex-wrap: wrap;
    gap: 12px 20px;
  }
  .wide {
    width: 100%;
    min-height: 64px;
    font-size: 20px;
  }
  .acts .field {
    width: 9em;
  }
  form.acts {
    align-items: center;
    margin-bottom: 10px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .home {
    margin: 0 0 12px;
    padding: 0;
    list-style: none;
  }
  .home li {
    display: flex;
    justify-content: space-between;
    gap: 16px;
    padding: 8px 0;
    border-top: 1px solid var(--rule);
  }
</style>
