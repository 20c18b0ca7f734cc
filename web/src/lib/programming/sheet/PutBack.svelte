<!-- What a sheet left different, and a sheet that puts each of it back. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, post, type GoalForm, type Sheet } from '../../api';
  import { keepSheet } from '../../keeping/sheets';
  import { navigate } from '../../../router';
  import { shell } from '../../shell/state.svelte';
  import { changeWords } from './changes';

  type Told = Exclude<Sheet['content']['changes'][number], string>;
  let { radio, changes }: { radio: number; changes: Sheet['content']['changes'] } = $props();
  let told = $derived(changes.filter((c): c is Told => typeof c !== 'string'));

  let choices = $state<string[]>([]);
  let chosen = $state<Record<string, string>>({});
  let trouble = $state('');
  let busy = $state(false);

  onMount(async () => {
    try {
      const forms = await get<GoalForm[]>(`/radios/${radio}/goals`);
      choices = forms.find((f) => f.word === 'set' && !f.beyond)?.fields.find((f) => f.name === 'key')?.choices ?? [];
    } catch (error) {
      shell.note(error);
    }
  });

  /** What a setting may be put back to: what it was, where that is known, else any other value. */
  function others(change: Told): string[] {
    const all = choices.filter((c) => c.startsWith(`${change.what}=`) && c !== `${change.what}=${change.to}`);
    const before = `${change.what}=${change.from}`;
    return all.includes(before) ? [before] : all;
  }

  async function write(key: string): Promise<void> {
    busy = true;
    try {
      const sheet = await post<Sheet>('/sheets', { radio_id: radio, slot: '', goal: 'set', key });
      await keepSheet(sheet);
      navigate(`/sheet/${sheet.id}`);
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }
</script>

<p>Left different, if it was otherwise: {changes.map(changeWords).join(', ')}.</p>
{#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
{#each told.filter((c) => others(c).length) as change (change.what)}
  {@const back = others(change)}
  <div class="acts">
    <button type="button" class="act" disabled={busy} onclick={() => write(chosen[change.what] ?? back[0]!)}>Put {change.what} back{back.length === 1 ? ` to ${back[0]!.split('=')[1]}` : ''}</button>
    {#if back.length > 1}
      <select class="field" aria-label="{change.what} back to" bind:value={() => chosen[change.what] ?? back[0]!, (v) => (chosen[change.what] = v)}>
        {#each back as key (key)}<option value={key}>{key.split('=')[1]}</option>{/each}
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
