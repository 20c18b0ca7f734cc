<!-- One exercise: a question, the twin or some answers; hints that cost; then how it went, said once. -->
<script lang="ts">
  import Glass from '../glass/Glass.svelte';
  import TwinPanel from '../TwinPanel.svelte';
  import { byKind, type Run } from './run.svelte';
  import SlipsByKind from './SlipsByKind.svelte';

  let { run, left }: { run: Run; left: number } = $props();
  let exercise = $derived(run.exercise!);
  let verdict = $derived(run.verdict);
  /** Done on the twin, and judged there; else one of the answers is right. */
  let onTwin = $derived(run.twin !== null && !exercise.choices.length);
  const DEPTHS = ['which chapter', 'which step', 'the keys'];
</script>

<div class="both" class:alone={!run.twin}>
  <section>
    <p class="quiet">{exercise.words}{left ? `, ${left} more` : ', the last one'}</p>
    <h2>{exercise.question}</h2>
    {#if exercise.shown}<div class="glass"><Glass display={exercise.shown} kind={run.model.panel.glass} /></div>{/if}

    {#if verdict}
      <p class="how" role="status">{verdict.right ? 'Right.' : onTwin ? 'Not yet. Where are you now?' : 'No.'}</p>
      {#if verdict.answer && !verdict.right}<p>It is <b>{verdict.answer}</b>.</p>{/if}
      {#if verdict.why}<p>{verdict.why[0]!.toUpperCase() + verdict.why.slice(1)}.</p>{/if}
      {#each verdict.forgotten as words, at (at)}<p class="harm">{words[0]!.toUpperCase() + words.slice(1)}.</p>{/each}
      {#each verdict.changed as words, at (at)}<p class="harm">Beside it, {words}.</p>{/each}
      {#if run.twin}
        {@const last = run.done.at(-1)!}
        {#if exercise.choices.length}<p>{last.keys ? `${last.keys === 1 ? '1 press' : `${last.keys} presses`} to look` : 'Told by the display alone'}; {verdict.fewest ? `${verdict.fewest} ${verdict.fewest === 1 ? 'is' : 'are'} enough` : 'it takes none'}.</p>
        {:else}<p>{Math.round(last.seconds)} s, {last.keys === 1 ? '1 press' : `${last.keys} presses and turns`}; the sheet takes about {verdict.usual_s} s and {verdict.fewest} keys.</p>{/if}
        {#if verdict.slips.length}<SlipsByKind kinds={byKind(verdict.slips)} />{/if}
        {#if !verdict.right && verdict.way.length}<details><summary>How it is done</summary><ol>{#each verdict.way as keys, n (n)}<li class="keys">{keys}</li>{/each}</ol></details>{/if}
      {/if}
      {#if verdict.note}<p class="caution">{verdict.note}</p>{/if}
      <div class="acts">
        {#if onTwin && !verdict.right}<button type="button" class="act next wide" onclick={() => run.goOn()}>Go on from here</button>{/if}
        <button type="button" class="act wide" class:next={verdict.right || !onTwin} onclick={() => void run.next()}>Next</button>
      </div>
    {:else if exercise.choices.length}
      <div class="choices">
        {#each exercise.choices as choice (choice)}<button type="button" class="act" disabled={run.busy} onclick={() => void run.answer(choice)}>{choice}</button>{/each}
      </div>
    {:else}
      {#if run.hints >= 1 && exercise.hints[0]!.length}<p><b>Chapters</b>: {exercise.hints[0]!.join(', ')}</p>{/if}
      {#if run.hints >= 2}<ol>{#each exercise.hints[1]! as say, n (n)}<li>{say}{#if run.hints >= 3}: <span class="keys">{exercise.hints[2]![n]}</span>{/if}</li>{/each}</ol>{/if}
      <div class="acts">
        <button type="button" class="act next" disabled={run.busy} onclick={() => void run.answer(null)}>{run.busy ? 'Looking…' : 'Done'}</button>
        {#if run.hints < 3}<button type="button" class="act" onclick={() => run.hint()}>A hint: {DEPTHS[run.hints]}</button>{/if}
      </div>
    {/if}
    {#if run.trouble}<p class="harm" role="alert">{run.trouble}</p>{/if}
  </section>
  {#if run.twin}<section aria-label="The radio"><TwinPanel model={run.model} twin={run.twin} band={false} /></section>{/if}
</div>

<style>
  .both {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 420px);
    gap: 32px;
  }
  .both.alone {
    grid-template-columns: minmax(0, 760px);
  }
  h2 {
    font-size: 30px;
    line-height: 1.2;
    margin: 4px 0 16px;
  }
  .quiet {
    margin: 0;
  }
  .glass {
    max-width: 380px;
    margin-bottom: 16px;
  }
  .choices {
    display: grid;
    gap: 10px;
  }
  .choices .act {
    min-height: 60px;
    font-size: 20px;
    justify-content: flex-start;
    text-align: left;
  }
  .how {
    font-size: 26px;
    font-weight: 700;
    margin: 0 0 8px;
  }
  .harm + p:not(.harm),
  .acts {
    margin-top: 12px;
  }
  .keys {
    font-family: 'B612 Mono', monospace;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .wide {
    min-width: 220px;
    min-height: 60px;
  }
  @media (max-width: 700px) {
    .both {
      grid-template-columns: 1fr;
      gap: 12px;
    }
    h2 {
      font-size: 22px;
    }
  }
</style>
