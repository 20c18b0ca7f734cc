<!-- The slot turned out to be taken: leave it, then another slot, or a sheet that replaces what it holds. -->
<script lang="ts">
  import { post, type NextFree, type Sheet, type Step } from '../../api';
  import CapView from '../../twin/cap/CapView.svelte';
  import Dialog from '../../shell/Dialog.svelte';
  import { shell } from '../../shell/state.svelte';

  let {
    open = $bindable(false),
    sheet,
    radio,
    power,
    one,
    step,
    goal,
  }: { open: boolean; sheet: string; radio: number; goal: string; power: string | null; one: { slot: string; slot_text: string; line: string; label: string | null }; step: Step | null } = $props();

  let free = $state<string[]>([]);
  let other = $state('');
  let noted = $state(false);
  let trouble = $state('');

  $effect(() => {
    if (open) void note();
    else {
      noted = false;
      other = '';
      trouble = '';
    }
  });

  /** What was seen is noted, and which slots are known to be free is asked. */
  async function note(): Promise<void> {
    try {
      free = (await post<NextFree>(`/sheets/${sheet}/taken`, { slot: one.slot })).next_free;
      other = free[0] ?? '';
      noted = true;
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  function elsewhere(event: SubmitEvent): void {
    event.preventDefault();
    void write(other.trim(), false);
  }

  /** A sheet of its own, for another slot, or for this one with what it holds replaced. */
  async function write(slot: string, replace: boolean): Promise<void> {
    try {
      const own = await post<Sheet>('/sheets', { radio_id: radio, slot, line: one.line, label: one.label, power, goal, replace });
      location.assign(`/sheet/${own.id}`);
    } catch (error) {
      trouble = shell.note(error);
    }
  }
</script>

<Dialog bind:open title="Slot {one.slot_text} is taken">
  {#if step?.look?.leave.length}
    <p><b>First leave it as it is.</b> Nothing is written then.</p>
    <div class="caps">{#each step.look.leave as cap, at (at)}<CapView {cap} />{/each}</div>
  {/if}
  {#if noted}<p class="quiet" role="status">Noted: slot {one.slot_text} is in use.</p>{/if}
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  <form class="other" onsubmit={elsewhere}>
    <label for="other-slot">Another slot{free.length ? `, known to be free: ${free.join(', ')}` : ' (none is known to be free: look first)'}</label>
    <div class="acts">
      <input id="other-slot" class="field" bind:value={other} maxlength="20" autocomplete="off" />
      <button type="submit" class="act next" disabled={!other.trim()}>Write the keys for it</button>
    </div>
  </form>
  <div class="harm">
    <p><b>Or replace it.</b> What slot {one.slot_text} holds is lost for good.</p>
    <button type="button" class="act" onclick={() => write(one.slot, true)}>Write the keys that replace it</button>
  </div>
</Dialog>

<style>
  .caps,
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 16px;
  }
  .caps {
    margin: 0 0 14px;
  }
  .other {
    margin: 0 0 18px;
  }
  .other .field {
    width: 8em;
  }
</style>
