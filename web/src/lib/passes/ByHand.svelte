<!-- What is set on the twins before a rehearsal, by the sheets' own steps. -->
<script lang="ts">
  import type { Schemas } from '../api';

  let { sheets, onready }: { sheets: Schemas['ByHand'][]; onready: () => void } = $props();
</script>

<section class="hand" aria-label="Set the radios up">
  {#each sheets as one, n (n)}
    <h2>{sheets.some((x) => x.radio !== one.radio) ? `${one.radio}: ` : ''}{one.title}</h2>
    {#if one.steps.length}
      {@const first = one.steps.findIndex((s) => !s.when)}
      {#if first > 0}<details><summary>If something is open, a menu, a value, a blinking number</summary><ul>{#each one.steps.slice(0, first) as step, m (m)}<li>{step.say}</li>{/each}</ul></details>{/if}
      <ol>{#each one.steps.slice(Math.max(first, 0)) as step, m (m)}<li>{#if step.when}{step.say}{:else}<b>{step.say}</b>{/if}{#if step.actions.length && !step.when}<kbd>{step.actions.join(' ')}</kbd>{/if}{#if step.shows}<span class="quiet">, shows {step.shows}</span>{/if}</li>{/each}</ol>
    {:else}<p class="quiet">By hand on the radio; the twin has no knob for it.</p>{/if}
  {/each}
  <button type="button" class="act next" onclick={onready}>They stand: begin the pass</button>
</section>

<style>
  section {
    border: 3px solid var(--ink);
    padding: 8px 12px;
  }
  h2 {
    font-size: 18px;
    margin: 8px 0 0;
  }
  ol {
    margin: 0 0 8px;
    padding-left: 1.6em;
    list-style: decimal;
  }
  details {
    color: var(--quiet);
  }
  summary {
    min-height: 32px;
  }
  kbd {
    font: inherit;
    margin-left: 0.3em;
    color: var(--quiet);
  }
</style>
