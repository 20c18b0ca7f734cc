<!-- What is done is done on the twin: that nothing of it is noted of the radio, and the two ways back to the radio. -->
<script lang="ts">
  import type { Following } from './follow.svelte';

  let { following, radio }: { following: Following; radio: string } = $props();
</script>

{#if following.rehearsing}
  <div class="caution" role="status">
    <p><b>Rehearsal on the twin.</b> Nothing of it is noted for {radio}: not in its memory map, not in the log.</p>
    <div class="acts">
      <button type="button" class="act" onclick={() => following.onRadio()}>Now on the radio</button>
      {#if following.rehearsed.size}<button type="button" class="act plain" onclick={() => following.onRadio(true)}>I pressed it all on the radio too</button>{/if}
    </div>
  </div>
{/if}

<style>
  .caution {
    margin-bottom: 14px;
  }
  p {
    margin: 0 0 8px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
</style>
