<!-- One question of the workshop: why it is asked, its fields, "the manual does not say". -->
<script lang="ts">
  import type { Question } from '../api';
  import { forget, keep, recall } from '../keeping/keep';
  import type { Describing } from './describing.svelte';
  import Reference from './Reference.svelte';

  let { about, question, onnext }: { about: Describing; question: Question; onnext: (answered: string) => void } = $props();

  let typed = $state<Record<string, string>>({});
  let kept = $derived(`answer ${about.id} ${question.name}`);

  // svelte-ignore state_referenced_locally
  typed = recall<Record<string, string>>(`answer ${about.id} ${question.name}`, {});

  /** What the question fills: parts of the file, and kinds of screen where these are not there yet too. */
  const KIND_OF: Record<string, string> = { locked: 'page', vfo: 'rest', memory: 'rest', frequency: 'entry', menu: 'list', store: 'picker', over: 'question', erase: 'question' };
  let fills = $derived(question.fills.split(', '));
  let parts = $derived(fills.filter((f) => !f.includes('.')));
  let kinds = $derived([...new Set(fills.filter((f) => f.startsWith('screens.')).map((f) => f.slice(8)).map((name) => about.view?.screens.find((s) => s.name === name)?.kind ?? KIND_OF[name] ?? name))]);

  const value = (name: string, stands: string): string => typed[name] ?? stands;
  function say(name: string, text: string): void {
    typed = { ...typed, [name]: text };
    keep(kept, $state.snapshot(typed));
  }

  /** What follows a choice is asked only where it matters. */
  const HANGS: Record<string, Record<string, (a: (n: string) => string) => boolean>> = {
    frequency: {
      digits: (a) => a('way') === 'all', reading: (a) => a('way') === 'ended', point: (a) => a('way') === 'ended', opens: (a) => a('way') !== 'dial',
      takes: (a) => a('way') !== 'dial', drops: (a) => a('way') !== 'dial', turns: (a) => a('way') === 'cursor', onward: (a) => a('way') === 'cursor', backward: (a) => a('way') === 'cursor',
      last_takes: (a) => a('way') === 'cursor', carry: (a) => a('way') === 'cursor', cursor_at: (a) => a('way') === 'cursor', raster: (a) => a('way') !== 'dial', quiet: (a) => a('way') !== 'dial', left: (a) => a('way') !== 'dial',
    },
    store: { question: (a) => a('taken') === 'ask', yes: (a) => a('taken') === 'ask', no: (a) => a('taken') === 'ask', moves: (a) => a('after') === 'stay', sign: (a) => ['mark', 'text'].includes(a('shown')) },
    erase: { question: (a) => a('asks') !== '', yes: (a) => a('asks') !== '', no: (a) => a('asks') !== '', entry: (a) => a('asks') !== '' },
    menu: { digits: (a) => a('numbers') !== '', pause: (a) => a('numbers') !== '' },
  };
  let now = $derived((name: string) => value(name, question.asks.find((x) => x.name === name)?.value ?? ''));
  let shown = $derived(question.asks.filter((a) => HANGS[question.name]?.[a.name]?.(now) ?? true));
  async function answer(silent: boolean): Promise<void> {
    const name = question.name;
    const own = kept;
    const given = Object.fromEntries(question.asks.map((a) => [a.name, value(a.name, a.value)]));
    if (await about.send('answer', { question: name, given, silent })) {
      forget(own);
      typed = {};
      onnext(name);
    }
  }
</script>

<form class="question" onsubmit={(e) => { e.preventDefault(); void answer(false); }}>
  <h2>{question.title}</h2>
  <p class="quiet">{question.why}</p>
  {#each shown as ask (ask.name)}
    {@const id = `${question.name}-${ask.name}`}
    {@const bad = about.wrong === ask.name}
    {#if ask.kind === 'check'}
      <label class="check"><input type="checkbox" checked={value(ask.name, ask.value) !== ''} onchange={(e) => say(ask.name, e.currentTarget.checked ? 'yes' : '')} />{ask.label}</label>
    {:else}
      <div class="ask">
        <label for={id}>{ask.label}</label>
        {#if ask.kind === 'select' || ask.kind === 'turns'}
          <select {id} class="field" value={value(ask.name, ask.value)} onchange={(e) => say(ask.name, e.currentTarget.value)}>
            {#each ask.choices as choice (choice.value)}<option value={choice.value}>{choice.words}</option>{/each}
          </select>
        {:else if ask.kind === 'rows'}
          <textarea {id} class="field" rows="6" spellcheck="false" placeholder={ask.hint} aria-invalid={bad} value={value(ask.name, ask.value)} oninput={(e) => say(ask.name, e.currentTarget.value)}></textarea>
        {:else}
          <input
            {id} class="field" spellcheck="false" autocomplete="off" inputmode={ask.kind === 'number' ? 'decimal' : undefined} list={ask.kind === 'press' ? 'presses' : undefined}
            placeholder={ask.hint} aria-invalid={bad} value={value(ask.name, ask.value)} oninput={(e) => say(ask.name, e.currentTarget.value)}
          />
        {/if}
      </div>
    {/if}
    {#if bad}<p class="harm" role="alert">{about.trouble}</p>{/if}
  {/each}
  {#if about.trouble && !shown.some((a) => a.name === about.wrong)}<p class="harm" role="alert">{about.trouble}</p>{/if}
  <div class="acts">
    <button class="act next" disabled={about.busy}>{about.busy ? 'Taken…' : question.answered ? 'Answer anew' : 'Answer'}</button>
    <button type="button" class="act" disabled={about.busy} onclick={() => answer(true)}>The manual does not say</button>
  </div>
  {#if parts.length}<Reference {parts} />{/if}
  {#each kinds as kind (kind)}<Reference screen={kind} />{/each}
</form>

<style>
  h2 {
    margin: 0;
    font-size: 24px;
  }
  .question {
    display: grid;
    gap: 10px;
  }
  .quiet {
    margin: 0 0 6px;
  }
  .ask {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
  }
  [aria-invalid='true'] {
    border-style: double !important;
    border-width: 6px !important;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 8px;
  }
  .harm {
    margin: 0;
  }
  @media (max-width: 700px) {
    .ask {
      grid-template-columns: 1fr;
    }
  }
</style>
