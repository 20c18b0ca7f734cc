<!-- Another description of the same radio beside one's own: where they differ, and single readings taken over. -->
<script lang="ts">
  import { post, type Schemas } from '../api';
  import Dialog from '../shell/Dialog.svelte';
  import { shell } from '../shell/state.svelte';
  import { data } from '../programming/bench/data.svelte';

  let { open = $bindable(false), model, name }: { open: boolean; model: string; name: string } = $props();

  let file: HTMLInputElement | undefined = $state();
  let yaml = $state('');
  let found = $state.raw<Schemas['DifferenceShape'][] | null>(null);
  let take = $state<string[]>([]);
  let trouble = $state('');
  let told = $state('');
  let busy = $state(false);

  async function ask(paths: string[]): Promise<void> {
    busy = true;
    trouble = told = '';
    try {
      found = await post<Schemas['DifferenceShape'][]>(`/models/${model}/compare`, { yaml, take: paths });
      if (paths.length) {
        told = `${paths.length} ${paths.length === 1 ? 'reading is' : 'readings are'} taken over. Sheets written before say whether they still stand.`;
        await data.load();
      }
      take = [];
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }

  async function chosen(): Promise<void> {
    const one = file?.files?.[0];
    if (!one) return;
    yaml = await one.text();
    if (file) file.value = '';
    await ask([]);
  }
</script>

<Dialog bind:open title="{name} beside another description">
  {#if !found}<p>Choose the file of another description of this radio: where the two read its manual differently stands side by side.</p>{/if}
  <div class="acts">
    <button type="button" class="act" disabled={busy} onclick={() => file?.click()}>{found ? 'Another file' : 'Choose its file (YAML)'}</button>
    <input bind:this={file} type="file" hidden accept=".yaml,.yml" aria-label="The other description" onchange={chosen} />
    {#if take.length}<button type="button" class="act next" disabled={busy} onclick={() => ask(take)}>Take {take.length} over</button>{/if}
  </div>
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  {#if told}<p role="status">{told}</p>{/if}
  {#if found?.length}
    <ul>
      {#each found as one (one.path)}
        <li>
          <label><input type="checkbox" checked={take.includes(one.path)} onchange={(e) => (take = e.currentTarget.checked ? [...take, one.path] : take.filter((p) => p !== one.path))} /> <code>{one.path}</code></label>
          <dl><dt>yours</dt><dd>{one.here || 'says nothing'}</dd><dt>theirs</dt><dd>{one.there || 'says nothing'}</dd></dl>
        </li>
      {/each}
    </ul>
  {:else if found}<p role="status">They read the manual alike.</p>{/if}
</Dialog>

<style>
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
  }
  ul {
    margin: 12px 0 0;
    padding: 0;
    list-style: none;
  }
  li {
    border-top: 1px solid var(--rule);
    padding: 4px 0 8px;
  }
  label {
    display: flex;
    align-items: center;
    gap: 12px;
    min-height: 48px;
    overflow-wrap: anywhere;
  }
  input[type='checkbox'] {
    flex: none;
    width: 24px;
    height: 24px;
  }
  dl {
    display: grid;
    grid-template-columns: 4em 1fr;
    margin: 0 0 0 36px;
  }
  dd {
    margin: 0;
    font-weight: 700;
    overflow-wrap: anywhere;
  }
</style>
