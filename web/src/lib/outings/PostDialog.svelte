<!-- One post of an outing: its name and where it stands. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import Dialog from '../shell/Dialog.svelte';
  import { number, type PostAt } from './marks';

  let { spot = $bindable(), isNew, trouble, meanwhile, onsave, onout }: {
    spot: PostAt | null;
    isNew: boolean;
    trouble: string;
    meanwhile: Snippet;
    onsave: (event: SubmitEvent) => void;
    onout: (id: string) => void;
  } = $props();
</script>

<Dialog bind:open={() => spot !== null, (v) => { if (!v) spot = null; }} title={isNew ? 'A post' : (spot?.name ?? '')}>
  {#if spot}
    <form onsubmit={onsave} class="form">
      <label>Name<input class="field" required maxlength="60" bind:value={spot.name} /></label>
      <div class="row"><label>Latitude<input class="field" value={spot.at.latitude_deg} onchange={(e) => (spot!.at.latitude_deg = number(e.currentTarget.value))} /></label><label>Longitude<input class="field" value={spot.at.longitude_deg} onchange={(e) => (spot!.at.longitude_deg = number(e.currentTarget.value))} /></label><label>Antenna, m<input class="field" value={spot.at.height_m} onchange={(e) => (spot!.at.height_m = number(e.currentTarget.value))} /></label></div>
      {@render meanwhile()}
      {#if trouble}<p class="harm">{trouble}</p>{/if}
      <div class="acts"><button class="act next">Save</button>{#if !isNew}<button type="button" class="act" onclick={() => onout(spot!.id)}>Take out</button>{/if}</div>
    </form>
  {/if}
</Dialog>
