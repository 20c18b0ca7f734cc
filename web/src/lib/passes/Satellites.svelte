<!-- The satellites kept here: whose passes are shown, how old their elements are, what they hear and send. -->
<script lang="ts">
  import { get, patch, post, sendFile, type Satellite, type Schemas } from '../api';
  import { shell } from '../shell/state.svelte';
  import Dialog from '../shell/Dialog.svelte';
  import Links from './Links.svelte';

  let { open = $bindable(false), onchange }: { open: boolean; onchange: () => Promise<void> } = $props();

  let everyone = $state<Satellite[]>([]);
  let trouble = $state('');
  let told = $state('');
  let busy = $state(false);
  let editing = $state<Satellite | null>(null);
  let files: HTMLInputElement | undefined = $state();
  let linkFiles: HTMLInputElement | undefined = $state();

  $effect(() => {
    if (open) void load();
  });

  async function load(): Promise<void> {
    try {
      everyone = await get<Satellite[]>('/satellites');
      trouble = '';
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  /** Do something, then show what became of it here and on the page. */
  async function act(what: () => Promise<string>): Promise<void> {
    busy = true;
    told = '';
    try {
      told = await what();
      trouble = '';
      await load();
      await onchange();
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }

  function words(taken: Schemas['TakenShape'], what: string): string {
    const parts = [`${taken.taken} ${what} taken`];
    if (taken.older) parts.push(`${taken.older} not newer than what is kept`);
    if (taken.left_out) parts.push(`${taken.left_out} left out: the list is full`);
    if (taken.unusable.length) parts.push(`${taken.unusable.length} unusable: ${taken.unusable.slice(0, 3).join('; ')}`);
    return parts.join('; ');
  }

  const fetchNewer = () => act(async () => words(await post<Schemas['TakenShape']>('/satellites/fetch', {}), 'element sets'));
  const choose = (s: Satellite) => act(async () => { await patch(`/satellites/${s.number}`, { chosen: !s.chosen }); return ''; });

  function take(input: HTMLInputElement | undefined, path: string, what: string): void {
    const file = input?.files?.[0];
    if (!file) return;
    void act(async () => words(await sendFile<Schemas['TakenShape']>(`${path}?name=${encodeURIComponent(file.name.slice(0, 100))}`, file), what));
    if (input) input.value = '';
  }

  const STATE: Record<string, string> = { off: ' (off)', scheduled: ' (at times)', working: '' };
</script>

<Dialog bind:open title="Satellites">
  {#if editing}
    <Links satellite={editing} onclose={() => (editing = null)} onsaved={(kept) => { editing = null; void act(async () => `Links of ${kept.name} kept.`); }} />
  {:else}
    <p>Elements tell where a satellite is; they age by seconds a week, sooner in low orbits. Links tell what it sends and hears: without them a pass is only seen.</p>
    <div class="acts">
      <button type="button" class="act next" onclick={fetchNewer} disabled={busy}>Fetch newer elements</button>
      <button type="button" class="act" onclick={() => files?.click()} disabled={busy}>Elements from a file</button>
      <button type="button" class="act" onclick={() => linkFiles?.click()} disabled={busy}>Links from a file</button>
      <input bind:this={files} type="file" hidden accept=".txt,.tle,.json,.csv" aria-label="Element file" onchange={() => take(files, '/satellites/import', 'element sets')} />
      <input bind:this={linkFiles} type="file" hidden accept=".json,.csv" aria-label="Link file" onchange={() => take(linkFiles, '/satellites/links/import', 'links')} />
    </div>
    <p class="out">As files: elements <a href="/api/satellites/elements.json" download>OMM</a>, <a href="/api/satellites/elements.tle" download>two lines</a>; links <a href="/api/satellites/links.csv" download>CSV</a>, <a href="/api/satellites/links.json" download>JSON</a></p>
    {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
    {#if told}<p role="status">{told}</p>{/if}
    <ul>
      {#each everyone as s (s.number)}
        <li>
          <label><input type="checkbox" checked={s.chosen} onchange={() => choose(s)} /><span><b>{s.name}</b> {s.number}, {s.perigee_km} to {s.apogee_km} km<br />
            <span class:warn={s.age_class !== 'fine'}>{s.age_words || `elements ${s.age_days.toFixed(1)} days old`}</span>, from {s.source}<br />
            {#each s.links as l, n (n)}{n ? '; ' : ''}{l.name ? `${l.name}: ` : ''}{l.words}{STATE[l.state]}{:else}<b>Links not known.</b>{/each}</span></label>
          <button type="button" class="act" class:next={!s.links.length && s.chosen} onclick={() => (editing = s)}>{s.links.length ? 'Links' : 'Give its links'}</button>
        </li>
      {:else}<li>None yet: fetch elements, or take a file (OMM or two lines).</li>{/each}
    </ul>
  {/if}
</Dialog>

<style>
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .out a {
    text-decoration: underline;
    text-underline-offset: 3px;
    display: inline-block;
    padding: 10px 4px;
  }
  ul {
    list-style: none;
    padding: 0;
    margin: 0;
  }
  li {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 8px;
    align-items: center;
    border-top: 1px solid var(--rule);
  }
  label {
    display: grid;
    grid-template-columns: 32px 1fr;
    gap: 8px;
    align-items: start;
    padding: 10px 0;
  }
  input[type='checkbox'] {
    width: 24px;
    height: 24px;
    accent-color: var(--next);
  }
  .warn {
    font-weight: 700;
  }
  @media (max-width: 700px) {
    li {
      grid-template-columns: 1fr;
      padding-bottom: 8px;
    }
    li .act {
      justify-self: start;
    }
  }
</style>
