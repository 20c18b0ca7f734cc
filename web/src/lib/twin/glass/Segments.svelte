<script lang="ts">
  import { cells, SHAPES } from './segments';

  let { text, marked = false, ghost = true }: { text: string; marked?: boolean; ghost?: boolean } = $props();
  let shown = $derived(cells(text));
  const bars = Object.entries(SHAPES);
</script>

<svg viewBox="0 0 {Math.max(1, shown.length) * 24} 34" aria-hidden="true" class:marked>
  {#each shown as cell, at (at)}
    <g transform="translate({at * 24} 1) skewX(-4)">
      {#each bars as [bar, path] (bar)}
        {#if cell.bars.includes(bar)}<path d={path} class="lit" />{:else if ghost && !cell.sign}<path d={path} class="ghost" />{/if}
      {/each}
      {#if cell.point}<rect x="20.500" y="27.500" width="3" height="3" class="lit" />{/if}
      {#if cell.sign}<text x="10" y="25" class="lit">{cell.sign}</text>{/if}
      {#if cell.dot}<rect x="8.500" y="14.500" width="3" height="3" class="lit" />{/if}
    </g>
  {/each}
</svg>

<style>
  svg {
    height: 100%;
    width: auto;
    max-width: 100%;
    overflow: visible;
  }
  .lit {
    fill: var(--glass-ink);
  }
  text {
    font: 600 26px system-ui, sans-serif;
    text-anchor: middle;
  }
  .ghost {
    fill: var(--glass-ghost);
  }
</style>
