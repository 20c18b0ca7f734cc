<!-- A person's radio and sheet, from this device to their phone, as codes from screen to camera. -->
<script lang="ts">
  import { get, type Sheet } from '../api';
  import { giveSome } from '../network/carry';
  import ShowCodes from '../network/ShowCodes.svelte';
  import Dialog from '../shell/Dialog.svelte';
  import { shell } from '../shell/state.svelte';

  let { sheet = $bindable('') }: { sheet: string } = $props();
  let text = $state('');

  $effect(() => {
    const id = sheet;
    get<Sheet>(`/sheets/${id}`)
      .then(({ content }) => giveSome(content.radio_id!, id))
      .then((given) => (text = given), shell.note);
  });
</script>

<Dialog bind:open={() => sheet !== '', (v) => { if (!v) sheet = ''; }} title="To their phone">
  <p>In their kit: <i>Radios</i>, then <i>Read codes</i>.</p>
  {#if text}<ShowCodes {text} />{:else}<p class="quiet">Packing…</p>{/if}
</Dialog>
