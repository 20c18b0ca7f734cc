<!-- The next steps of a sheet, each with its keys. -->
<script lang="ts">
  import type { Step } from '../../api';
  import CapView from '../../twin/cap/CapView.svelte';
  import { drawnCaps } from './alternatives';

  let { steps }: { steps: Step[] } = $props();
</script>

<ol class="ahead" aria-label="Next steps">
  {#each steps as step (step.number)}
    <li>{step.say} <span>{#each drawnCaps(step) as cap, at (at)}<CapView {cap} small />{/each}</span></li>
  {/each}
</ol>

<style>
  ol {
    margin: 28px 0 0;
    padding: 0;
    list-style: none;
    color: var(--quiet);
  }
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
    justify-content: space-between;
    padding: 6px 0;
    border-top: 1px solid var(--rule);
  }
  span {
    display: inline-flex;
    flex-wrap: wrap;
    gap: 10px;
  }
  @media (max-width: 700px) {
    ol {
      display: none;
    }
  }
</style>
