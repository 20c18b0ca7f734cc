<!-- What stands in the outing itself: name, place, days, net. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import Dialog from '../shell/Dialog.svelte';
  import type { Plain } from './marks';

  let { plain = $bindable(), trouble, meanwhile, onsave }: { plain: Plain | null; trouble: string; meanwhile: Snippet; onsave: (event: SubmitEvent) => void } = $props();
</script>

<Dialog bind:open={() => plain !== null, (v) => { if (!v) plain = null; }} title="Name, days, net">
  {#if plain}
    <form onsubmit={onsave} class="form">
      <label>Name<input class="field" required maxlength="120" bind:value={plain.name} /></label>
      <label>Place<input class="field" maxlength="120" bind:value={plain.place} /></label>
      <div class="row"><label>First day<input class="field" type="date" bind:value={plain.first_day} /></label><label>Last day<input class="field" type="date" bind:value={plain.last_day} /></label></div>
      <label>Net control<input class="field" maxlength="120" bind:value={plain.net_control} /></label>
      <label>When to check in<input class="field" maxlength="120" bind:value={plain.check_in} /></label>
      {@render meanwhile()}
      {#if trouble}<p class="harm">{trouble}</p>{/if}
      <button class="act next">Save</button>
    </form>
  {/if}
</Dialog>
