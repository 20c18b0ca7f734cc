<!-- Pocket cards for everybody, without codes or with a new link for each person as a code. -->
<script lang="ts">
  import { saveFile } from '../api';
  import Dialog from '../shell/Dialog.svelte';
  import { shell } from '../shell/state.svelte';

  let { outing, onlinks }: { outing: number; onlinks: () => void } = $props();

  let open = $state(false);
  let busy = $state(false);
  let trouble = $state('');

  async function withLinks(paper: 'a4' | 'letter'): Promise<void> {
    busy = true;
    trouble = '';
    try {
      await saveFile(`/outings/${outing}/cards.pdf?paper=${paper}`, 'cards.pdf');
      open = false;
      onlinks();
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }
</script>

<a class="act" href="/api/outings/{outing}/cards.pdf" download="cards.pdf">Pocket cards, A4</a>
<a class="act" href="/api/outings/{outing}/cards.pdf?paper=letter" download="cards.pdf">Letter</a>
<button type="button" class="act" onclick={() => (open = true)}>Cards with links…</button>

<Dialog bind:open title="Cards with everybody's link">
  <p>Each card carries its person's own link as a QR code. <b>New links are made for all; links given out before end.</b> A code opens only that person's sheets: whoever finds the card can tick them, so withdraw a lost one.</p>
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  <div class="acts">
    <button type="button" class="act next" disabled={busy} onclick={() => withLinks('a4')}>Make the cards, A4</button>
    <button type="button" class="act" disabled={busy} onclick={() => withLinks('letter')}>Letter</button>
  </div>
</Dialog>

<style>
  .acts {
    display: flex;
    gap: 8px;
    margin-top: 12px;
  }
</style>
