<!-- What stands in a radio, slot by slot: one looks, taps or types what shows, and goes on at any time. -->
<script lang="ts">
  import { Input } from 'flowbite-svelte';
  import { inKit, put, type Radio, type SlotHistory } from '../api';
  import Dialog from '../shell/Dialog.svelte';
  import { shell } from '../shell/state.svelte';

  let { open = $bindable(false), radio, onchange }: { open: boolean; radio: Radio; onchange: () => Promise<void> } = $props();

  let at = $state(-1);
  let shows = $state('');
  let trouble = $state('');
  let known = $derived(radio.states.filter((s) => s !== 'unknown').length);
  let slot = $derived(radio.slot_texts[at] ?? '');
  let field: HTMLElement | null = $state(null);

  $effect(() => {
    if (open && at < 0) at = Math.max(radio.states.indexOf('unknown'), 0);
    if (!open) at = -1;
  });

  function go(to: number): void {
    at = Math.min(Math.max(to, 0), radio.slot_keys.length - 1);
    shows = '';
    trouble = '';
    field?.querySelector('input')?.focus();
  }

  async function say(state: 'free' | 'occupied'): Promise<void> {
    const key = radio.slot_keys[at];
    if (key === undefined) return;
    try {
      await put<SlotHistory>(`/radios/${radio.id}/slots/${key}`, { state, shows });
      await onchange();
      go(at + 1);
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  function taken(event: SubmitEvent): void {
    event.preventDefault();
    if (shows.trim()) void say('occupied');
  }
</script>

<Dialog bind:open title="Survey: look at each slot">
  <p>Put the radio into memory mode (<i>Read it back</i> of any slot writes the keys) and turn from slot to slot. Nothing is pressed that writes.</p>
  <p class="slot" aria-live="polite">Slot <b>{slot}</b></p>
  <form onsubmit={taken} bind:this={field}>
    <button type="button" class="act" onclick={() => say('free')}>Dashes, or it is passed over: free</button>
    <label for="shows">or what shows: frequency, sign, name</label>
    <div class="row"><Input id="shows" class="field" bind:value={shows} placeholder="147.330 + RIDGE" autocomplete="off" maxlength={100} /><button type="submit" class="act next" disabled={!shows.trim()}>Taken by this</button></div>
    <div class="row">
      <button type="button" class="act" disabled={at <= 0} onclick={() => go(at - 1)}>Back</button>
      <button type="button" class="act" onclick={() => say('occupied')}>Taken, whatever it is</button>
      <button type="button" class="act" onclick={() => go(at + 1)}>Leave it</button>
    </div>
  </form>
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  <p class="quiet">{known} of {radio.slot_keys.length} known. Close it and go on at any time. {#if !inKit()}<a href={`/api/radios/${radio.id}/slots.csv`} download>The list as CSV</a>{/if}</p>
</Dialog>

<style>
  a {
    text-decoration: underline;
  }
  .slot {
    font-size: 24px;
    margin: 8px 0;
  }
  .slot b {
    font-size: 40px;
  }
  form {
    display: grid;
    gap: 8px;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .row :global(input) {
    width: auto;
    flex: 1 1 180px;
  }
</style>
