<!-- A field kit: bench, sheets, twin and what the radios hold, with the heart in the page and no server. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { Toast } from 'flowbite-svelte';
  import { data } from '../lib/programming/bench/data.svelte';
  import FirstRun from '../lib/programming/bench/FirstRun.svelte';
  import { get, put, remove, saveText, type Region, type Schemas, type Station } from '../lib/api';
  import { giveFile, giveSome, takeFile } from '../lib/network/carry';
  import ReadCodes from '../lib/network/ReadCodes.svelte';
  import ShowCodes from '../lib/network/ShowCodes.svelte';
  import Dialog from '../lib/shell/Dialog.svelte';
  import { keep as remember, recall } from '../lib/keeping/keep';
  import Handed from './Handed.svelte';
  import { start, tellStage, type Stage } from '../lib/network/heart';
  import { shell } from '../lib/shell/state.svelte';
  import Bench from '../routes/Bench.svelte';
  import DrillPage from '../routes/DrillPage.svelte';
  import RadioPage from '../routes/RadioPage.svelte';
  import SheetPage from '../routes/SheetPage.svelte';
  import TwinPage from '../routes/TwinPage.svelte';
  import { navigate, route } from './router.svelte';
  import { bringOver } from './before';
  import { BASE } from './carrier';

  const PLACES = [['/', 'Bench'], ['/radios', 'Radios'], ['/outing', 'Outing'], ['/twin', 'Twin'], ['/drill', 'Drill']] as const;
  let stage = $state<Stage>('fetching');
  let trouble = $state('');
  let told = $state('');
  let stands = $state(false);
  let broken = $state('');
  let leaving = $state(0);
  let here = $derived(shell.station);
  let regions = $state<Region[]>([]);
  let file: HTMLInputElement | undefined = $state();
  let handed = $state.raw<Schemas['VolunteerShape'] | null>(null);
  let reading = $state(false);
  let shown = $state('');
  let codesOf = $state<number | null>(null);
  let withSheet = $state('');
  let sheets = $state.raw<Schemas['SheetSummary'][]>([]);

  onMount(() => {
    tellStage((now, words) => {
      stage = now;
      trouble = words;
    });
    void start(BASE).catch(() => {});
    void (async () => {
      await shell.askWho();
      await shell.loadStation();
      await data.load();
      stands = true;
      if (await bringOver(takeFile, (one) => put('/station', { ...one, may_send_on: [] }))) await data.load();
      await begin();
      regions = await get<Region[]>('/regions');
    })().catch((error: unknown) => (broken = String(error)));
    void navigator.storage?.persist?.();
    return shell.watch();
  });

  /** Links of the pages lead to places of a server; here they lie behind the #. */
  function onclick(event: MouseEvent): void {
    const link = (event.target as HTMLElement).closest('a');
    const to = link?.getAttribute('href');
    if (!to?.startsWith('/') || event.defaultPrevented || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    navigate(to);
  }

  async function give(): Promise<void> {
    saveText(await giveFile(), 'vocator-kit.json');
  }

  /** What this kit was written for: one person's radio and outing. A newer one under the same address is taken too. */
  async function begin(): Promise<void> {
    handed = await get<Schemas['VolunteerShape'] | null>('/handed');
    const first = await fetch('./first.json').then((answer) => answer.text()).catch(() => 'null');
    const mark = `${first.length} ${[...first].reduce((sum, sign) => (sum * 31 + sign.charCodeAt(0)) | 0, 7)}`;
    if (first.trim() === 'null' || recall('kit.first', '') === mark) return;
    await take(first);
    remember('kit.first', mark);
  }

  async function take(text: string): Promise<void> {
    const { status, body } = await takeFile(text);
    const found = body as { radios: number; sheets: number; detail: string };
    const counted = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;
    told = status === 200 ? `New here: ${counted(found.radios, 'radio')}, ${counted(found.sheets, 'sheet')}.` : `Nothing was taken: ${found.detail}`;
    await data.load();
    handed = await get<Schemas['VolunteerShape'] | null>('/handed');
  }

  async function chooseSheet(id: number): Promise<void> {
    sheets = (await get<Schemas['SheetSummary'][]>('/sheets?status=open')).filter((s) => s.radio_id === id);
    withSheet = sheets[0]?.id ?? '';
    codesOf = id;
  }

  async function showCodes(): Promise<void> {
    shown = await giveSome(codesOf!, withSheet);
  }

  async function taken(): Promise<void> {
    const chosen = file?.files?.[0];
    if (!chosen) return;
    const text = await chosen.text();
    if (file) file.value = '';
    await take(text);
  }

  async function keep(changed: Partial<Station>): Promise<void> {
    await put<Station>('/station', { ...$state.snapshot(here), ...changed });
    await shell.loadStation();
  }

  async function drop(id: number): Promise<void> {
    await remove(`/radios/${id}`);
    await data.load();
  }
</script>

<svelte:window {onclick} />

<nav aria-label="Places" class:onsheet={route.pathname.startsWith('/sheet/')}>
  <b>Vocator</b>
  {#each PLACES as [path, words] (path)}<a href={path} aria-current={route.pathname === path ? 'page' : undefined}>{words}</a>{/each}
</nav>

{#if broken}
  <main class="page"><p class="harm" role="alert"><b>This browser keeps nothing for this page.</b> {broken}. A private window, or a full device, may be why: open it in an ordinary window, make room.</p></main>
{:else if stage === 'failed'}
  <main class="page"><p class="harm" role="alert"><b>The kit does not start.</b> {trouble}. Open it once where it can be fetched whole, in a browser of this year.</p></main>
{:else if !stands}
  <main class="page"><h1>Vocator in the field</h1><p role="status">Opening…</p></main>
{:else}
  {#if stage !== 'ready'}<p class="starting" role="status">{stage === 'fetching' ? 'Fetching the heart, once, about 6 MB.' : 'The heart is starting, some seconds.'} Type already: it is read as soon as it can be.</p>{/if}
  {#key route.pathname}
    {#if route.pathname.startsWith('/sheet/')}<SheetPage />
    {:else if route.pathname === '/twin'}<TwinPage />
    {:else if route.pathname === '/drill'}<DrillPage />
    {:else if route.pathname === '/outing'}{#await import('../routes/OutingPage.svelte') then { default: OutingPage }}<OutingPage />{/await}
    {:else if /^\/radios\/\d+$/.test(route.pathname)}<RadioPage />
    {:else if route.pathname.startsWith('/radios')}
      <main class="page">
        <h1>Radios</h1>
        {#each data.radios as r (r.id)}
          <section>
            <h2><a href={`/radios/${r.id}`}>{r.name}</a></h2><p>{r.model_name}, firmware {r.firmware} {#if leaving === r.id}<button type="button" class="act" onclick={() => drop(r.id)}>Remove it, with what its slots hold</button><button type="button" class="act plain" onclick={() => (leaving = 0)}>Keep</button>{:else}<button type="button" class="act plain" onclick={() => (leaving = r.id)}>Remove</button>{/if}</p>
            <p>{r.slots.filter((s) => s.channel).length} of {r.slot_count} slots known.</p>
            <p class="acts"><a class="act" href={`/radios/${r.id}`}>Memory, many channels, set once</a><button type="button" class="act" onclick={() => void chooseSheet(r.id)}>Show as codes</button></p>
          </section>
        {/each}
        {#key data.radios.length}<section><FirstRun models={data.models} onadded={() => data.load()} /></section>{/key}
        <section>
          <h2>This device</h2>
          <p>All of it stays here. Carry it to another device as a file, or one radio by codes from screen to camera; what is there already is kept.</p>
          <div class="acts">
            <button type="button" class="act" onclick={give}>Give it as a file</button>
            <button type="button" class="act" onclick={() => file?.click()}>Take a file</button>
            <button type="button" class="act" onclick={() => (reading = true)}>Read codes</button>
            <input bind:this={file} type="file" hidden accept=".json" aria-label="Kit file" onchange={taken} />
          </div>
          <div class="acts">
            <label>Region <select class="field" aria-label="Region" value={here?.region} onchange={(e) => keep({ region: e.currentTarget.value as 'r1' | 'r2', may_send_on: [] })}><option value="r2">2</option><option value="r1">1</option></select></label>
            <label class="check"><input type="checkbox" checked={!!here?.may_send_on?.length} onchange={(e) => keep({ may_send_on: e.currentTarget.checked ? (regions.find((r) => r.id === here?.region)?.bands ?? []) : [] })} /> I may send: sheets end with a try on the air, within my licence and local rules</label>
          </div>
          {#if told}<p role="status">{told}</p>{/if}
        </section>
      </main>
    {:else}{#if handed}<Handed view={handed} />{/if}<Bench resume={!handed} />{/if}
  {/key}
{/if}

<Dialog bind:open={() => codesOf !== null, (v) => { if (!v) codesOf = null; shown = ''; }} title="To another phone">
  {#if shown}<ShowCodes text={shown} />
  {:else if codesOf !== null}
    <p>{data.radios.find((r) => r.id === codesOf)?.name}, with what its slots hold.</p>
    <label>And one sheet<select class="field" bind:value={withSheet}><option value="">none</option>{#each sheets as s (s.id)}<option value={s.id}>{s.title}</option>{/each}</select></label>
    <div class="acts"><button type="button" class="act next" onclick={() => void showCodes()}>Show the codes</button></div>
  {/if}
</Dialog>
<Dialog bind:open={reading} title="Read codes">
  {#if reading}<ReadCodes onread={(text) => { reading = false; void take(text); }} />{/if}
</Dialog>

{#if shell.message}<div class="toast"><Toast dismissable={false} class="paper-toast">{shell.message}</Toast></div>{/if}

<style>
  nav {
    display: flex;
    align-items: stretch;
    gap: 4px;
    min-height: 56px;
    padding: 0 20px;
    max-width: 1280px;
    margin: 0 auto;
    border-bottom: 3px solid var(--ink);
  }
  nav b {
    align-self: center;
    margin-right: auto;
    font-size: 20px;
  }
  nav a {
    display: inline-flex;
    align-items: center;
    padding: 0 14px;
    min-width: 48px;
    color: var(--ink);
    text-decoration: none;
  }
  nav a[aria-current] {
    background: var(--ink);
    color: var(--ground);
    font-weight: 700;
  }
  h1,
  h2 {
    font-size: 24px;
    margin: 0 0 6px;
  }
  .check input {
    width: 24px;
    height: 24px;
    vertical-align: middle;
  }
  section {
    border-top: 3px solid var(--ink);
    padding: 10px 0;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
  }
  .starting {
    max-width: 1280px;
    margin: 0 auto;
    padding: 6px 20px;
    color: var(--quiet);
  }
  .toast {
    position: fixed;
    z-index: 60;
    left: 50%;
    bottom: 100px;
    transform: translateX(-50%);
  }
  @media (max-width: 700px) {
    nav.onsheet {
      display: none;
    }
    nav {
      padding: 0 4px;
      gap: 0;
      justify-content: space-between;
    }
    nav b {
      display: none;
    }
    nav a {
      padding: 0 8px;
    }
  }
</style>
