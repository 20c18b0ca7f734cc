<!-- What was changed in an outing with no server: what waits, and what others changed differently. -->
<script lang="ts">
  import type { Part } from './changing.svelte';
  import Meanwhile from './Meanwhile.svelte';
  import type { Apart, UnsentOuting } from './unsent.svelte';

  let { unsent, onopen, onpick, ondrop }: { unsent: UnsentOuting; onopen: (part: Part | null, id: string) => void; onpick: (one: Apart, theirs: boolean) => void; ondrop: () => void } = $props();

  let sure = $state(false);
</script>

{#if unsent.told.length}
  <div class="unsent" role="status">
    <p><b>Changed on this device, sent when the server answers:</b>
      {#each unsent.told as one, at (at)}
        {#if one.part === null || one.id}<button type="button" class="act plain" onclick={() => onopen(one.part, one.id)}>{one.words}</button>{:else}<span>{one.words}</span>{/if}
      {/each}
      <button type="button" class="act plain" onclick={() => { if (sure) ondrop(); sure = !sure; }} onblur={() => (sure = false)}>{sure ? 'Drop them for good' : 'Drop these changes'}</button></p>
    <p class="quiet">The board, findings and reach are worked out then; sheets for everybody too.</p>
  </div>
{/if}
<Meanwhile both={unsent.apart} onpick={(one, theirs) => onpick(one as Apart, theirs)} words="Others changed the same meanwhile. Choose what shall stand; all else of both is kept." />

<style>
  .unsent {
    margin: 8px 0;
    padding: 8px 12px;
    border-left: 8px solid var(--caution);
  }
  p {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 12px;
    align-items: center;
    margin: 0;
  }
  span {
    padding: 0 8px;
  }
</style>
