<!-- The entries of a radio's menu, each explained in a line. -->
<script lang="ts">
  import { get, type Model } from '../api';
  import Dialog from '../shell/Dialog.svelte';
  import { shell } from '../shell/state.svelte';

  let { open = $bindable(false), model, firmware }: { open: boolean; model: string; firmware: string } = $props();

  let entries = $state<NonNullable<Model['entries']>>([]);
  let trouble = $state('');

  $effect(() => {
    if (open && !entries.length) void load();
  });

  async function load(): Promise<void> {
    try {
      entries = (await get<Model>(`/models/${model}?firmware=${encodeURIComponent(firmware)}`)).entries ?? [];
      trouble = entries.length ? '' : 'This radio has no list of entries: its keys set everything.';
    } catch (error) {
      trouble = shell.note(error);
    }
  }
</script>

<Dialog bind:open title="What the entries are for">
  {#if trouble}<p>{trouble}</p>{/if}
  <dl>
    {#each entries as entry (entry.name)}
      <div>
        <dt><b>{entry.name}</b> {entry.number} <span class="quiet">{entry.channel ? 'part of a channel' : ''}</span></dt>
        <dd>{entry.words}. <span class="quiet">{entry.values.join(', ')}</span></dd>
      </div>
    {/each}
  </dl>
</Dialog>

<style>
  dl {
    margin: 0;
  }
  div {
    padding: 8px 0;
    border-top: 1px solid var(--rule);
  }
  dt {
    font-size: 18px;
  }
  dd {
    margin: 2px 0 0;
  }
</style>
