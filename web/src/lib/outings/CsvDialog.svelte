<!-- Channels from CSV: what each row was understood as; then all are taken, or none. -->
<script lang="ts">
  import { sendFile, type Board, type Schemas } from '../api';
  import Dialog from '../shell/Dialog.svelte';
  import { shell } from '../shell/state.svelte';

  let { file = $bindable(null), outing, ontaken }: { file: File | null; outing: number; ontaken: (board: Board) => void } = $props();

  let seen = $state.raw<Schemas['CsvPreview'] | null>(null);
  let trouble = $state('');

  $effect(() => {
    seen = null;
    trouble = '';
    if (!file) return;
    sendFile<Schemas['CsvPreview']>(`/outings/${outing}/channels/preview`, file).then((found) => (seen = found), (error: unknown) => (trouble = shell.note(error)));
  });

  async function take(): Promise<void> {
    try {
      ontaken(await sendFile<Board>(`/outings/${outing}/channels`, file!));
      file = null;
    } catch (error) {
      trouble = shell.note(error);
    }
  }
</script>

<Dialog bind:open={() => file !== null, (v) => { if (!v) file = null; }} title="Channels from CSV">
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  {#if seen}
    {#each seen.problems as p, at (at)}<p class="harm">{p}</p>{/each}
    <table class="ruled"><thead><tr><th scope="col">Row</th><th scope="col">Name</th><th scope="col">Understood as</th></tr></thead>
      <tbody>{#each seen.rows.slice(0, 200) as r (r.number)}<tr><td>{r.number}</td><td>{r.name}</td><td>{#if r.problem}<b>Cannot be taken: {r.problem}</b>{:else}{r.text}{/if}</td></tr>{/each}</tbody></table>
    {#if seen.rows.length > 200}<p>{seen.rows.length - 200} more rows.</p>{/if}
    {#if !seen.can_take}<p>Nothing is taken until every row is clear.</p>{/if}
    <div class="acts">{#if seen.can_take}<button type="button" class="act next" onclick={take}>Take {seen.rows.length} channels</button>{/if}<button type="button" class="act" onclick={() => (file = null)}>Leave it</button></div>
  {:else if !trouble}<p class="quiet">Reading…</p>{/if}
</Dialog>

<style>
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 10px;
  }
</style>
