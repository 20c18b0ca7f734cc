<!-- The twin beside a sheet; on a phone over it. -->
<script lang="ts">
  import type { Model } from '../../api';
  import Term from '../../shell/Term.svelte';
  import type { TwinPlay } from '../../twin/play.svelte';
  import TwinPanel from '../../twin/TwinPanel.svelte';

  let { model, twin, open = $bindable(), wanted, band, finished, ondo }: {
    model: Model | null;
    twin: TwinPlay | null;
    open: boolean;
    wanted: string[];
    band: boolean;
    finished: boolean;
    ondo: () => void;
  } = $props();
</script>

<aside class="twin" aria-label="Twin" class:open>
  {#if model && twin}
    <div class="twinhead">
      <b><Term name="twin">Twin</Term></b>
      <button type="button" class="act" onclick={ondo} disabled={finished}>Do this step on the twin</button>
      <button type="button" class="act close" onclick={() => (open = false)}>Close</button>
    </div>
    <TwinPanel {model} {twin} {wanted} {band} />
  {:else}
    <p class="quiet">The twin shows when the server answers; the sheet does not need it.</p>
  {/if}
</aside>

<style>
  .twin {
    padding-top: 12px;
  }
  .twinhead {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 8px;
    margin-bottom: 8px;
  }
  .twinhead .act {
    font-weight: 400;
  }
  .close {
    display: none;
  }
  @media (max-width: 1100px) {
    .twin {
      display: none;
    }
    .twin.open {
      display: block;
      position: fixed;
      inset: 0;
      z-index: 30;
      padding: 12px;
      background: var(--ground);
      overflow: auto;
    }
    .close {
      display: inline-flex;
    }
  }
</style>
