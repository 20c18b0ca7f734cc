<!-- Perhaps the description is wrong: short walks on the radio, until it is known what differs. -->
<script lang="ts">
  import { post, type Display, type Schemas, type Step } from '../../api';
  import Glass from '../../twin/glass/Glass.svelte';
  import { shell } from '../../shell/state.svelte';

  let { model, own, slot, steps, step, glass, onmended }: { model: string; own: boolean; slot: string; steps: Step[]; step: number; glass: string; onmended: () => void } = $props();

  type Line = Schemas['TrialLine'];
  let log = $state<Line[]>([]);
  let answer = $state.raw<Schemas['TrialAnswer'] | null>(null);
  let at = $state(0);
  let telling = $state(true);
  let busy = $state(false);
  let trouble = $state('');
  let mended = $state('');
  let gives = $state(true);

  let drawn = $derived<Display>(answer?.trial ? answer.trial.steps[at]!.display : steps[step]!.display);
  let main = $state('');
  let shownSlot = $state('');
  let icons = $state('');

  $effect(() => {
    main = drawn.main;
    shownSlot = drawn.slot ?? '';
    icons = drawn.icons.join(' ');
  });

  const pressed = (): string[] => (answer?.trial ? answer.trial.steps.slice(0, at + 1).flatMap((s) => s.actions) : steps.slice(0, step + 1).filter((s) => s.done_as_new && !s.on_air).flatMap((s) => s.actions));

  /** Note what showed: what is drawn, or what was told. */
  function note(display: Schemas['SeenOnRadio']): void {
    const line: Line = answer?.trial ? { trial: answer.trial.id, actions: pressed(), display } : { sheet: 'sheet', step, actions: pressed(), display };
    log = [...log, line];
  }

  async function ask(): Promise<void> {
    busy = true;
    try {
      answer = await post<Schemas['TrialAnswer']>('/workshop/trial', { model, log, slot: gives ? slot : null });
      at = 0;
      telling = false;
      trouble = '';
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }

  async function asDrawn(): Promise<void> {
    note({ main: drawn.main, slot: drawn.slot, row: drawn.row, icons: drawn.icons });
    if (at + 1 < answer!.trial!.steps.length) at += 1;
    else await ask();
  }

  async function differs(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    note({ main: main.trim(), slot: shownSlot.trim() || null, row: drawn.row, icons: icons.split(/\s+/).filter(Boolean) });
    await ask();
  }

  async function mend(): Promise<void> {
    busy = true;
    try {
      mended = (await post<Schemas['MendedShape']>('/workshop/mend', { model, log, slot })).words;
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }
</script>

{#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
{#if mended}
  <p><b>The description is mended</b>: {mended}. Its radios, slots and sheets stay; write this sheet anew.</p>
  <button type="button" class="act next" onclick={onmended}>Write it anew</button>
{:else if answer?.settled}
  {@const settled = answer.settled}
  {#if settled.patches.length}
    <p><b>Most likely: {settled.patches[0]!.words}.</b></p>
    <ul>{#each settled.patches as p (p.path)}<li><code>{p.path}</code>: {p.value === null ? 'goes' : typeof p.value === 'object' ? 'another order' : String(p.value)}</li>{/each}</ul>
    {#if settled.left.length}<p>Not told apart from: {settled.left.slice(0, 5).join('; ')}.</p>{/if}
    {#if own}<div class="acts"><button type="button" class="act next" disabled={busy} onclick={mend}>Mend the description</button> <a class="act" href="/api/models/{model}/profile.yaml" download="{model}.yaml">Keep the old one as a file</a></div>
    {:else}<p>This description ships with Vocator and is not changed here; take a copy of it under Radios to mend it.</p>{/if}
  {:else if settled.left[0]?.startsWith('none of these')}
    <p><b>No single change of the description shows what was seen.</b> Look once more, in case a key slipped; else keep to sheets that do not go there.</p>
    <button type="button" class="act" onclick={() => { log = []; answer = null; telling = true; }}>Begin again</button>
  {:else}<p><b>It is as the description says.</b> Then it was a slip.</p>{/if}
{:else if telling}
  <p>What does it show? Write it as it stands there; the description draws</p>
  <Glass display={drawn} kind={glass} />
  <form class="form" onsubmit={differs}>
    <label>Main line<input class="field" bind:value={main} maxlength="60" autocomplete="off" /></label>
    <label>Slot<input class="field" bind:value={shownSlot} maxlength="20" autocomplete="off" placeholder="none" /></label>
    <label>Icons that light<input class="field" bind:value={icons} maxlength="120" autocomplete="off" placeholder="none" /></label>
    {#if !answer}<label class="check wide"><input type="checkbox" bind:checked={gives} />Slot {slot} may be written in trials</label>{/if}
    <button class="act next" disabled={busy}>{busy ? 'Looking…' : 'This shows'}</button>
    {#if answer}<button type="button" class="act plain" onclick={() => (telling = false)}>Back</button>{/if}
  </form>
{:else if answer?.trial}
  <p>{answer.candidates} readings of the description are left. Bring the radio home (nothing open, VFO mode), then, step {at + 1} of {answer.trial.steps.length}:</p>
  <p class="keys">{answer.trial.steps[at]!.actions.join('  ')}</p>
  <p class="quiet">It should show{answer.trial.writes.length ? `; this walk writes slot ${answer.trial.writes.join(', ')}` : ''}</p>
  <Glass display={drawn} kind={glass} />
  <div class="acts">
    <button type="button" class="act next" disabled={busy} onclick={asDrawn}>{busy ? 'Looking…' : 'As drawn'}</button>
    <button type="button" class="act" onclick={() => (telling = true)}>It differs</button>
    <button type="button" class="act plain" onclick={() => { at = 0; log = log.filter((l) => l.trial !== answer!.trial!.id); }}>I pressed something else</button>
  </div>
{/if}

<style>
  form {
    grid-template-columns: repeat(auto-fit, minmax(160px, 1fr));
    align-items: end;
    margin-top: 12px;
  }
  .field {
    width: 100%;
    box-sizing: border-box;
  }
  .wide {
    grid-column: 1 / -1;
  }
  .keys {
    font-family: 'B612 Mono', monospace;
    font-size: 24px;
    font-weight: 700;
    margin: 8px 0;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 12px;
  }
</style>
