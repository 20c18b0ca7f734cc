<!-- One slot: what it holds, its history, and what can be done with it. -->
<script lang="ts">
  import { Input, Table, TableBody, TableBodyCell, TableBodyRow, TableHead, TableHeadCell } from 'flowbite-svelte';
  import { get, post, put, type GoalForm, type Radio, type Sheet, type SlotHistory } from '../api';
  import WorkedSum from '../programming/bench/WorkedSum.svelte';
  import { keepSheet } from './sheets';
  import FaultTree from '../programming/sheet/FaultTree.svelte';
  import { navigate } from '../../router';
  import { shell } from '../shell/state.svelte';
  import { STATES, type SlotState, slotText } from './fold';

  let { radio, slot, onchange }: { radio: Radio; slot: string; onchange: () => void } = $props();

  let history = $state<SlotHistory | null>(null);
  let trouble = $state('');
  let busy = $state(false);
  let silent = $state(false);

  $effect(() => {
    void load(slot);
  });

  async function load(wanted: string): Promise<void> {
    trouble = '';
    await shell.send();
    try {
      const found = await get<SlotHistory>(`/radios/${radio.id}/slots/${wanted}`);
      if (wanted === slot) history = found;
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function say(state: 'free' | 'unknown' | 'occupied' | 'keep_out'): Promise<void> {
    try {
      history = await put<SlotHistory>(`/radios/${radio.id}/slots/${slot}`, { state });
      onchange();
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  let naming = $state(false);
  let groups = $state<string[]>([]);
  let group = $state('');
  $effect(() => {
    get<GoalForm[]>(`/radios/${radio.id}/goals`).then((forms) => {
      groups = forms.find((f) => f.word === 'regroup' && !f.beyond)?.fields.find((f) => f.name === 'key')?.choices ?? [];
    }, () => {});
  });
  let label = $state('');

  async function sheet(goal: 'erase' | 'read-back' | 'rename' | 'regroup'): Promise<void> {
    busy = true;
    try {
      const made = await post<Sheet>('/sheets', { radio_id: radio.id, slot, goal, label: goal === 'rename' ? label : null, key: goal === 'regroup' ? group || groups[0] : null });
      await keepSheet(made);
      navigate(`/sheet/${made.id}`);
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }

  const when = (iso: string) => new Date(iso).toISOString().slice(0, 16).replace('T', ' ') + ' UTC';
  let slotState = $derived((history?.slot.state ?? 'unknown') as SlotState);
</script>

<section aria-live="polite">
  <h2>Slot {slotText(radio, slot)} <span>{STATES[slotState].words}</span></h2>
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  {#if history}
    {#if history.sum.length}<div class="sum"><WorkedSum lines={history.sum} /></div>{:else}<p>{slotState === 'occupied' ? 'Something stands here; nobody has said what.' : slotState === 'keep_out' ? 'No sheet writes here.' : slotState === 'free' ? 'Nothing stands here.' : 'Nobody has looked what stands here: look before you write.'}</p>{/if}
    <div class="acts">
      {#if history.slot.channel}
        <button type="button" class="act" class:next={slotState === 'written'} disabled={busy} onclick={() => sheet('read-back')}>Read it back</button>
        <button type="button" class="act" disabled={busy} onclick={() => sheet('erase')}>Erase it</button>
        <button type="button" class="act" aria-expanded={naming} onclick={() => { naming = !naming; label = history!.slot.channel!.label ?? ''; }}>Another label…</button>
        {#if groups.length}
          <span class="grouped"><button type="button" class="act" disabled={busy} onclick={() => sheet('regroup')}>Put into group</button>
            <select class="field" aria-label="Group" bind:value={() => group || groups[0]!, (v) => (group = v)}>{#each groups as one (one)}<option value={one}>{one}</option>{/each}</select></span>
        {/if}
        <button type="button" class="act" onclick={() => (silent = true)}>Nothing heard?</button>
      {/if}
      <button type="button" class="act" onclick={() => say('free')}>It is free</button>
      <button type="button" class="act" onclick={() => say('occupied')}>It is taken</button>
      <button type="button" class="act" onclick={() => say('keep_out')}>Keep it out</button>
      <button type="button" class="act" onclick={() => say('unknown')}>I do not know</button>
    </div>
    {#if naming}
      <form class="acts" onsubmit={(event) => { event.preventDefault(); void sheet('rename'); }}>
        <label for="newlabel">New label</label><Input id="newlabel" class="field" bind:value={label} maxlength={40} autocomplete="off" />
        <button type="submit" class="act next" disabled={busy || !label.trim()}>Write the sheet</button>
      </form>
    {/if}
    <h3>History</h3>
    {#if history.history.length}
      <Table class="paper-table">
        <TableHead><TableHeadCell>when</TableHeadCell><TableHeadCell>what</TableHeadCell></TableHead>
        <TableBody>
          {#each history.history as event, at (at)}
            <TableBodyRow><TableBodyCell>{when(event.at)}</TableBodyCell><TableBodyCell>{event.text}</TableBodyCell></TableBodyRow>
          {/each}
        </TableBody>
      </Table>
    {:else}<p class="quiet">None yet.</p>{/if}
  {/if}
</section>
<FaultTree bind:open={silent} radio={radio.id} {slot} />

<style>
  h2 {
    margin: 0 0 8px;
    font-size: 24px;
  }
  h2 span {
    font-weight: 400;
  }
  h3 {
    margin: 20px 0 4px;
    font-size: 18px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 12px;
  }
  .grouped {
    display: inline-flex;
    gap: 4px;
  }
  .grouped .field {
    width: auto;
  }
  .sum :global(dl > div) {
    grid-template-columns: 4.6em 1fr;
    padding: 1px 0;
  }
  .sum :global(.value) {
    font-size: 24px;
  }
  .sum :global(.value) {
    max-width: 11rem;
  }
  .sum :global(.why) {
    display: none;
  }
  section :global(.paper-table),
  section :global(.paper-table th),
  section :global(.paper-table td) {
    background: var(--ground) !important;
    color: var(--ink) !important;
    font-size: 16px;
    text-transform: none;
    padding: 8px 8px 8px 0;
    white-space: normal;
    border-color: var(--rule) !important;
  }
</style>
