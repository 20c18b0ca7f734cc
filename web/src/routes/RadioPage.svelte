<!-- One radio: its memory map; a slot opens to the side. -->
<script lang="ts">
  import { Input } from 'flowbite-svelte';
  import { onMount } from 'svelte';
  import { get, patch, post, Refused, remove, type Problem, type Radio, type Schemas, type Sheet } from '../lib/api';
  import { told } from '../lib/programming/sheet/seen.svelte';
  import { keep, recall } from '../lib/keeping/keep';
  import { heldWords, slotOf } from '../lib/keeping/fold';
  import MemoryMap from '../lib/keeping/MemoryMap.svelte';
  import Entries from '../lib/keeping/Entries.svelte';
  import SetOnce from '../lib/keeping/SetOnce.svelte';
  import Survey from '../lib/keeping/Survey.svelte';
  import WhatStands from '../lib/keeping/WhatStands.svelte';
  import SlotView from '../lib/keeping/SlotView.svelte';
  import Dialog from '../lib/shell/Dialog.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import { navigate, route } from '../router';

  const id = route.params.id ?? '';
  let radio = $state<Radio | null>(recall(`radio.${id}`, null));
  let chosen = $state<string | null>(new URLSearchParams(location.search || location.hash.split('?')[1]).get('slot'));
  let trouble = $state('');
  let find = $state('');
  let settings = $state(false);
  let name = $state('');

  onMount(() => void load());

  function said(now: Radio): void {
    radio = now;
    keep(`radio.${id}`, $state.snapshot(radio));
  }

  let rests = $state.raw<Schemas['SeenOnRadioShape'] | null>(null);

  async function load(): Promise<void> {
    await shell.send();
    get<Schemas['SeenOnRadioShape']>(`/radios/${id}/seen`).then((found) => (rests = found), () => {});
    try {
      radio = await get<Radio>(`/radios/${id}`);
      keep(`radio.${id}`, $state.snapshot(radio));
      trouble = '';
    } catch (error) {
      const words = shell.note(error);
      if (!radio) trouble = words;
    }
  }

  function look(event: SubmitEvent): void {
    event.preventDefault();
    if (!radio) return;
    const wanted = find.trim().toUpperCase();
    const byName = radio.slots.find((s) => s.channel?.label?.toUpperCase() === wanted);
    const slot = slotOf(radio, find);
    if (byName) chosen = byName.slot;
    else if (slot !== null) chosen = slot;
    else shell.say(`${find}: slots go from ${radio.slot_texts[0]} to ${radio.slot_texts.at(-1)}; names are found too.`);
  }

  let once = $state(false);
  let menu = $state(false);
  let many = $state(false);
  let survey = $state(false);
  let csv = $state('');
  let refused = $state('');
  let working = $state(false);
  const EXAMPLE = '147.33 + 103.5 RIDGE\n146.55 simplex\n7,448.775 - 118.8,DEPOT';

  type InUse = NonNullable<Problem['in_use']>[number];
  let inUse = $state<InUse[]>([]);
  let nextFree = $state<string[]>([]);

  async function writeMany(replace = false): Promise<void> {
    working = true;
    refused = '';
    inUse = [];
    try {
      const sheet = await post<Sheet>('/sheets/batch', { radio_id: Number(id), csv, replace });
      navigate(`/sheet/${sheet.id}`);
    } catch (error) {
      const words = shell.note(error);
      if (error instanceof Refused && error.problem.in_use) {
        inUse = error.problem.in_use;
        nextFree = error.problem.next_free ?? [];
      } else refused = words;
    } finally {
      working = false;
    }
  }

  async function pick(event: Event): Promise<void> {
    const file = (event.target as HTMLInputElement).files?.[0];
    if (file) csv = await file.text();
  }

  async function rename(): Promise<void> {
    try {
      radio = await patch<Radio>(`/radios/${id}`, { name: name.trim() });
      settings = false;
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function drop(): Promise<void> {
    try {
      await remove(`/radios/${id}`);
      navigate('/radios');
    } catch (error) {
      trouble = shell.note(error);
    }
  }
</script>

<main class="page">
  {#if !radio}<h1>Radio</h1>{/if}
  {#if trouble}<p class="harm" role="alert">{trouble}</p><a class="act" href="/radios">To my radios</a>{/if}
  {#if radio}
    <header>
      <h1>{radio.name}</h1>
      <span class="quiet">{radio.model_name}, firmware {radio.firmware}. Next free: <b>{radio.next_free.join(', ') || (radio.states?.includes('unknown') ? 'unknown, look first' : 'none')}</b></span>
      <button type="button" class="act plain" onclick={() => { name = radio!.name; settings = true; }}>Name or remove</button>
      <div class="many">
      <button type="button" class="act" onclick={() => (survey = true)}>Survey…</button>
      <button type="button" class="act" onclick={() => (many = true)}>Many channels…</button>
      <button type="button" class="act" onclick={() => (once = true)}>Set once…</button>
      <button type="button" class="act" onclick={() => (menu = true)}>Its menu…</button>
      <form onsubmit={look}>
        <label class="visually-hidden" for="find">Find a slot by number or name</label>
        <Input id="find" class="field" bind:value={find} placeholder="slot or name" autocomplete="off" />
        <button type="submit" class="act">Find</button>
      </form>
      </div>
    </header>
    {#if rests && rests.seen.length}
      <details class="seen">
        <summary>Seen on this radio: {rests.seen.length} of {rests.seen.length + rests.not_yet.length} things of its manual that its sheets rest on, in {rests.steps} steps</summary>
        {#if rests.not_yet.length}<p class="quiet">Not yet, so watch there: {[...new Set(rests.not_yet.map(told))].join('; ')}.</p>{:else}<p class="quiet">All of them did as drawn.</p>{/if}
      </details>
    {/if}
    {#if !radio.asked}<WhatStands {radio} onchange={said} />{/if}
    <div class="halves" class:open={chosen !== null}>
      <div>
        <MemoryMap {radio} {chosen} onchoose={(slot) => (chosen = slot)} />
        {#if radio.asked}<WhatStands {radio} onchange={said} />{/if}
      </div>
      {#if chosen !== null}
        <aside>
          <SlotView {radio} slot={chosen} onchange={load} />
          <button type="button" class="act" onclick={() => (chosen = null)}>Close</button>
        </aside>
      {/if}
    </div>
    <Dialog bind:open={many} title="Many channels on one sheet">
      <p>One line a channel, as the listing has it. A slot before it says where it goes; without one it takes the next that is known to be free. They are put in the order that needs the fewest keys.</p>
      <label class="rename" for="csv">Rows
        <textarea id="csv" rows="9" bind:value={csv} placeholder={EXAMPLE} spellcheck="false"></textarea>
      </label>
      {#if inUse.length}
        <div class="harm" role="alert">
          <p><b>{inUse.length === 1 ? 'One of these slots is in use' : `${inUse.length} of these slots are in use`}.</b> Nothing is written before you choose: change the rows{nextFree.length ? ` (free: ${nextFree.slice(0, 6).join(', ')})` : ''}, or replace what they hold.</p>
          <ul>{#each inUse as one (one.slot)}<li>Row {one.row}: slot {one.slot_text} {heldWords(one)}</li>{/each}</ul>
          <button type="button" class="act" disabled={working} onclick={() => writeMany(true)}>Replace what {inUse.length === 1 ? 'it holds' : 'they hold'}</button>
        </div>
      {/if}
      {#if refused}<p class="harm" role="alert">{#each refused.split('\n') as line, at (at)}{line}<br />{/each}</p>{/if}
      <div class="acts">
        <button type="button" class="act" class:next={!inUse.length} disabled={!csv.trim() || working} onclick={() => writeMany()}>{working ? 'Ordering and proving…' : 'Write one sheet'}</button>
        <label class="act file">From a file<input type="file" accept=".csv,.txt,text/csv" onchange={pick} class="visually-hidden" /></label>
      </div>
    </Dialog>
    <Survey bind:open={survey} {radio} onchange={load} />
    <Entries bind:open={menu} model={radio.model} firmware={radio.firmware} />
    <SetOnce bind:open={once} radioId={radio.id} />
    <Dialog bind:open={settings} title="Name or remove">
      <label class="rename">Name<Input class="field" bind:value={name} maxlength={60} /></label>
      <div class="acts">
        <button type="button" class="act next" disabled={!name.trim()} onclick={rename}>Keep the name</button>
        <button type="button" class="act" onclick={drop}>Remove the radio with its map and sheets</button>
      </div>
      <p class="quiet">The work log keeps its lines.</p>
    </Dialog>
  {/if}
</main>

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
    margin-bottom: 14px;
  }
  h1 {
    margin: 0;
    font-size: 28px;
  }
  .many {
    display: flex;
    flex-wrap: wrap;
    gap: 14px;
    margin-left: auto;
  }
  form {
    display: flex;
    gap: 8px;
    max-width: 210px;
  }
  .halves.open {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 420px;
    gap: 28px;
  }
  aside {
    border-left: 3px solid var(--ink);
    padding-left: 20px;
    display: grid;
    align-content: start;
    justify-items: start;
    gap: 16px;
  }
  .rename {
    display: grid;
  }
  textarea {
    font-family: inherit;
    font-size: 18px;
    padding: 8px 10px;
    border: 2px solid var(--ink);
    background: var(--ground);
    color: var(--ink);
    resize: vertical;
  }
  .file {
    cursor: pointer;
  }
  .file:focus-within {
    outline: 3px solid var(--next);
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 12px;
  }
  @media (max-width: 900px) {
    .halves.open {
      grid-template-columns: 1fr;
    }
    aside {
      grid-row: 1;
      border-left: 0;
      border-bottom: 3px solid var(--ink);
      padding: 0 0 12px;
    }
    form {
      margin-left: 0;
    }
  }
  .seen {
    margin: 0 0 12px;
  }
  .seen summary {
    min-height: 48px;
    display: flex;
    align-items: center;
    cursor: pointer;
  }
</style>
