<!-- Nothing was heard: one thing to look at after the other, the likeliest first, each with what mends it. -->
<script lang="ts">
  import { get, post, type Schemas, type Sheet } from '../../api';
  import { keepSheet } from '../../keeping/sheets';
  import Dialog from '../../shell/Dialog.svelte';
  import { shell } from '../../shell/state.svelte';

  let { open = $bindable(false), radio, slot }: { open: boolean; radio: number; slot: string } = $props();

  let tree = $state.raw<Schemas['FaultTree'] | null>(null);
  let at = $state(0);
  let found = $state(false);
  let trouble = $state('');
  let busy = $state(false);

  $effect(() => {
    if (open) void load();
  });

  async function load(): Promise<void> {
    at = 0;
    found = false;
    trouble = '';
    try {
      tree = await get<Schemas['FaultTree']>(`/radios/${radio}/slots/${slot}/faults`);
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  let branch = $derived(tree?.branches[at]);

  async function mend(): Promise<void> {
    busy = true;
    try {
      const goal = branch?.mend || 'store';
      const made = await post<Sheet>('/sheets', { radio_id: radio, slot: goal === 'busy-lock-off' ? '' : slot, goal, ...(goal === 'store' ? { line: tree!.line, label: tree!.label } : {}) });
      await keepSheet(made);
      location.assign(`/sheet/${made.id}`);
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }
</script>

<Dialog bind:open title="Nothing heard: what is it?">
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  {#if tree && branch}
    <p class="quiet">{branch.fault[0]!.toUpperCase() + branch.fault.slice(1)}: {at + 1} of {tree.branches.length}, the likeliest first</p>
    <p class="look">{branch.look}</p>
    {#if found}
      <p><b>So it is: {branch.wrong}.</b> {branch.do}</p>
      <div class="acts">
        {#if branch.mend}<button type="button" class="act next" disabled={busy} onclick={mend}>{branch.mend === 'read-back' ? 'Write the keys that go there' : 'Write the keys that mend it'}</button>{/if}
        <button type="button" class="act" onclick={() => (open = false)}>{branch.mend ? 'Later' : 'Done, try again'}</button>
      </div>
    {:else}
      <div class="acts">
        <button type="button" class="act next" onclick={() => at++}>All is well there</button>
        <button type="button" class="act" onclick={() => (found = true)}>No: {branch.wrong}</button>
        {#if at}<button type="button" class="act plain" onclick={() => at--}>Back</button>{/if}
      </div>
    {/if}
  {:else if tree}
    {@const looked = tree.branches.filter((b) => b.seen).map((b) => b.fault)}
    {@const told = tree.branches.filter((b) => !b.seen).map((b) => b.fault)}
    <p class="look">Nothing of these.</p>
    <p><b>Ruled out by looking:</b> {looked.join(', ')}.</p>
    {#if told.length}<p><b>Left:</b> {told.join(', ')}. This radio does not show it, so it rests on what you remember: storing the slot anew sets all of it.</p>{/if}
    <p>Use the fail-over channel, and ask there who else gets through.</p>
    <div class="acts">
      <button type="button" class="act" class:next={told.length > 0} disabled={busy} onclick={() => mend()}>Store the slot anew</button>
      <button type="button" class="act" onclick={() => (at = 0)}>From the start</button>
    </div>
  {:else if !trouble}<p class="quiet">Looking…</p>{/if}
</Dialog>

<style>
  .look {
    font-size: 22px;
    margin: 4px 0 14px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
</style>
