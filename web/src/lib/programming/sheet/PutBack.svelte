<!-- What a sheet left different: what may be put back by a sheet of its own, and what stays because it is needed so. -->
<script lang="ts">
  import { post, type Schemas, type Sheet } from '../../api';
  import { keepSheet } from '../../keeping/sheets';
  import { navigate } from '../../../router';
  import { shell } from '../../shell/state.svelte';
  import { changeWords } from './changes';

  type Left = Schemas['PutBackShape'];
  let { radio, changes, left }: { radio: number; changes: Sheet['content']['changes']; left: Left[] } = $props();

  let chosen = $state<Record<string, string>>({});
  let trouble = $state('');
  let busy = $state(false);

  const name = (one: Left): string => (one.unit ? `${one.what} (${one.unit})` : one.what);
  let back = $derived(left.filter((one) => one.keys.length));
  let needed = $derived(left.filter((one) => !one.keys.length));
  /** What is said but stands among the settings too is said once. */
  let told = $derived([...new Set([...changes.map(changeWords), ...left.map((one) => `${one.what} ${one.to}${one.unit ? ` (${one.unit})` : ''}`)])]);

  async function write(one: Left): Promise<void> {
    busy = true;
    try {
      const sheet = await post<Sheet>('/sheets', { radio_id: radio, slot: '', goal: one.goal, key: chosen[name(one)] ?? one.keys[0], row: one.unit });
      await keepSheet(sheet);
      navigate(`/sheet/${sheet.id}`);
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }
</script>

{#if told.length}<p>Left different, if it was otherwise: {told.join(', ')}.{#if needed.length} {needed.map(name).join(' and ')} must stay so: what was just set needs it.{/if}</p>{/if}
{#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
{#each back as one (name(one))}
  <div class="acts">
    <button type="button" class="act" disabled={busy} onclick={() => write(one)}>Put {name(one)} back{one.keys.length === 1 ? ` to ${one.keys[0]!.split('=')[1]}` : ''}</button>
    {#if one.keys.length > 1}
      <select class="field" aria-label="{name(one)} back to" bind:value={() => chosen[name(one)] ?? one.keys[0]!, (v) => (chosen[name(one)] = v)}>
        {#each one.keys as key (key)}<option value={key}>{key.split('=')[1]}</option>{/each}
      </select>
    {/if}
  </div>
{/each}

<style>
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin: 0 0 10px;
  }
  .field {
    width: auto;
  }
</style>
