<!-- On a phone: the keys that a listing line needs, so that nothing covers the sum. -->
<script lang="ts">
  let { onkey, letters, onletters, onready }: { onkey: (key: string) => void; letters: boolean; onletters: () => void; onready: () => void } = $props();

  const KEYS = ['1', '2', '3', '+', '4', '5', '6', '−', '7', '8', '9', 'T', '.', '0', '␣', 'D'];
  const WORDS: Record<string, string> = { '␣': 'space', T: 't, tone', D: 'd, code', '−': 'minus', '+': 'plus', '.': 'point' };
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div class="pad" onpointerdown={(e) => e.preventDefault()}>
  {#each KEYS as key (key)}
    <button type="button" aria-label={WORDS[key] ?? key} onclick={() => onkey(key)}>{key}</button>
  {/each}
  <button type="button" onclick={() => onkey('⌫')} aria-label="delete">⌫</button>
  <button type="button" aria-pressed={letters} onclick={onletters}>abc</button>
  <button type="button" class="wide ready" onclick={onready}>To the radios</button>
</div>

<style>
  .pad {
    display: grid;
    grid-template-columns: repeat(4, 1fr);
    gap: 4px;
    position: sticky;
    bottom: calc(var(--places, 0px) + env(safe-area-inset-bottom));
    padding: 6px 0;
    background: var(--ground);
  }
  button {
    min-height: 56px;
    background: var(--raised);
    color: var(--ink);
    border: 2px solid var(--rule);
    font: inherit;
    font-size: 22px;
    font-weight: 700;
  }
  .wide {
    grid-column: span 2;
  }
  .ready {
    background: var(--next);
    border-color: var(--next);
    color: var(--on-next);
    font-size: 18px;
  }
  [aria-pressed='true'] {
    background: var(--ink);
    color: var(--ground);
  }
  @media (min-width: 701px) {
    .pad {
      display: none;
    }
  }
</style>
