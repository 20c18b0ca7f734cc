<!-- The radio as a picture of what is known: each key by how far it is learned. -->
<script lang="ts">
  import type { Model, Schemas } from '../../api';

  let { model, keys }: { model: Model; keys: Schemas['DrillShape']['keys'] } = $props();
  const WORDS = { known: 'known', learning: 'learning', new: 'new', '': 'in no exercise' };
  type Stage = keyof typeof WORDS;

  const stage = (key: string): Stage => keys[key.replace(/^\[|\]$/g, '')] ?? '';
  let rows = $derived([model.dials, model.panel.side, ...model.panel.rows].filter((row) => row.length));
  let count = $derived(Object.entries(keys).filter(([key, s]) => s === 'known' && rows.flat().includes(key)).length);
  let all = $derived(rows.flat().filter((key) => stage(key) !== '').length);
</script>

<figure>
  <div class="case tint-{model.panel.tint}" role="img" aria-label="{count} of {all} keys known: {rows.flat().filter((k) => stage(k)).map((k) => `${k} ${WORDS[stage(k)]}`).join(', ')}">
    {#each rows as row, n (n)}
      <div class="row">{#each row as key (key)}<span class="key {stage(key) || 'none'}" class:round={model.dials.includes(key)}>{key}</span>{/each}</div>
    {/each}
  </div>
  <figcaption><span class="key known">known</span><span class="key learning">learning</span><span class="key new">new</span><span class="key none">in no exercise</span></figcaption>
</figure>

<style>
  figure {
    margin: 0 0 16px;
  }
  .case {
    display: grid;
    gap: 6px;
    max-width: 420px;
    padding: 12px;
    background: var(--case);
    border: 3px solid var(--case-edge);
    border-radius: 8px;
  }
  .row,
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
  figcaption {
    margin-top: 8px;
  }
  .key {
    flex: 1 1 auto;
    padding: 4px 8px;
    border: 2px solid var(--ink);
    border-radius: 4px;
    background: var(--ground);
    color: var(--ink);
    font-size: 16px;
    text-align: center;
    overflow-wrap: anywhere;
  }
  figcaption .key {
    flex: 0 0 auto;
  }
  .key.round {
    flex: 0 0 auto;
    min-width: 96px;
    border-radius: 999px;
  }
  .key.known {
    background: var(--ink);
    color: var(--ground);
    font-weight: 700;
  }
  .key.learning {
    border-width: 5px;
    padding: 1px 5px;
    font-weight: 700;
  }
  .key.new {
    border-color: var(--quiet);
  }
  .key.none {
    border-style: dashed;
    border-color: var(--quiet);
    color: var(--quiet);
  }
</style>
