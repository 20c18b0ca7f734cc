<!-- One strip a radio: name, next free slots, and the way to a sheet. -->
<script lang="ts">
  import { Input } from 'flowbite-svelte';
  import { post, Refused, type Model, type Problem, type Radio, type Resolution, type Schemas, type Sheet } from '../../api';
  import { keep } from '../../keeping/keep';
  import { keepSheet } from '../../keeping/sheets';
  import { navigate } from '../../../router';
  import { shell } from '../../shell/state.svelte';
  import { heldWords, slotOf } from '../../keeping/fold';
  import RadioPicture from '../../twin/RadioPicture.svelte';

  let { radio, model, line, found, near, next }: { radio: Radio; model: Model; line: string; found: Resolution | null; near: Schemas['ListedShape'] | null; next: boolean } = $props();

  type InUse = NonNullable<Problem['in_use']>[number];
  let slotTyped = $state<string | null>(null);
  let labelTyped = $state<string | null>(null);
  let power = $state('');
  let row = $state('');
  let busy = $state(false);
  let refused = $state<Partial<Problem> | null>(null);

  let slot = $derived(slotTyped ?? found?.memory ?? radio.next_free[0] ?? '');
  let label = $derived(labelTyped ?? found?.channel.label ?? '');
  let known = $derived(found !== null && found.doubts.length === 0);
  let ready = $derived(known && slot.trim() !== '');
  /** Whether something is known to stand in the slot; what it is and what is to be done, the server asks. */
  let inUse = $derived.by(() => {
    const at = radio.slot_keys.indexOf(slotOf(radio, slot) ?? '');
    return at >= 0 && ['occupied', 'written', 'read_back', 'checked'].includes(radio.states?.[at] ?? '');
  });
  let asked = $state<{ slot: string; held: InUse | null; free: string | null } | null>(null);
  let asks = $derived(asked && asked.slot === slot.trim() ? asked : null);

  let seeks = $derived(model.searches && found !== null && found.channel.tone_mode === 'none' && !found.receive_only);

  /** The lowest power that is enough on a known path; where the page gives levels only, the lowest for what a watt does. */
  let enough = $derived.by(() => {
    const needed = near?.enough_w;
    if (needed == null || model.powers.length < 2) return null;
    const able = model.powers.map((word, at) => ({ word, watts: model.power_watts[at] ?? null })).filter((p) => p.watts !== null && p.watts >= needed);
    if (able.length) return able.reduce((a, b) => (a.watts! <= b.watts! ? a : b)).word;
    return model.power_watts.every((w) => w === null) && needed <= 1 ? model.power_lowest : null;
  });

  async function make(event: Event, goal: 'store' | 'tune' | 'hear-tone' | 'hear-code' = 'store', replace = false): Promise<void> {
    event.preventDefault();
    if (!(goal === 'store' ? ready : known) || busy) return;
    busy = true;
    refused = null;
    asked = null;
    try {
      const sheet = await post<Sheet>('/sheets', {
        radio_id: radio.id,
        slot: slot.trim(),
        line,
        label: model.label_length ? label.trim() : null,
        power: power || null,
        row: row || null,
        goal,
        replace,
      });
      keep('radio', radio.id);
      await keepSheet(sheet);
      navigate(`/sheet/${sheet.id}`);
    } catch (error) {
      const words = shell.note(error);
      const problem: Partial<Problem> = error instanceof Refused ? error.problem : { title: words };
      if (problem.in_use) asked = { slot: slot.trim(), held: problem.in_use[0] ?? null, free: problem.next_free?.[0] ?? null };
      else refused = problem;
    } finally {
      busy = false;
    }
  }
</script>

