<!-- A radio described question by question, its twin beside it, its goals below. -->
<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { post, type Model, type Schemas } from '../lib/api';
  import { data } from '../lib/programming/bench/data.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import { TwinPlay } from '../lib/twin/play.svelte';
  import TwinPanel from '../lib/twin/TwinPanel.svelte';
  import { Describing } from '../lib/profiles/describing.svelte';
  import Examples from '../lib/profiles/Examples.svelte';
  import Parts from '../lib/profiles/Parts.svelte';
  import PasteMenu from '../lib/profiles/PasteMenu.svelte';
  import QuestionForm from '../lib/profiles/QuestionForm.svelte';
  import { navigate, route } from '../router';

  const id = route.params.id ?? '';
  const about = new Describing(id);
  const MORE = [['paste', 'Paste the menu'], ['examples', 'Examples'], ['parts', 'Every part'], ['text', 'As a file']] as const;

  let at = $state('');
  let twin = $state<TwinPlay | null>(null);
  let model = $state.raw<Model | null>(null);
  let told = $state('');
  let refused = $state('');
  let text = $state<string | null>(null);
  let questions = $derived(about.view?.questions ?? []);
  let here = $derived(at || questions.find((q) => !q.answered || q.answered === 'like')?.name || 'examples');
  let question = $derived(questions.find((q) => q.name === here) ?? null);
  let proven = $derived(about.goals.filter((g) => g.verdict === 'proven').length);

  let panel = $derived(about.view?.drawn?.panel);
  let keys = $derived([...new Set([...(panel?.rows.flat() ?? []), ...(panel?.side ?? []), ...(panel?.top ?? [])])]);

  onMount(() => {
    void about.load();
    return () => twin?.stop();
  });

  // on a phone the questions lie in a row: the one that is asked comes into sight
  let row: HTMLElement | undefined = $state();
  $effect(() => {
    if (here) row?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  });

  // the twin follows each change, as new
  $effect(() => {
    const drawn = about.view?.drawn ?? null;
    const version = about.view?.version;
    if (version === undefined) return;
    untrack(() => {
      twin?.stop();
      model = drawn;
      twin = drawn ? new TwinPlay(drawn, 'r2', () => {}, `/descriptions/${id}/press`) : null;
      void twin?.start();
    });
  });

  /** The order in which one goes on: after the value of the menu comes its table. */
  function next(done: string): void {
    told = '';
    at = '';
    if (done !== 'menu') return;
    const answered = about.view?.questions.find((q) => q.name === 'menu')?.answered;
    const pasted = (about.view?.settings.length ?? 0) > 0;
    if (answered && !pasted) at = 'paste';
  }

  async function take(): Promise<void> {
    told = refused = '';
    try {
      const made = await post<Schemas['TakenInShape']>(`/descriptions/${id}/take`, {});
      told = `${made.name} is among the radios to add now.`;
      await data.load();
    } catch (error) {
      refused = shell.note(error);
    }
  }

  const MARKS: Record<string, string> = { said: '✓', silent: '?', like: '≈', '': '' };
</script>

