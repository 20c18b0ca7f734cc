<!-- Every screen and setting, part by part: what the questions did not ask. -->
<script lang="ts">
  import type { Describing } from './describing.svelte';
  import PartField from './PartField.svelte';
  import Reference from './Reference.svelte';

  let { about }: { about: Describing } = $props();

  const KINDS = ['page', 'layer', 'list', 'value', 'figures', 'picker', 'question', 'label', 'entry', 'search', 'panel', 'rest'];
  const SHOWS: Record<string, string> = { list: 'menu', figures: 'value', layer: '', page: '', panel: 'menu', rest: 'memory' };
  let chosen = $state('screen vfo');
  let press = $state('');
  let does = $state('');
  let name = $state('');
  let kind = $state('page');
  let entry = $state({ name: '', number: '', shown: '', opens: '', sets: '', in: '' });

  let screens = $derived(about.view?.screens ?? []);
  let settings = $derived(about.view?.settings ?? []);
  let screen = $derived(screens.find((s) => `screen ${s.name}` === chosen || s.name === chosen) ?? null);
  let setting = $derived(settings.find((s) => `setting ${s.name}` === chosen) ?? null);

  const put = (path: string[], value: unknown): Promise<boolean> => about.send('change', { path, value });

  /** All that a press does, one or several. */
  function bindings(of: string): unknown {
    const own = (screen?.binds ?? []).filter((b) => b.press === of).map((b) => b.does);
    return own.length > 1 ? own : (own[0] ?? null);
  }

  async function bind(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (!screen) return;
    const now = bindings(press);
    const value = now === null ? does : [...(Array.isArray(now) ? now : [now]), does];
    if (await put(['screens', screen.name, 'bind', press], value)) press = does = '';
  }

  async function unbind(of: string, what: string): Promise<void> {
    if (!screen) return;
    const left = screen.binds.filter((b) => b.press === of && b.does !== what).map((b) => b.does);
    await put(['screens', screen.name, 'bind', of], left.length > 1 ? left : (left[0] ?? null));
  }

  async function add(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const shows = kind in SHOWS ? SHOWS[kind] : kind;
    if (await put(['screens', name], { kind, shows, bind: {} })) {
      chosen = `screen ${name}`;
      name = '';
    }
  }

  async function addEntry(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (!screen) return;
    const made = Object.fromEntries(Object.entries(entry).filter(([, v]) => v !== ''));
    if (await put(['screens', screen.name, 'entries'], [...screen.entries, made])) entry = { name: '', number: '', shown: '', opens: '', sets: '', in: '' };
  }
</script>

<section>
  <h2>Every part</h2>
  <p class="quiet">What the questions do not ask stands here: pages, soft keys, dialogues, keys that hang on a setting. The words of the verbs: <a href="/api/documents/profile-format" target="_blank" rel="noopener">how a radio is described</a>.</p>
  <label class="pick">Part
    <select class="field" aria-label="Part" bind:value={chosen}>
      <option value="whole">the whole radio</option>
      <optgroup label="Screens">{#each screens as s (s.name)}<option value="screen {s.name}">{s.name} ({s.kind})</option>{/each}</optgroup>
      <optgroup label="Settings">{#each settings as s (s.name)}<option value="setting {s.name}">{s.name}</option>{/each}</optgroup>
    </select></label>
  {#if about.trouble}<p class="harm" role="alert">{about.trouble}</p>{/if}
  {#if chosen === 'whole'}
    {#each about.view?.whole ?? [] as field (field.name)}<PartField {field} onput={(value) => put([field.name], value)} />{/each}
    <Reference parts={about.view?.whole.map((f) => f.name) ?? []} />
  {:else if setting}
    {#each setting.fields as field (field.name)}<PartField {field} onput={(value) => put(['settings', setting!.name, field.name], value)} />{/each}
    <Reference setting />
    <div class="acts"><button type="button" class="act" onclick={() => put(['settings', setting!.name], null)}>Take the setting out</button></div>
  {:else if screen}
    <h3>What each press does</h3>
    <ul>
      {#each screen.binds as b (b.press + b.does)}
        <li><b>{b.press}</b><span>{b.does}</span><button type="button" class="act plain" aria-label="Take out {b.press}" onclick={() => unbind(b.press, b.does)}>Take out</button></li>
      {/each}
    </ul>
    <form class="new" onsubmit={bind}>
      <input class="field" required aria-label="Press" placeholder="SET hold 1" list="presses" spellcheck="false" bind:value={press} />
      <input class="field" required aria-label="Does" placeholder="open menu" spellcheck="false" bind:value={does} />
      <button class="act">Bind</button>
    </form>
    {#key screen.kind}<Reference screen={screen.kind} />{/key}
    {#if screen.kind === 'list'}
      <h3>Its entries</h3>
      <ul>
        {#each screen.entries as e, at (at)}
          <li><b>{e.number ?? ''} {e.shown ?? e.name}</b><span>{e.opens ? `opens ${e.opens}` : e.sets || e.name}{e.in ? `, in ${e.in}` : ''}</span>
            <button type="button" class="act plain" aria-label="Take out entry {e.name}" onclick={() => put(['screens', screen!.name, 'entries'], screen!.entries.filter((_, n) => n !== at))}>Take out</button></li>
        {/each}
      </ul>
      <form class="new six" onsubmit={addEntry}>
        {#each ['number', 'name', 'shown', 'sets', 'opens', 'in'] as const as part (part)}<input class="field" required={part === 'name'} aria-label="Entry: {part}" placeholder={part} spellcheck="false" bind:value={entry[part]} />{/each}
        <button class="act">Add the entry</button>
      </form>
    {/if}
    <h3>How it behaves</h3>
    {#key screen.name}{#each screen.fields as field (field.name)}<PartField {field} onput={(value) => put(['screens', screen!.name, field.name], value)} />{/each}{/key}
    {#if !['vfo', 'memory', 'value'].includes(screen.name)}<div class="acts"><button type="button" class="act" onclick={() => put(['screens', screen!.name], null)}>Take the screen out</button></div>{/if}
  {/if}
  <h3>Another screen</h3>
  <form class="new" onsubmit={add}>
    <input class="field" required aria-label="Name of the screen" placeholder="its name" spellcheck="false" bind:value={name} />
    <select class="field" aria-label="Kind of screen" bind:value={kind}>{#each KINDS as k (k)}<option>{k}</option>{/each}</select>
    <button class="act">Add the screen</button>
  </form>
</section>

<style>
  h2 {
    margin: 0;
    font-size: 24px;
  }
  h3 {
    margin: 18px 0 6px;
    font-size: 18px;
  }
  section {
    display: grid;
    gap: 6px;
  }
  .pick {
    display: flex;
    gap: 12px;
    align-items: center;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr) auto;
    gap: 12px;
    align-items: center;
    border-top: 1px solid var(--rule);
  }
  .new {
    display: grid;
    grid-template-columns: 1fr 1.2fr auto;
    gap: 8px;
  }
  .new.six {
    grid-template-columns: 80px repeat(5, minmax(0, 1fr));
  }
  .new .field {
    min-width: 0;
    width: 100%;
    box-sizing: border-box;
  }
  .acts {
    margin-top: 8px;
  }
  @media (max-width: 700px) {
    .new,
    .new.six {
      grid-template-columns: 1fr;
    }
  }
</style>