<form class="strip" onsubmit={make} aria-label={radio.name}>
  <a class="who" href="/radios/{radio.id}">
    <RadioPicture {model} />
    <span><b>{radio.name}</b><br /><span class="quiet">{radio.model_name}, free: {radio.next_free.join(', ') || (radio.states?.includes('unknown') ? 'unknown, look first' : 'none')}</span></span>
  </a>
  <label class="slot">slot<Input class="field" bind:value={() => slot, (v: string) => (slotTyped = v)} inputmode={/^\d+$/.test(radio.slot_keys[0] ?? '') ? 'numeric' : 'text'} autocomplete="off" /></label>
  {#if model.label_length}
    <label class="label"
      >label<Input class="field" bind:value={() => label, (v: string) => (labelTyped = v)} autocomplete="off" placeholder="up to {model.label_length}" /></label
    >
  {/if}
  {#if model.powers.length > 1}
    <label class="power">power
      <select class="field" bind:value={power}>
        <option value="">highest</option>
        {#each model.powers as word (word)}<option value={word}>{word}</option>{/each}
      </select></label>
  {/if}
  {#if model.units.length}
    <label class="power">{model.unit_word}
      <select class="field" bind:value={row}>
        <option value="">usual</option>
        {#each model.units as unit (unit)}<option value={unit}>{unit}</option>{/each}
      </select></label>
  {/if}
  <button class="act" class:next={next && ready} type="submit" disabled={!ready || busy}>{busy ? 'Proving…' : 'Write the keys'}</button>
  <p class="note">Only to use it now? <button type="button" class="act plain" disabled={!known || busy} onclick={(e) => make(e, 'tune')}>Just tune it, store nothing</button></p>
  {#if seeks}<p class="note">Tone not known? <button type="button" class="act plain" disabled={!known || busy} onclick={(e) => make(e, 'hear-tone')}>Find the tone while somebody talks</button>{#if model.searches_codes}, <button type="button" class="act plain" disabled={!known || busy} onclick={(e) => make(e, 'hear-code')}>or the code</button>{/if}</p>{/if}
  {#if near && enough && power !== enough}<p class="note"><button type="button" class="act plain" onclick={() => (power = enough!)}>Power {enough}</button> is enough for {near.name}, {near.distance_km.toFixed(0)} km away with a plain antenna (hills are not considered).</p>{/if}
  {#if asks}
    <div class="harm note" role="alert">
      <p><b>Slot {asks.held?.slot_text ?? slot} {heldWords(asks.held)}.</b> Nothing is written before you choose.</p>
      <div class="acts">
        {#if asks.free}<button type="button" class="act" disabled={busy} onclick={(e) => { slotTyped = asks!.free; void make(e); }}>Take {asks.free}, the next free</button>{/if}
        <button type="button" class="act" disabled={busy} onclick={(e) => make(e, 'store', true)}>Replace what it holds</button>
      </div>
    </div>
  {:else if inUse}<p class="note">Slot {slot} is in use: you are asked before it is replaced.</p>{/if}
  {#if refused}
    <div class="harm note" role="alert">
      <b>{refused.found ?? refused.title}</b>
      {#if refused.type === 'urn:vocator:beyond'}— beyond this radio: {refused.detail}. {refused.nearest}
      {:else if refused.allowed}— allowed: {refused.allowed}. {refused.do}
      {:else if refused.detail}— {refused.detail}{/if}
    </div>
  {/if}
</form>

<style>
  .strip {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 12px;
    padding: 12px 0;
    border-top: 3px solid var(--ink);
  }
  .who {
    display: flex;
    gap: 12px;
    align-items: center;
    flex: 1 1 100%;
    color: inherit;
    text-decoration: none;
    min-height: 48px;
  }
  .who b {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  label {
    display: grid;
    font-size: 16px;
  }
  .slot {
    width: 5.4em;
  }
  .label {
    width: 7.2em;
  }
  .power {
    width: 8.8em;
  }
  .act {
    flex: 1 1 7em;
    padding: 8px;
  }
  .note {
    flex: 1 1 100%;
    margin: 0;
  }
  .note p {
    margin: 0 0 8px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .power select {
    width: 100%;
  }
</style>