<main class="page wide">
  <header>
    <h1>{about.view?.name ?? 'Workshop'}</h1>
    <button type="button" class="act" disabled={!about.view?.may_undo || about.busy} onclick={() => about.send('undo', {})}>Undo</button>
    <button type="button" class="act" class:next={proven > 0} onclick={take}>Use it</button>
    <a class="act plain" href="/workshop">All</a>
  </header>
  {#if refused}<p class="harm" role="alert">{refused}</p>{/if}
  {#if told}<p role="status" class="told">{told} <a class="act" href="/radios" onclick={(e) => { e.preventDefault(); navigate('/radios'); }}>To the radios</a></p>{/if}
  <datalist id="presses">
    {#each keys.filter((k) => !/^\d$/.test(k)) as key (key)}<option value="{key} tap"></option><option value="{key} hold 1"></option>{/each}
    {#each about.view?.drawn?.dials ?? [] as dial (dial)}<option value="{dial} turn"></option>{/each}
  </datalist>
  {#if !about.view}
    {#if about.trouble}<p class="harm" role="alert">{about.trouble}</p>{:else}<p class="quiet" role="status">Opening…</p>{/if}
  {:else}
    <div class="bench">
      <nav aria-label="Questions" bind:this={row}>
        {#each questions as q (q.name)}
          <button type="button" aria-current={here === q.name ? 'step' : undefined} onclick={() => (at = q.name)}><span class="mark" title={{ silent: 'the manual does not say', like: 'as on the radio that it is like' }[q.answered] ?? ''}>{MARKS[q.answered]}</span>{q.title}</button>
        {/each}
        {#each MORE as [name, words] (name)}<button type="button" aria-current={here === name ? 'step' : undefined} onclick={() => { at = name; text = null; }}><span class="mark"></span>{words}</button>{/each}
      </nav>
      <div class="middle">
        {#if question}{#key question.name}<QuestionForm {about} {question} onnext={next} />{/key}
        {:else if here === 'paste'}<PasteMenu {about} onnext={() => next('paste')} />
        {:else if here === 'parts'}<Parts {about} />
        {:else if here === 'text'}
          <h2>As a file</h2>
          <p class="quiet">The whole description. What you write here is taken as it is, comments are not kept.</p>
          <textarea class="field file" rows="24" spellcheck="false" aria-label="Profile" value={text ?? about.view.text} oninput={(e) => (text = e.currentTarget.value)}></textarea>
          {#if about.trouble}<p class="harm" role="alert">{about.trouble}</p>{/if}
          <div class="acts"><button type="button" class="act next" disabled={text === null || about.busy} onclick={async () => { if (text !== null && (await about.send('text', { text }, true))) text = null; }}>Take it</button>
            <a class="act" href="/api/descriptions/{id}/profile.yaml" download="{about.view.model}.yaml">Keep as a file</a></div>
        {:else}<Examples {about} />{/if}
      </div>
      <aside>
        {#if model && twin?.play}<TwinPanel {model} {twin} band={false} />
        {:else if about.view.problems.length}<p class="caution">The twin stands still until what is below is mended.</p>{/if}
        {#if about.view.problems.length}
          <ul class="problems">{#each about.view.problems as p, n (n)}<li><code>{p.path}</code> {p.text}</li>{/each}</ul>
        {/if}
        {#if here !== 'examples' && about.view.examples.some((e) => !e.right)}<p class="caution">{about.view.examples.filter((e) => !e.right).length} of the manual's examples go another way now. <button type="button" class="act plain" onclick={() => (at = 'examples')}>Which</button></p>{/if}
        <h2>What it can do</h2>
        <ul class="goals">
          {#each about.goals as g (g.kind)}
            <li class={g.verdict}><span class="mark" aria-hidden="true">{g.verdict === 'proven' ? '✓' : g.verdict === 'no' ? '–' : '…'}</span><b>{g.kind}</b>
              <span class="why">{g.verdict === 'proven' ? g.why : g.question ? '' : g.why}{#if g.question}<button type="button" class="act plain" onclick={() => (at = g.question)}>{g.title}</button>{/if}</span></li>
          {:else}<li class="quiet">Looking…</li>{/each}
        </ul>
      </aside>
    </div>
  {/if}
</main>

<style>
  .middle :global(.ask) {
    display: grid;
    gap: 4px 16px;
    align-items: center;
  }
  .middle :global(.ask .field) {
    width: 100%;
    box-sizing: border-box;
  }
  .middle :global(.check) {
    display: flex;
    gap: 12px;
    align-items: center;
    min-height: 48px;
  }
  .middle :global(.check input) {
    width: 26px;
    height: 26px;
    flex: none;
  }
  header {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: center;
    margin-bottom: 12px;
  }
  h1 {
    margin: 0 auto 0 0;
    font-size: 28px;
  }
  h2 {
    margin: 16px 0 4px;
    font-size: 20px;
  }
  .wide {
    max-width: 1500px;
  }
  .bench {
    display: grid;
    grid-template-columns: 250px minmax(0, 1fr) minmax(320px, 400px);
    gap: 28px;
    align-items: start;
  }
  nav {
    display: grid;
    border-bottom: 1px solid var(--rule);
  }
  nav button {
    display: grid;
    grid-template-columns: 24px 1fr;
    gap: 4px;
    align-items: center;
    min-height: 48px;
    padding: 4px 8px;
    border: 0;
    border-top: 1px solid var(--rule);
    background: none;
    color: var(--ink);
    font: inherit;
    text-align: left;
    cursor: pointer;
  }
  nav button[aria-current] {
    background: var(--ink);
    color: var(--ground);
    font-weight: 700;
  }
  .mark {
    font-weight: 700;
  }
  .goals,
  .problems {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .goals li {
    display: grid;
    grid-template-columns: 20px 120px 1fr;
    gap: 8px;
    align-items: baseline;
    min-height: 28px;
    padding: 2px 0;
    border-top: 1px solid var(--rule);
  }
  .goals .proven .mark {
    color: var(--good);
  }
  .goals .no {
    color: var(--quiet);
  }
  .why .act {
    padding: 0;
    min-height: 32px;
    text-align: left;
    font-weight: 400;
  }
  .problems li {
    padding: 6px 0 6px 10px;
    border-left: 8px double var(--harm);
    margin-bottom: 6px;
  }
  .file {
    width: 100%;
    box-sizing: border-box;
    font-family: monospace;
    font-size: 16px;
    line-height: 1.35;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 8px;
  }
  .told {
    display: flex;
    gap: 12px;
    align-items: center;
  }
  @media (max-width: 1100px) {
    .bench {
      grid-template-columns: minmax(0, 1fr) 340px;
    }
    nav {
      grid-column: 1 / -1;
      display: flex;
      overflow-x: auto;
    position: relative; /* what is hidden for the eye stays within */
      border: 0;
    }
    nav button {
      flex: none;
      max-width: 220px;
      border: 1px solid var(--rule);
    }
  }
  @media (max-width: 700px) {
    .bench {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
