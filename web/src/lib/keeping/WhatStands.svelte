<!-- What stands in a radio's memory: asked once of a new radio, said of ranges at any time. -->
<script lang="ts">
  import { Input } from 'flowbite-svelte';
  import { post, type Radio } from '../api';
  import { shell } from '../shell/state.svelte';
  import { STATES, type SlotState } from './fold';

  let { radio, onchange }: { radio: Radio; onchange: (radio: Radio) => void } = $props();

  let slots = $state('');
  let what = $state<SlotState>('occupied');
  let trouble = $state('');
  const SAID: SlotState[] = ['occupied', 'free', 'keep_out', 'unknown'];

  async function say(...said: [SlotState, string][]): Promise<void> {
    try {
      let now = radio;
      for (const [is, where] of said) now = await post<Radio>(`/radios/${radio.id}/marks`, { state: is, slots: where });
      slots = '';
      trouble = '';
      onchange(now);
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  function mark(event: SubmitEvent): void {
    event.preventDefault();
    // the first answer: what is not named is free
    void (radio.asked ? say([what, slots]) : say(['free', 'all'], ['occupied', slots]));
  }
</script>

<form class="stands" class:ask={!radio.asked} onsubmit={mark}>
  {#if !radio.asked}
    <b>What stands in its memory?</b>
    <div class="acts">
      <button type="button" class="act next" onclick={() => say(['free', 'all'])}>It is as new: all slots are free</button>
      <button type="button" class="act" onclick={() => say(['unknown', 'all'])}>I do not know</button>
    </div>
    <label for="used">or these slots are used</label>
  {:else}
    <label for="used">Slots</label>
  {/if}
  <div class="acts">
    <Input id="used" class="field" bind:value={slots} placeholder="1-30 or all but 40-60" autocomplete="off" />
    {#if radio.asked}
      <select class="field" bind:value={what} aria-label="are">{#each SAID as one (one)}<option value={one}>are {STATES[one].words}</option>{/each}</select>
    {/if}
    <button type="submit" class="act" disabled={!slots.trim()}>{radio.asked ? 'Mark them' : 'The rest is free'}</button>
  </div>
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
</form>

<style>
  .stands {
    margin: 12px 0;
  }
  .ask {
    border: 3px solid var(--next);
    padding: 12px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    margin: 8px 0;
  }
  .acts :global(input) {
    width: auto;
    flex: 0 1 300px;
  }
  .acts select {
    width: auto;
  }
</style>
