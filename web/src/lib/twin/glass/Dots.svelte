<script lang="ts">
  import { dotPath } from './dots';

  let { text }: { text: string } = $props();
  let drawn = $derived(dotPath(text));
</script>

<svg viewBox="0 0 {drawn.width} 7" aria-hidden="true"><path d={drawn.path} /></svg>

<style>
  svg {
    height: 100%;
    width: auto;
    max-width: 100%;
  }
  path {
    fill: var(--glass-ink);
  }
</style>
