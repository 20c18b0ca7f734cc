<!-- Drill: five minutes on the twin, what comes next by what happened; a path for newcomers. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, inKit, type Model, type Schemas } from '../lib/api';
  import { data } from '../lib/programming/bench/data.svelte';
  import { keep, recall } from '../lib/keeping/keep';
  import ExerciseView from '../lib/twin/drill/ExerciseView.svelte';
  import KnownRadio from '../lib/twin/drill/KnownRadio.svelte';
  import { byKind, Run } from '../lib/twin/drill/run.svelte';
  import SlipsByKind from '../lib/twin/drill/SlipsByKind.svelte';
  import Glass from '../lib/twin/glass/Glass.svelte';
  import { shell } from '../lib/shell/state.svelte';

  let model = $state(recall('drill.model', ''));
  let person = $state(recall('drill.person', 'me'));
  let drill = $state.raw<Schemas['DrillShape'] | null>(null);
  let run = $state.raw<Run | null>(null);
  let shape = $state.raw<Model | null>(null);
  let trouble = $state('');

  onMount(() => {
    void begin();
    return () => run?.twin?.stop();
  });

  async function begin(): Promise<void> {
    if (!data.loaded) await data.load();
    if (!data.models.some((m) => m.model === model)) model = data.radios[0]?.model ?? data.models[0]?.model ?? '';
    await load();
  }

  async function load(): Promise<void> {
    if (!model) return;
    keep('drill.model', model);
    keep('drill.person', person);
    try {
      const asked = model;
      const both = await Promise.all([get<Schemas['DrillShape']>(`/drill?model=${asked}&person=${encodeURIComponent(person.trim() || 'me')}`), get<Model>(`/models/${asked}`)]);
      if (asked !== model) return; // another radio was chosen meanwhile
      [drill, shape] = both;
      trouble = '';
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function start(next: Schemas['NextShape'][]): Promise<void> {
    if (!shape) return;
    run = new Run(shape, person.trim() || 'me', next, shell.station?.region ?? 'r2');
    await run.next();
  }

  let mine = $derived([...new Set(data.radios.map((r) => r.model))].map((m) => data.model(m)).filter((m): m is Model => !!m));
  let others = $derived(data.models.filter((m) => !mine.includes(m)));
  let right = $derived(run?.done.filter((d) => d.right).length ?? 0);
  let upcoming = $derived(drill?.lessons.find((l) => !l.done) ?? null);
</script>

<main class="page">
  {#if run && !run.over}
    <header><h1>Drill</h1><button type="button" class="act" onclick={() => { run = null; void load(); }}>Stop here</button></header>
    {#if run.exercise}{#key run.exercise}<ExerciseView {run} left={run.left.length} />{/key}{:else}<p class="quiet">{run.trouble || 'Getting it ready…'}</p>{/if}
  {:else}
    <header>
      <h1>Drill</h1>
      <label>Radio<select class="field" aria-label="Radio" bind:value={model} onchange={() => { run = drill = shape = null; void load(); }}>
        {#if mine.length}<optgroup label="My radios">{#each mine as m (m.model)}<option value={m.model}>{m.name}</option>{/each}</optgroup>{/if}
        <optgroup label="Others">{#each others as m (m.model)}<option value={m.model}>{m.name}</option>{/each}</optgroup></select></label>
      <label>Who<input class="field" bind:value={person} maxlength="60" autocomplete="off" list="people" onchange={load} /></label>
      <datalist id="people">{#each drill?.people ?? [] as name (name)}<option value={name}></option>{/each}</datalist>
    </header>
    {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
    {#if run?.over}
      <section class="end">
        <h2>{right} of {run.done.length} right</h2>
        <table class="ruled"><thead><tr><th scope="col">What</th><th scope="col">How</th><th scope="col" class="n">Seconds</th><th scope="col" class="n">usual</th><th scope="col" class="n">Keys</th><th scope="col" class="n">fewest</th></tr></thead>
          <tbody>{#each run.done as d, n (n)}<tr><td>{d.words}</td><td>{d.right ? (d.hints ? `right, ${d.hints} ${d.hints > 1 ? 'hints' : 'hint'}` : 'right') : 'not yet'}</td><td class="n">{Math.round(d.seconds)}</td><td class="n">{Math.round(d.usual_s)}</td><td class="n">{d.fewest ? d.keys : ''}</td><td class="n">{d.fewest || ''}</td></tr>{/each}</tbody></table>
        {#if run.slips.length}<SlipsByKind kinds={byKind(run.slips)} />{/if}
        <p>What was slow, hinted or wrong comes again sooner; the rest in days.</p>
        <div class="acts"><button type="button" class="act next" onclick={() => { run = null; void load(); }}>Good</button></div>
      </section>
    {:else if drill}
      <section class="go">
        <button type="button" class="act" class:next={drill.items.some((i) => i.times)} disabled={!drill.next.length} onclick={() => start(drill!.next)}>{drill.due ? `Five minutes: ${drill.due} due` : 'Five minutes'}</button>
        <p>{drill.known} of {drill.items.length} things of this radio are known{drill.due ? '' : ', nothing is due'}. On the twin: nothing can break.</p>
      </section>
      <div class="two">
        <section>
          <h2>The path</h2>
          <ol class="path">
            {#each drill.lessons as l, at (at)}
              <li class:done={l.done}>
                <button type="button" class="act" class:next={l === upcoming && !drill.due} onclick={() => start([{ item: l.item, seed: drill!.items.find((i) => i.key === l.item)?.times ?? 0 }])}>{l.title}{l.done ? ' ✓' : ''}</button>
                {#if l === upcoming}
                  <p>{l.why}</p>
                  {#if shape && l.seen}<div class="seen"><Glass display={l.seen} kind={shape.panel.glass} /></div>{/if}
                  {#if l.words.length}<dl>{#each l.words as w (w.word)}<dt>{w.word}</dt><dd>{w.meaning}</dd>{/each}</dl>{/if}
                  {#if l.caution}<p class="caution">{l.caution}</p>{/if}
                {/if}
              </li>
            {/each}
          </ol>
          {#if !upcoming}<p class="own">The path is done. <a href="/">Now yours: write the keys for a channel of your own</a>, and do it on the radio in your hand.</p>{/if}
        </section>
        <section>
          <h2>What is known</h2>
          {#if shape}<KnownRadio model={shape} keys={drill.keys} />{/if}
          <ul class="known">
            {#each drill.items as i (i.key)}<li class={i.stage} class:due={i.due}><span>{#if i.key === 'ride' && !inKit()}<a href="/passes">{i.words}</a>: rehearse one{:else}{i.words}{/if}</span><b>{i.due ? 'due' : i.stage}</b></li>{/each}
          </ul>
        </section>
      </div>
      {#if drill.people.length && !inKit()}<p class="quiet"><a href="/api/drill/events.csv" download>All that was exercised, as a table (CSV)</a></p>{/if}
    {:else}<p class="quiet">Looking what is due…</p>{/if}
  {/if}
</main>

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 16px;
    align-items: end;
    justify-content: flex-end;
    margin-bottom: 16px;
  }
  h1 {
    margin: 0 auto 0 0;
    font-size: 28px;
  }
  h2 {
    font-size: 20px;
    margin: 0 0 8px;
  }
  label {
    display: grid;
    gap: 2px;
  }
  .field {
    width: auto;
  }
  .go {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 20px;
    align-items: center;
    margin-bottom: 20px;
  }
  .go .act {
    min-height: 72px;
    font-size: 24px;
    padding: 0 28px;
  }
  .go p {
    margin: 0;
  }
  .two {
    display: grid;
    grid-template-columns: 1.2fr 1fr;
    gap: 32px;
    border-top: 3px solid var(--ink);
    padding-top: 12px;
  }
  .path {
    list-style: none;
    padding: 0;
    margin: 0;
  }
  .path li {
    padding: 6px 0;
  }
  .path p {
    margin: 8px 0 0;
    white-space: pre-line;
  }
  .seen {
    max-width: 300px;
    margin-top: 8px;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 2px 12px;
    margin: 8px 0 0;
  }
  dt {
    font-weight: 700;
  }
  dd {
    margin: 0;
  }
  .path .done .act {
    border-color: var(--rule);
    color: var(--quiet);
  }
  .known {
    list-style: none;
    padding: 0;
    margin: 0;
  }
  .known li {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    padding: 8px 0;
    border-top: 1px solid var(--rule);
  }
  .known b {
    font-weight: 400;
    color: var(--quiet);
  }
  .known .known b,
  .known .due b {
    font-weight: 700;
    color: var(--ink);
  }
  .end {
    max-width: 760px;
  }
  .acts {
    display: flex;
    gap: 8px;
  }
  @media (max-width: 700px) {
    .two {
      grid-template-columns: 1fr;
      gap: 16px;
    }
    .go .act {
      width: 100%;
    }
  }
</style>
