<!-- The contacts stamped in this pass: who it was is filled in when there is a hand free. -->
<script lang="ts">
  import type { ContactIn } from '../api';
  import { contacts } from './ride.svelte';
  import { clock } from './time.svelte';

  let { stamps = $bindable() }: { stamps: ContactIn[] } = $props();

  const keep = (made: ContactIn): void => void contacts.keep($state.snapshot(made));
</script>

<section class="stamps">
  {#each stamps as c (c.id)}
    <div><span>{clock.time(c.at_utc)}</span>
      <input class="field" aria-label="Call sign" placeholder="call sign" autocapitalize="characters" autocomplete="off" bind:value={c.call_sign} onchange={() => keep(c)} />
      <input class="field grid" aria-label="Grid" placeholder="grid" autocomplete="off" maxlength="6" bind:value={c.grid} onchange={() => keep(c)} />
      <input class="field rst" aria-label="Report sent" placeholder="sent" autocomplete="off" maxlength="10" inputmode="numeric" bind:value={c.report_sent} onchange={() => keep(c)} />
      <input class="field rst" aria-label="Report received" placeholder="had" autocomplete="off" maxlength="10" inputmode="numeric" bind:value={c.report_received} onchange={() => keep(c)} />
      <input class="field note" aria-label="Note" placeholder="note" autocomplete="off" maxlength="200" bind:value={c.note} onchange={() => keep(c)} /></div>
  {/each}
  {#if contacts.queue.length}<p class="quiet">{contacts.queue.length} kept here, sent when the server answers.</p>{/if}
</section>

<style>
  section {
    grid-column: 1 / -1;
  }
  div {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: center;
    padding: 6px 0;
    border-top: 1px solid var(--rule);
    font-size: 20px;
  }
  input {
    min-width: 0;
  }
  .grid {
    width: 110px;
  }
  .rst {
    width: 84px;
  }
  .note {
    flex: 1 1 160px;
  }
</style>
