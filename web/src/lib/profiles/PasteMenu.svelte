<!-- A menu's table, pasted: its entries, what each is for, to be confirmed. -->
<script lang="ts">
  import { post, type MenuRow } from '../api';
  import { keep, recall } from '../keeping/keep';
  import { shell } from '../shell/state.svelte';
  import type { Describing } from './describing.svelte';

  let { about, onnext }: { about: Describing; onnext: () => void } = $props();

  let text = $state('');
  let rows = $state<MenuRow[]>([]);
  let into = $state<string | null>(null);
  let trouble = $state('');
  // svelte-ignore state_referenced_locally
  text = recall(`pasted ${about.id}`, '');
  let lists = $derived(about.view?.lists ?? []);
  let list = $derived(into ?? lists[0] ?? '');

  const WORDS: Record<string, string> = {
    none: 'passed by', auto_shift: 'automatic shift', shift: 'shift', offset: 'offset', tone_use: 'use of tones', tone: 'tone', code: 'code', send_tone: 'tone sent', open_tone: 'tone that opens', send_code: 'code sent',
    open_code: 'code that opens', width: 'width', power: 'power', step: 'tuning step', busy_lock: 'busy lock', watch: 'watch of other rows', dual_watch: 'dual watch', transmit_row: 'row that sends', reverse: 'reverse',
    show: 'what memory mode shows', group: 'group', beep: 'beep', reset: 'reset', mode: 'mode', band: 'band', send_frequency: 'transmit frequency', polarity: 'polarity of codes', squelch: 'squelch', rows: 'two rows', other: 'something else',
    send_use: 'use on the send side', open_use: 'use on the receive side',
  };
  const LISTS: Record<string, string> = { ctcss50: '50 tones', ctcss38: '38 tones', dcs_n: '104 codes N', dcs_bare: '104 codes', dcs_pairs: '104 codes N and I', off_ctcss50: 'OFF, 50 tones', off_dcs_n: 'OFF, 104 codes N', off_dcs_ni: 'OFF, 104 codes N and I', off_ctcss38: 'OFF, 38 tones',
    off_ctcss50_dcs_n: 'OFF, 50 tones, 104 codes N', off_ctcss50_dcs_ni: 'OFF, 50 tones, 104 codes N, then I', off_ctcss50_dcs_pairs: 'OFF, 50 tones, 104 codes N and I',
    off_ctcss38_dcs_n: 'OFF, 38 tones, 104 codes N', off_ctcss38_dcs_ni: 'OFF, 38 tones, 104 codes N, then I', off_ctcss38_dcs_pairs: 'OFF, 38 tones, 104 codes N and I' };
  /** What an entry can be, as the manual has it; what each value means where that is not the value itself. */
  function said(row: MenuRow): string {
    if (row.means === 'none') return '';
    if (row.tones) return LISTS[row.tones] ?? LISTS[row.tones.toLowerCase()] ?? row.tones;
    if (row.amounts) return `${row.amounts[0]! / 1e6} to ${row.amounts[1]! / 1e6} MHz by ${row.amounts[2]! / 1e6}`;
    return (row.values ?? []).map(([t, m]) => (row.means === 'step' || t!.toLowerCase() === m ? t : `${t}: ${m!.replaceAll('_', ' ')}`)).join(', ');
  }

  async function read(): Promise<void> {
    keep(`pasted ${about.id}`, text);
    try {
      rows = await post<MenuRow[]>('/descriptions/paste', { text });
      trouble = rows.length ? '' : 'No entry is found in it. One a line: a number, a name, its values.';
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function take(): Promise<void> {
    if (await about.send('menu', { into: list, rows: $state.snapshot(rows) })) {
      rows = [];
      onnext();
    }
  }
</script>

<section>
  <h2>Paste the menu</h2>
  <p class="quiet">The manual's table as it stands there: numbers, names, values; any columns. What each entry is for is guessed; you confirm it. Entries of no use stay: one scrolls past them.</p>
  {#if !lists.length}<p class="caution">If they stand in a menu, answer first how it is worked: then there is a list to put them into. What keys or pages change needs none.</p>{/if}
  <label class="pasted">The table<textarea class="field" rows="9" spellcheck="false" bind:value={text} placeholder="1  SHIFT  OFF, −, +"></textarea></label>
  <div class="acts">
    <button type="button" class="act" class:next={!rows.length} disabled={!text.trim()} onclick={read}>Read it</button>
    <label>into <select class="field" aria-label="List" value={list} onchange={(e) => (into = e.currentTarget.value)}>{#each lists as name (name)}<option value={name}>{name}</option>{/each}<option value="">no list: keys or pages change them</option></select></label>
  </div>
  {#if trouble || about.trouble}<p class="harm" role="alert">{trouble || about.trouble}</p>{/if}
  {#if rows.length}
    <table class="ruled">
      <thead><tr><th scope="col">No.</th><th scope="col">Entry</th><th scope="col">What it is for</th><th scope="col">Values</th><th scope="col">New</th></tr></thead>
      <tbody>
        {#each rows as row, at (at)}
          <tr class:unsure={!row.sure}>
            <td>{row.number}</td>
            <td><b>{row.name}</b></td>
            <td><select class="field" aria-label="What {row.name} {row.number} is for" bind:value={row.means}>{#each ['none', ...(about.view?.means ?? [])] as m (m)}<option value={m}>{WORDS[m] ?? m}</option>{/each}</select></td>
            <td class="said">{said(row)}{#if row.digits && row.means !== 'none'}; {row.digits === 1 ? 'a digit chooses' : `${row.digits} digits`}{/if}</td>
            <td>{row.means === 'none' ? '' : row.new}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <div class="acts"><button type="button" class="act next" disabled={about.busy} onclick={take}>These {rows.length} are right</button></div>
  {/if}
</section>

<style>
  h2 {
    margin: 0;
    font-size: 24px;
  }
  .pasted {
    display: grid;
    gap: 4px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
    margin: 10px 0;
  }
  td .field {
    width: 170px;
  }
  .said {
    overflow-wrap: anywhere;
  }
  .unsure td:first-child {
    border-left: 6px solid var(--caution);
    padding-left: 6px;
  }
  @media (max-width: 700px) {
    thead {
      display: none;
    }
    tr {
      display: grid;
      grid-template-columns: 40px 1fr;
      border-top: 1px solid var(--rule);
    }
    td {
      border: 0;
    }
    td:nth-child(n + 3) {
      grid-column: 2;
    }
  }
</style>
