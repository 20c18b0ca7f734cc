<!-- The logs: contacts on the air, and the work on radios. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, post, remove, sendFile, type Contact, type ContactIn, type LogLine, type Radio, type Resolution, type Schemas } from '../lib/api';
  import { keep, recall } from '../lib/keeping/keep';
  import { slotText } from '../lib/keeping/fold';
  import { contacts } from '../lib/passes/ride.svelte';
  import { clock, compass, megahertz } from '../lib/passes/time.svelte';
  import { shell } from '../lib/shell/state.svelte';

  let list = $state<Contact[]>([]);
  let work = $state<LogLine[]>([]);
  let loaded = $state(false);
  let trouble = $state(''); // of what was asked for here; a look at the logs in the background leaves it
  let unread = $state(''); // of the look at the logs
  let told = $state('');
  const ALL = { find: '', first_day: '', last_day: '', satellite: '', band: '', radio: '', outcome: '' };
  let wanted = $state({ ...ALL });
  let more = $state(false);
  let names = $state.raw({ satellites: [] as string[], bands: [] as string[], radios: [] as string[], outcomes: [] as string[] });
  let query = $derived(new URLSearchParams(Object.entries(wanted).filter(([, value]) => value)).toString());
  let asked = 0;
  let file: HTMLInputElement | undefined = $state();
  const fresh = (): ContactIn => ({ id: crypto.randomUUID(), at_utc: new Date().toISOString(), call_sign: '', grid: '', satellite: '', mode: 'FM', tx_hz: null, rx_hz: null, report_sent: '', report_received: '', note: '' });
  let draft = $state(fresh());

  /** Where the contact is made: a slot that is known, or a frequency as a listing writes it. */
  let where = $state(recall('contact.where', ''));
  let slots = $state.raw<{ name: string; rx_hz: number; tx_hz: number | null }[]>([]);

  onMount(() => {
    void load();
    get<Radio[]>('/radios').then((radios) => {
      slots = radios.flatMap((r) => r.slots.filter((s) => s.channel).map((s) => ({ name: `${slotText(r, s.slot)} ${s.channel!.label ?? megahertz(s.channel!.rx_hz)}, ${r.name}`, rx_hz: s.channel!.rx_hz, tx_hz: s.channel!.tx_hz })));
    }, () => {});
  });

  async function frequencies(): Promise<{ rx_hz: number | null; tx_hz: number | null }> {
    if (!where.trim()) return { rx_hz: null, tx_hz: null };
    const known = slots.find((s) => s.name === where);
    if (known) return { rx_hz: known.rx_hz, tx_hz: known.tx_hz ?? known.rx_hz };
    const { channel } = await post<Resolution>('/resolve', { line: where });
    return { rx_hz: channel.rx_hz, tx_hz: channel.tx_hz ?? channel.rx_hz };
  }

  async function load(): Promise<void> {
    try {
      await contacts.send();
      const mine = ++asked;
      const [found, done] = await Promise.all([get<Contact[]>(`/contacts?${query}`), get<LogLine[]>(`/log?count=200&${query}`)]);
      if (mine !== asked) return; // a later look is on its way
      [list, work] = [found, done];
      if (!query) {
        const some = (all: (string | null)[]) => [...new Set(all.filter((x): x is string => !!x))].sort();
        names = { satellites: some(list.map((c) => c.satellite)), bands: some(list.map((c) => c.band)), radios: some(work.map((w) => w.radio)), outcomes: some(work.map((w) => w.outcome)) };
      }
      loaded = true;
      unread = '';
      shell.reach = 'ok';
    } catch (error) {
      unread = shell.note(error);
    }
  }

  let waiting = $derived(contacts.queue.filter((q) => !list.some((c) => c.id === q.id)));
  let looked = '';
  $effect(() => {
    if (query === looked) return;
    looked = query;
    const timer = window.setTimeout(() => void load(), 250);
    return () => window.clearTimeout(timer);
  });

  async function add(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    trouble = '';
    try {
      if (!draft.satellite) Object.assign(draft, await frequencies());
    } catch (error) {
      trouble = `${shell.note(error)} The contact is not noted yet: mend the frequency, or leave it out.`;
      return;
    }
    keep('contact.where', where);
    await save(draft);
    draft = fresh();
  }

  async function save(one: ContactIn): Promise<void> {
    trouble = '';
    await contacts.keep($state.snapshot(one));
    if (contacts.queue.some((c) => c.id === one.id)) {
      trouble = 'Kept on this device; the server did not take it yet. If it stays so, look at the grid: two letters, two digits.';
      return;
    }
    await load();
  }

  const asIn = (c: Contact): ContactIn => ({ id: c.id, at_utc: c.at_utc, call_sign: c.call_sign, grid: c.grid, satellite: c.satellite, mode: c.mode, tx_hz: c.tx_hz, rx_hz: c.rx_hz, report_sent: c.report_sent, report_received: c.report_received, note: c.note });

  async function drop(c: Contact): Promise<void> {
    trouble = '';
    try {
      await remove(`/contacts/${c.id}`);
      await load();
      told = `${c.call_sign || 'The stamp'} was taken out.`;
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function take(): Promise<void> {
    const chosen = file?.files?.[0];
    if (!chosen) return;
    try {
      const made = await sendFile<Schemas['ImportedShape']>('/contacts/import', chosen);
      told = [`${made.taken} taken`, made.there_already ? `${made.there_already} were there already` : '', ...made.notes, ...made.refused.map((r) => `record ${r.record}: ${r.why}`)].filter(Boolean).join('; ');
      trouble = '';
      await load();
    } catch (error) {
      trouble = shell.note(error);
    }
    if (file) file.value = '';
  }
</script>

<main class="page">
  <header>
    <h1>Log</h1>
    <input class="field find" type="search" placeholder="Find a call, grid, radio" aria-label="Find in both logs" maxlength="60" bind:value={wanted.find} />
    <button type="button" class="act" aria-expanded={more} onclick={() => (more = !more)}>Narrow down</button>
    <button type="button" class="act" onclick={() => clock.toggle()}>{clock.utc ? 'UTC' : `Local, ${clock.name}`}</button>
  </header>
  {#if more}
    <div class="narrow">
      <label>from, UTC<input class="field" type="date" bind:value={wanted.first_day} /></label>
      <label>to<input class="field" type="date" bind:value={wanted.last_day} /></label>
      <label>Satellite<select class="field" bind:value={wanted.satellite}><option value="">any</option>{#each names.satellites as s (s)}<option>{s}</option>{/each}</select></label>
      <label>Band<select class="field" bind:value={wanted.band}><option value="">any</option>{#each names.bands as b (b)}<option>{b}</option>{/each}</select></label>
      <label>Radio<select class="field" bind:value={wanted.radio}><option value="">any</option>{#each names.radios as r (r)}<option>{r}</option>{/each}</select></label>
      <label>Outcome<select class="field" bind:value={wanted.outcome}><option value="">any</option>{#each names.outcomes as o (o)}<option value={o}>{o.replace('_', ' ')}</option>{/each}</select></label>
      <button type="button" class="act" disabled={!query} onclick={() => (wanted = { ...ALL })}>Show all</button>
    </div>
  {/if}
  {#each [...new Set([unread, trouble])].filter(Boolean) as words (words)}<p class="harm" role="alert">{words}</p>{/each}
  {#if told}<p role="status">{told}</p>{/if}

  <section>
    <div class="head"><h2>Contacts</h2>
      <a class="act" href="/api/contacts.adi?{query}" download>ADIF{query ? ' of these' : ''}</a><a class="act" href="/api/contacts.csv?{query}" download>CSV{query ? ' of these' : ''}</a>
      <button type="button" class="act" onclick={() => file?.click()}>Take ADIF</button><input bind:this={file} type="file" hidden accept=".adi,.adif,.txt" aria-label="ADIF file" onchange={take} />
    </div>
    <form class="new" onsubmit={add}>
      <input class="field" required placeholder="call sign" aria-label="Call sign" autocapitalize="characters" autocomplete="off" maxlength="20" bind:value={draft.call_sign} />
      <input class="field short" placeholder="grid" aria-label="Grid" autocomplete="off" maxlength="6" bind:value={draft.grid} />
      <input class="field" placeholder="frequency or slot" aria-label="Frequency or slot" list="known-slots" autocomplete="off" maxlength="80" bind:value={where} />
      <datalist id="known-slots">{#each slots as s, at (at)}<option value={s.name}></option>{/each}</datalist>
      <input class="field" placeholder="satellite" aria-label="Satellite" autocomplete="off" maxlength="40" bind:value={draft.satellite} />
      <input class="field short" placeholder="sent" aria-label="Report sent" autocomplete="off" maxlength="6" bind:value={draft.report_sent} />
      <input class="field short" placeholder="received" aria-label="Report received" autocomplete="off" maxlength="6" bind:value={draft.report_received} />
      <button class="act next" onclick={() => (draft.at_utc = new Date().toISOString())}>Contact now</button>
    </form>
    {#if waiting.length}<p class="caution">{waiting.length} kept on this device, not yet sent: {waiting.map((w) => w.call_sign || clock.time(w.at_utc)).join(', ')}</p>{/if}
    {#if list.length}
      <table class="ruled">
        <thead><tr><th scope="col">{clock.name}</th><th scope="col">Call sign</th><th scope="col">Grid</th><th scope="col">Satellite</th><th scope="col" class="wide">Up, down</th><th scope="col" class="n wide">Way</th><td></td></tr></thead>
        <tbody>
          {#each list as c (c.id)}
            <tr>
              <td class="when">{clock.day(c.at_utc)} <b>{clock.time(c.at_utc)}</b></td>
              <td><input class="field call" aria-label="Call sign of {clock.time(c.at_utc)}" placeholder="who was it?" bind:value={c.call_sign} onchange={() => save(asIn(c))} />{#if c.duplicate_of_utc}<br /><span class="dup">worked before in this pass, {clock.time(c.duplicate_of_utc)}</span>{/if}</td>
              <td><input class="field short" aria-label="Grid of {clock.time(c.at_utc)}" maxlength="6" bind:value={c.grid} onchange={() => save(asIn(c))} /></td>
              <td>{c.satellite}{c.sat_mode ? ` ${c.sat_mode}` : ''}</td>
              <td class="wide">{c.tx_hz ? megahertz(c.tx_hz) : ''} {c.rx_hz ? megahertz(c.rx_hz) : ''}</td>
              <td class="n wide">{c.distance_km !== null ? `${c.distance_km} km ${compass(c.bearing_deg ?? 0)}` : ''}</td>
              <td><button type="button" class="act plain" aria-label="Take out {c.call_sign || clock.time(c.at_utc)}" onclick={() => drop(c)}>Take out</button></td>
            </tr>
          {/each}
        </tbody>
      </table>
    {:else if loaded}<p>{query ? 'None like that.' : 'No contact yet. A ride stamps them with one key; here they can be typed.'}</p>{/if}
  </section>

  <section>
    <div class="head"><h2>Work on radios</h2><a class="act" href="/api/log.csv?{query}" download>CSV{query ? ' of these' : ''}</a></div>
    {#if work.length}
      <table class="ruled">
        <thead><tr><th scope="col">{clock.name}</th><th scope="col">Radio</th><th scope="col">Slot</th><th scope="col">What</th><th scope="col" class="wide">Proof</th></tr></thead>
        <tbody>{#each work as w (w.id)}<tr><td class="when">{clock.day(w.at)} <b>{clock.time(w.at, false)}</b></td><td>{w.radio}</td><td>{w.slot}</td><td>{w.text}</td><td class="wide">{w.proof}</td></tr>{/each}</tbody>
      </table>
    {:else if loaded}<p>{query ? 'None like that.' : 'Nothing yet. What a sheet wrote and read back is noted here.'}</p>{/if}
  </section>
</main>

<style>
  header,
  .head,
  .new {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  h1 {
    margin: 0 auto 0 0;
    font-size: 28px;
  }
  h2 {
    margin: 0 auto 0 0;
    font-size: 20px;
  }
  section {
    border-top: 3px solid var(--ink);
    margin-top: 14px;
    padding-top: 12px;
  }
  .narrow {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: end;
    margin-top: 10px;
  }
  .narrow label {
    display: grid;
  }
  .narrow .field {
    max-width: 170px;
    box-sizing: border-box;
  }
  .new {
    margin: 12px 0;
  }
  .new .field {
    width: 150px;
    box-sizing: border-box;
  }
  .new .short,
  td .short {
    width: 104px;
  }
  td .call {
    width: 150px;
    font-weight: 700;
  }
  td .field {
    box-sizing: border-box;
  }
  table {
    --cell: 5px 12px 5px 0;
  }
  thead th,
  thead td {
    border: 0;
    font-weight: 400;
    color: var(--quiet);
  }
  .when {
    white-space: nowrap;
  }
  .dup {
    font-weight: 700;
  }
  @media (max-width: 700px) {
    .narrow {
      display: grid;
      grid-template-columns: 1fr 1fr;
    }
    .narrow .field {
      max-width: none;
      width: 100%;
    }
    .wide {
      display: none;
    }
    .when {
      white-space: normal;
    }
    td .call {
      width: 118px;
    }
    td .short {
      width: 84px;
    }
    .find {
      flex: 1;
      min-width: 0;
    }
  }
</style>
