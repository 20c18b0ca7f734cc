<script lang="ts">
  import { TERMS } from './words';

  let { name, children }: { name: string; children?: import('svelte').Snippet } = $props();
  let open = $state(false);
</script>

<span class="term">
  <button type="button" aria-expanded={open} onclick={() => (open = !open)} onkeydown={(e) => e.key === 'Escape' && (open = false)}>
    {#if children}{@render children()}{:else}{name}{/if}
  </button>
  {#if open}<span class="told" role="note">{TERMS[name]}</span>{/if}
</span>

<style>
  .term {
    position: relative;
    display: inline-block;
  }
  button {
    padding: 4px 0;
    margin: -4px 0;
    background: none;
    border: 0;
    color: inherit;
    font: inherit;
    text-decoration: underline dotted;
    text-underline-offset: 4px;
    cursor: help;
  }
  .told {
    position: absolute;
    z-index: 20;
    left: 0;
    top: 100%;
    width: min(320px, 80vw);
    padding: 10px 12px;
    background: var(--raised);
    color: var(--ink);
    border: 2px solid var(--ink);
    font-size: 16px;
    font-weight: 400;
    text-align: left;
  }
</style>
