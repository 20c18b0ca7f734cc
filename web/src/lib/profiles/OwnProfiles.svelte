<!-- Profiles of one's own: taken as YAML, given out as they were written. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, post, remove, sendFile, type Model, type Schemas } from '../api';
  import { shell } from '../shell/state.svelte';
  import Compare from './Compare.svelte';
  import { data } from '../programming/bench/data.svelte';

  let file: HTMLInputElement | undefined = $state();
  let trouble = $state('');
  let told = $state('');
  let beside = $state.raw<Model | null>(null);
  let comparing = $state(false);
  let own = $derived(data.models.filter((m) => m.own));

  async function take(): Promise<void> {
    const chosen = file?.files?.[0];
    if (!chosen) return;
    await keep(() => sendFile<Schemas['TakenProfile']>('/models', chosen));
    if (file) file.value = '';
  }

  let library = $state.raw<Schemas['LibraryEntry'][]>([]);
  const ofLibrary = () => get<Schemas['LibraryEntry'][]>('/library').then((found) => (library = found), () => {});
  onMount(() => void ofLibrary());

  async function keep(take: () => Promise<Schemas['TakenProfile']>): Promise<void> {
    trouble = told = '';
    try {
      const made = await take();
      told = `${made.name} is taken${made.notes.length ? `; noted: ${made.notes.join('; ')}` : ''}. It is among the radios to add now.`;
      await data.load();
      await ofLibrary();
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function drop(model: string): Promise<void> {
    try {
      await remove(`/models/${model}`);
      trouble = told = '';
      await data.load();
    } catch (error) {
      trouble = shell.note(error);
    }
  }
</script>

<section>
  <h2>A radio that is not among these?</h2>
  <p>Describe it from its manual, question by question, with its twin beside you; or take a file that somebody wrote.</p>
  <div class="acts">
    <a class="act next" href="/workshop">Describe it in the workshop</a>
    <button type="button" class="act" onclick={() => file?.click()}>Take a profile (YAML)</button>
    <input bind:this={file} type="file" hidden accept=".yaml,.yml" aria-label="Profile file" onchange={take} />
    <label>A start:
      <select class="field" value="" onchange={(e) => { if (e.currentTarget.value) location.assign(`/api/models/${e.currentTarget.value}/profile.yaml`); }}>
        <option value="">profile of…</option>
        {#each data.models as m (m.model)}<option value={m.model}>{m.name}</option>{/each}
      </select></label>
  </div>
  {#if trouble}<div class="harm" role="alert">{#each trouble.split('\n') as line, at (at)}<div>{line}</div>{/each}</div>{/if}
  {#if told}<p role="status">{told}</p>{/if}
  {#if library.length}
    <h3>The club's library</h3>
    <ul>
      {#each library as one (one.file)}
        <li><b>{one.name}</b> <span>{one.model || one.file}</span>
          {#if one.here}<span>taken in</span>{:else if one.trouble}<span class="quiet">cannot be taken: {one.trouble}</span>
          {:else}<button type="button" class="act plain" aria-label="Take {one.name} in" onclick={() => keep(() => post(`/library/${encodeURIComponent(one.file)}`, {}))}>Take it in</button>{/if}</li>
      {/each}
    </ul>
  {/if}
  {#if own.length}
    <ul>
      {#each own as m (m.model)}
        <li><b>{m.name}</b> <span>{m.model}</span> <a class="act plain" href="/api/models/{m.model}/profile.yaml" download="{m.model}.yaml">YAML</a>
          <button type="button" class="act plain" aria-label="Compare {m.name}" onclick={() => { beside = m; comparing = true; }}>Compare</button>
          <button type="button" class="act plain" aria-label="Remove {m.name}" onclick={() => drop(m.model)}>Remove</button></li>
      {/each}
    </ul>
  {/if}
</section>

{#if beside}{#key beside.model}<Compare bind:open={comparing} model={beside.model} name={beside.name} />{/key}{/if}

<style>
  section {
    margin-top: 28px;
    padding-top: 10px;
    border-top: 3px solid var(--ink);
  }
  h2 {
    margin: 0 0 4px;
    font-size: 20px;
  }
  h3 {
    margin: 20px 0 4px;
    font-size: 18px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 20px;
    align-items: center;
  }
  .acts label {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  ul {
    list-style: none;
    margin: 12px 0 0;
    padding: 0;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
    border-top: 1px solid var(--rule);
  }
</style>
