<!-- What stands in a slot would go for good: the way out, or, where that was asked for, the keys, in red. -->
<script lang="ts">
  import CapView from '../../twin/cap/CapView.svelte';
  import type { Cap } from '../../api';
  import type { Loss } from './alternatives';

  let { loss, caps, taken, bare = false }: { loss: Loss; caps: Cap[]; taken?: () => void; bare?: boolean } = $props();
</script>

{#if loss.meant}
  <div class="loss harm">
    <span>{#if loss.sight && !bare}<b>{loss.sight} shows:</b>{/if} {#if bare}{loss.kind === 'erased' ? 'Erases' : 'Replaces'}{:else}{loss.kind === 'erased' ? 'erases' : 'replaces'}{/if} what slot {loss.slot_text} holds. There is no way back.</span>
    <span class="caps">{#each caps as cap, at (at)}<CapView {cap} small={caps.length > 4} />{/each}</span>
  </div>
{:else}
  <div class="loss">
    <span><b>{loss.sight} shows:</b> slot {loss.slot_text} is in use. Leave it as it is{loss.leave.length ? ':' : '.'}</span>
    <span class="caps">{#each loss.leave as cap, at (at)}<CapView {cap} small />{/each}</span>
    {#if taken}<button type="button" class="act" onclick={taken}>It is in use…</button>{/if}
  </div>
{/if}

<style>
  .loss {
    display: flex;
    flex: 1;
    flex-wrap: wrap;
    align-items: center;
    justify-content: space-between;
    gap: 8px 16px;
  }
  .loss > span:first-child {
    flex: 1 1 260px;
  }
  .caps {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: center;
  }
</style>
