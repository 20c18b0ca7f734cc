<!-- The outing: channels by people, what is to be looked at, sheets for everyone, who is ready. -->
<script lang="ts">
  import { onMount, untrack, type ComponentProps } from 'svelte';
  import { answersHere, get, inKit, madeHere, post, put, Refused, remove, sendFile, type Board, type Region, type Schemas } from '../lib/api';
  import { data } from '../lib/programming/bench/data.svelte';
  import { keep, recall } from '../lib/keeping/keep';
  import BoardTable from '../lib/outings/BoardTable.svelte';
  import CardsPart from '../lib/outings/CardsPart.svelte';
  import { Changing, copy, type Both, type Item, type Part } from '../lib/outings/changing.svelte';
  import ChannelDialog from '../lib/outings/ChannelDialog.svelte';
  import CsvDialog from '../lib/outings/CsvDialog.svelte';
  import Exports from '../lib/outings/Exports.svelte';
  import Findings from '../lib/outings/Findings.svelte';
  import Meanwhile from '../lib/outings/Meanwhile.svelte';
  import { idOf, plainOf, type Channel, type Outing, type Person, type Plain, type PostAt } from '../lib/outings/marks';
  import PersonDialog from '../lib/outings/PersonDialog.svelte';
  import PlainDialog from '../lib/outings/PlainDialog.svelte';
  import PostDialog from '../lib/outings/PostDialog.svelte';
  import SatelliteHour from '../lib/outings/SatelliteHour.svelte';
  import PostsReach from '../lib/outings/PostsReach.svelte';
  import LinkDialog from '../lib/outings/LinkDialog.svelte';
  import { handOver } from '../lib/outings/later';
  import { Making } from '../lib/outings/making.svelte';
  import Unsent from '../lib/outings/Unsent.svelte';
  import { UnsentOuting, type Apart } from '../lib/outings/unsent.svelte';
  import { shell } from '../lib/shell/state.svelte';

  let regions = $state.raw<Region[]>([]);
  let list = $state<Schemas['OutingSummary'][]>([]);
  const unsent = new UnsentOuting();
  let board = $state.raw<Board | null>(unsent.shown(recall<Board | null>('outing', null)));
  let loaded = $state(false);
  let trouble = $state('');
  let unread = $state('');
  let making = $state.raw<Making | null>(null);
  let link = $state.raw<ComponentProps<typeof LinkDialog>['given']>(null);
  let handing = $state('');
  let showing = $state<'board' | 'findings' | 'reach'>('board');
  let files: HTMLInputElement | undefined = $state();
  let channel = $state<Channel | null>(null);
  let person = $state<Person | null>(null);
  let spot = $state<PostAt | null>(null);
  let plain = $state<Plain | null>(null);
  let isNew = $state(false);

  async function addListed(r: Schemas['ListedShape']): Promise<void> {
    await save(change((o) => put_in(o.channels, { id: r.id, name: r.name, line: r.line, role: 'back-up', at: { latitude_deg: r.latitude_deg, longitude_deg: r.longitude_deg, height_m: r.height_m }, off_air: r.state === 'off air', note: '' })));
  }

  let rows = $state<HTMLInputElement>();
  let chosen = $state.raw<File | null>(null);
  function look(): void {
    chosen = rows?.files?.[0] ?? null;
    if (rows) rows.value = '';
  }

  onMount(() => {
    void load();
    if (!data.loaded) void data.load();
    get<Region[]>('/regions').then((found) => (regions = found), shell.note);
    const timer = window.setInterval(() => !making?.running && document.visibilityState === 'visible' && void refresh(), 8000);
    return () => (window.clearInterval(timer), making?.end());
  });

  const names = (ids: string[]) => ids.map((id) => board?.people.find((p) => p.id === id)).map((p) => p?.tactical || p?.name || '').join(', ');

  function show(next: Board): void {
    board = unsent.shown(next);
    keep('outing', next);
  }
  /** Show what came of a change; where it was this device that answered, the server is still to be told. */
  function took(next: Board): void {
    if (board && !inKit() && answersHere() && next.id === board.id && !madeHere(next.id)) unsent.hold(board, next.outing as unknown as Outing);
    show(next);
  }
  /** Show a board that was fetched, once what was changed here without the server is told. */
  async function showFresh(next: Board): Promise<void> {
    const told = await unsent.tell(next);
    show(told);
    if (told !== next && !unsent.told.length) shell.say('The server has what was changed here');
    const other = await unsent.tellOther(next.id);
    if (other) show(other);
  }

  async function load(): Promise<void> {
    try {
      list = await get<Schemas['OutingSummary'][]>('/outings');
      const one = list.find((o) => o.id === board?.id) ?? list[0];
      if (one) await showFresh(await get<Board>(`/outings/${one.id}`));
      else board = null;
      loaded = true;
      unread = '';
      shell.reach = 'ok';
    } catch (error) {
      unread = shell.note(error);
    }
  }

  async function refresh(): Promise<void> {
    if (!board) return;
    try {
      await showFresh(await get<Board>(`/outings/${board.id}`));
    } catch (error) {
      if (error instanceof Refused && error.problem.status === 404 && madeHere(board.id)) await load(); // the server knows it by another number
      else shell.note(error);
    }
  }

  let outing = $derived(board ? (board.outing as unknown as Outing) : null);
  let open = $derived(board?.findings.filter((f) => !f.accepted) ?? []);
  let harm = $derived(open.filter((f) => f.harm));
  let waiting = $derived(board?.people.filter((p) => p.waiting > 0) ?? []);
  let ready = $derived(board?.people.filter((p) => p.ready).length ?? 0);
  let able = $derived(board?.people.filter((p) => p.able > 0).length ?? 0);

  let clashed = false;
  async function save(next: Outing): Promise<boolean> {
    if (!board) return false;
    clashed = false;
    if (unsent.told.length && !answersHere()) {
      unsent.hold(board, next); // what waits already goes first, together with this
      board = unsent.shown(board);
      await refresh();
      return true;
    }
    try {
      took(await put<Board>(`/outings/${board.id}`, { version: board.version, outing: next }));
      trouble = '';
      return true;
    } catch (error) {
      if (error instanceof Refused && error.passing) {
        shell.note(error);
        unsent.hold(board, next); // there is no server: it waits here
        board = unsent.shown(board);
        trouble = '';
        return true;
      }
      trouble = shell.note(error);
      clashed = error instanceof Refused && error.problem.type === 'urn:vocator:clash';
      if (clashed) await refresh();
      return false;
    }
  }

  const changing = new Changing();
  $effect(() => {
    if (channel ?? person ?? spot ?? plain) untrack(() => changing.begin(outing!));
  });

  /** Save what a form holds together with what others changed meanwhile; what collides is chosen first. */
  async function saveWith(joined: () => boolean, next: () => Outing): Promise<boolean> {
    for (let once = 0; once < 2; once += 1) {
      trouble = '';
      if (!joined()) return false;
      if (await save(next())) return true;
      if (!clashed) return false;
    }
    return false;
  }
  const saveItem = <T extends Item>(part: Part, mine: T): Promise<boolean> => saveWith(() => changing.joined(part, mine, outing!), () => change((o) => put_in(o[part] as Item[], copy(mine))));
  function pick(one: Both, theirs: boolean): void {
    const [mine, part] = channel ? [channel, 'channels' as const] : person ? [person, 'people' as const] : spot ? [spot, 'posts' as const] : [plain!, null];
    changing.pick(one, theirs, mine, part);
    if (theirs && one.field === 'out') channel = person = spot = null;
  }

  async function accept(key: string, accepted: boolean): Promise<void> {
    try {
      took(await post<Board>(`/outings/${board!.id}/accept`, { key, accepted }));
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  // what is being made is watched, whoever asked for it, on this page or another
  $effect(() => {
    const id = board?.id;
    if (id === undefined || making?.outing === id) return;
    making?.end();
    making = new Making(id, (ended) => void refresh().then(() => ended && made()));
    void making.look();
  });

  function made(): void {
    const troubles = Object.entries(making?.state?.troubles ?? {});
    trouble = troubles.map(([id, words]) => `${board?.people.find((p) => p.id === id)?.name ?? id}: ${words}`).join(' ');
    shell.say(making?.stopped ? 'Stopped; what was made is kept' : troubles.length ? 'Some sheets could not be made' : 'Every sheet is made and proven');
  }

  async function makeAll(): Promise<void> {
    trouble = (await making?.begin()) ?? '';
  }

  async function share(p: { id: string; name: string }): Promise<void> {
    try {
      link = { ...(await post<Schemas['LinkShape']>(`/outings/${board!.id}/people/${p.id}/link`, {})), person: p };
      await refresh();
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function withdraw(p: { id: string; name: string }): Promise<void> {
    try {
      await remove(`/outings/${board!.id}/people/${p.id}/link`);
      shell.say(`The link of ${p.name} does not work any more`);
      await refresh();
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function take(input: HTMLInputElement | undefined, path: string): Promise<void> {
    const file = input?.files?.[0];
    if (!file) return;
    try {
      took(await sendFile<Board>(path, file));
      trouble = '';
      list = await get<Schemas['OutingSummary'][]>('/outings');
    } catch (error) {
      trouble = shell.note(error);
    }
    if (input) input.value = '';
  }

  async function begin(): Promise<void> {
    try {
      show(await post<Board>('/outings', { outing: { name: 'New outing', region: shell.station?.region ?? 'r2' } }));
      list = await get<Schemas['OutingSummary'][]>('/outings');
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  function change(edit: (next: Outing) => void): Outing {
    const next = copy(outing!);
    edit(next);
    return next;
  }
  function put_in<T extends { id: string; name: string }>(items: T[], item: T): void {
    const n = items.findIndex((i) => i.id === item.id);
    if (n >= 0) items[n] = item;
    else items.push({ ...item, id: idOf(item.name, items.map((i) => i.id)) });
  }
  async function saved(event: SubmitEvent, part: Part, item: Item): Promise<void> {
    event.preventDefault();
    if (await saveItem(part, item)) channel = person = spot = null;
  }
  async function takeOut(part: 'channels' | 'people' | 'posts', id: string): Promise<void> {
    const next = change((o) => {
      (o[part] as { id: string }[]) = o[part].filter((i) => i.id !== id);
      if (part === 'posts') for (const p of o.people) if (p.post === id) p.post = '';
    });
    if (await save(next)) channel = person = spot = null;
  }
  async function savePlain(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (await saveWith(() => changing.joinedPlain(plain!, outing!), () => change((o) => Object.assign(o, copy(plain!))))) plain = null;
  }
  function onchannel(id: string): void {
    channel = copy(outing!.channels.find((x) => x.id === id)!);
    isNew = false;
  }
  function onperson(id: string): void {
    person = copy(outing!.people.find((x) => x.id === id)!);
    isNew = false;
  }
  function reopen(part: Part | null, id: string): void {
    if (part === 'channels') onchannel(id);
    else if (part === 'people') onperson(id);
    else if (part === 'posts') spot = copy(outing!.posts.find((x) => x.id === id)!);
    else plain = plainOf(outing!);
    isNew = false;
  }
  async function choose(one: Apart, theirs: boolean): Promise<void> {
    unsent.pick(one, theirs, await get<Board>(`/outings/${board!.id}`));
    if (!unsent.apart.length) await refresh();
  }
  let region = $derived(regions.find((r) => r.id === outing?.region) ?? null);
</script>

<main class="page">
  <header>
    <h1>{outing?.name ?? 'Outing'}</h1>
    {#if list.length > 1}
      <select class="field" aria-label="Outing" value={String(board?.id ?? '')} onchange={async (e) => { show(await get<Board>(`/outings/${e.currentTarget.value}`)); }}>
        {#each list as o (o.id)}<option value={String(o.id)}>{o.name}</option>{/each}
      </select>
    {/if}
    {#if outing}<button type="button" class="act" onclick={() => (plain = plainOf(outing!))}>Name, days, net</button>{/if}
    <button type="button" class="act" onclick={begin}>New</button>
    <button type="button" class="act" onclick={() => files?.click()}>Take a file</button><input bind:this={files} type="file" hidden accept=".json" aria-label="Outing file" onchange={() => take(files, '/outings/import')} />
  </header>
  {#each [...new Set([unread, trouble])].filter(Boolean) as words (words)}<p class="harm" role="alert">{words}</p>{/each}

  <Unsent {unsent} onopen={reopen} onpick={(one, theirs) => void choose(one, theirs)} ondrop={() => { unsent.drop(); void refresh(); }} />

  {#if !board || !outing}
    {#if loaded}<p>No outing yet. Begin a new one, or take a file that somebody gave you.</p>{:else if !unread}<p class="quiet">Asking for the outing…</p>{/if}
  {:else}
    <section class="now">
      {#if making?.running}
        <div class="lead" role="status"><b>{making.done} of {making.of} sheets</b><span>{making.nobody ? 'Nobody makes them: Vocator’s workers do not run. Stop it and ./start it again.' : `${names(making.state!.doing) || 'next'}: writing and proving`}</span><progress max={making.of} value={making.done} aria-label="Sheets made"></progress></div>
      {:else if harm.length}
        <button type="button" class="lead next" onclick={() => (showing = 'findings')}><b>{harm.length} to settle first</b><span>{harm[0]!.text}</span></button>
      {:else if waiting.length}
        <button type="button" class="lead next" onclick={makeAll}><b>Make the sheets for {waiting.length}</b><span>{waiting.map((p) => p.tactical || p.name).slice(0, 6).join(', ')}{waiting.length > 6 ? ' …' : ''}</span></button>
      {:else}
        <div class="lead"><b>{ready} of {able} ready</b><span>{ready === able ? 'Everybody has read back what their radio can hold.' : inKit() ? 'The others have sheets: open them, or give them to their phones.' : 'The others have sheets; give them their links.'}</span></div>
      {/if}
      <div class="tabs" role="group" aria-label="Show">
        {#if making?.running}<button type="button" class="act" onclick={() => making?.cancel()}>Stop</button>{/if}
        {#if harm.length && waiting.length && !making?.running}<button type="button" class="act" onclick={makeAll}>Make the sheets all the same</button>{/if}
        <button type="button" class="act" aria-pressed={showing === 'board'} onclick={() => (showing = 'board')}>Board</button>
        <button type="button" class="act" aria-pressed={showing === 'findings'} onclick={() => (showing = 'findings')}>Findings {open.length}</button>
        <button type="button" class="act" aria-pressed={showing === 'reach'} onclick={() => (showing = 'reach')}>Posts and reach</button>
      </div>
    </section>

    {#if showing === 'board'}
      <BoardTable {board} practice={outing.people.some((p) => p.shows_practice)} {onperson} {onchannel} {share} {withdraw} links={!inKit()} hand={inKit() ? (p) => (handing = p.sheets.at(-1)!) : null} />

      <div class="acts">
        <button type="button" class="act" onclick={() => { channel = { id: '', name: '', line: '', role: 'back-up', at: null, off_air: false, note: '' }; isNew = true; }}>Add a channel</button>
        <button type="button" class="act" onclick={() => { person = { id: '', name: '', tactical: '', model: data.models[0]?.model ?? 'ardvane-finch', firmware: '', post: '', may_send_on: [], shows_practice: false }; isNew = true; }}>Add a person</button>
        {#if !inKit()}<CardsPart outing={board.id} onlinks={refresh} />{/if}
        <button type="button" class="act" onclick={() => rows?.click()}>Channels from CSV</button><input bind:this={rows} type="file" hidden accept=".csv,.txt" aria-label="Channels file" onchange={look} />
        <Exports outing={board.id} />
      </div>
    {:else if showing === 'findings'}
      <Findings {board} {accept} {onchannel} {onperson} />
    {:else}
      <PostsReach {board} {outing} onpost={(s, fresh) => { spot = copy(s); isNew = fresh; }} onplaces={(input) => take(input, `/outings/${board!.id}/places`)} onlisted={addListed} listing={!inKit()} />
    {/if}
    {#if outing.people.length && !inKit()}<SatelliteHour {board} />{/if}
  {/if}
</main>

{#snippet meanwhile()}<Meanwhile both={changing.both} onpick={pick} />{/snippet}
<ChannelDialog bind:channel {isNew} {trouble} {meanwhile} {region} used={board?.channels.map((c) => c.rx_hz) ?? []} onsave={(e) => saved(e, 'channels', channel!)} onout={(id) => takeOut('channels', id)} />
<PersonDialog bind:person {isNew} {trouble} {meanwhile} models={data.models} posts={outing?.posts ?? []} bands={region?.bands ?? []} onsave={(e) => saved(e, 'people', person!)} onout={(id) => takeOut('people', id)} onwithdraw={withdraw} />

<PostDialog bind:spot {isNew} {trouble} {meanwhile} onsave={(e) => saved(e, 'posts', spot!)} onout={(id) => takeOut('posts', id)} />
<PlainDialog bind:plain {trouble} {meanwhile} onsave={savePlain} />
{#if board}<CsvDialog bind:file={chosen} outing={board.id} ontaken={took} />{/if}

{#if handing}{#await handOver() then { default: HandOver }}<HandOver bind:sheet={handing} />{/await}{/if}
{#if board}<LinkDialog bind:given={link} outing={board.id} onmade={refresh} />{/if}

<style>
  header,
  .acts {
    margin: 8px 0;
  }
  header,
  .acts,
  .tabs {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  h1 {
    margin: 0 auto 0 0;
    font-size: 28px;
  }
  .now {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 12px 20px;
    margin: 12px 0;
    align-items: stretch;
  }
  .lead {
    display: grid;
    text-align: left;
    padding: 10px 16px;
    border: 3px solid var(--ink);
    background: var(--ground);
    color: var(--ink);
    font: inherit;
  }
  .lead b {
    font-size: 26px;
  }
  .lead.next {
    border-color: var(--next);
    cursor: pointer;
  }
  progress {
    width: 100%;
    height: 14px;
    accent-color: var(--next);
  }
  @media (max-width: 700px) {
    .now {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
