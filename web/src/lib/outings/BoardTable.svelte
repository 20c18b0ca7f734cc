<!-- The board: channels by people, how far each crossing is; on a phone one person's at a time. -->
<script lang="ts">
  import type { Board, Schemas } from '../api';
  import { clock, megahertz } from '../passes/time.svelte';
  import { MARKS } from './marks';

  type Somebody = Schemas['PersonBoard'];
  let { board, practice, onperson, onchannel, share, withdraw, links, hand }: {
    board: Board;
    /** Whether somebody agrees that it is shown when they practised. */
    practice: boolean;
    onperson: (id: string) => void;
    onchannel: (id: string) => void;
    share: (person: Somebody) => void;
    withdraw: (person: Somebody) => void;
    /** Whether links can be given out: only a server answers them. */
    links: boolean;
    /** Gives a person's radio and sheet to their phone as codes; null where a link does it. */
    hand: ((person: Somebody) => void) | null;
  } = $props();

  let who = $state('');
  const cellOf = (p: Somebody, id: string) => p.cells.find((c) => c.channel === id)!;
</script>

<div class="scroll" role="region" aria-label="Board, channels by people" tabindex="-1">
  <table class="board">
    <thead>
      <tr><th scope="col">Channel</th><th scope="col" class="line">Receive, send, tone</th>
        {#each board.people as p (p.id)}<th scope="col" class="who" class:ready={p.ready}><button type="button" onclick={() => onperson(p.id)}>{p.tactical || p.name}</button><br /><small>{p.model_name.split(' ').at(-1)}</small></th>{/each}
      </tr>
    </thead>
    <tbody>
      {#each board.channels as c (c.id)}
        <tr>
          <th scope="row"><button type="button" onclick={() => onchannel(c.id)}>{c.name}</button> <small>{c.off_air ? 'off the air' : c.role}</small></th>
          <td class="line">{c.rx_hz ? megahertz(c.rx_hz) : '?'}{c.tx_hz && c.tx_hz !== c.rx_hz ? ` ↑${megahertz(c.tx_hz)}` : ''} {c.tone}{c.width === 'narrow' ? ' narrow' : ''}</td>
          {#each board.people as p (p.id)}{@const cell = cellOf(p, c.id)}
            <td class="cell {cell.state}" title="{p.name}, {c.name}: {MARKS[cell.state]!.words}{cell.why ? `, ${cell.why}` : ''}, slot {cell.slot_text} {cell.label}"><span aria-hidden="true">{MARKS[cell.state]!.mark}</span><span class="visually-hidden">{MARKS[cell.state]!.words}</span></td>
          {/each}
        </tr>
      {/each}
      <tr class="feet"><th scope="row">Sheet</th><td class="line"></td>
        {#each board.people as p (p.id)}<td class="cell">{#if p.sheets.length}<a href="/sheet/{p.sheets.at(-1)}" aria-label="Sheet of {p.name}">{p.done}/{p.able}</a>{:else}<span class="visually-hidden">none</span>–{/if}</td>{/each}</tr>
      {#if practice}
        <tr class="feet"><th scope="row">From memory</th><td class="line"></td>
          {#each board.people as p (p.id)}<td class="cell" title={p.practised ? `${p.name} last did a whole repeater from memory on ${clock.day(p.practised)}` : ''}>{#if p.practised}{clock.day(p.practised).replace(/^\S+ /, '')}{:else}<span class="visually-hidden">not shown</span>–{/if}</td>{/each}</tr>
      {/if}
      {#if links}<tr class="feet"><th scope="row">Link</th><td class="line"></td>
        {#each board.people as p (p.id)}<td class="cell"><button type="button" aria-label="{p.linked ? 'New link' : 'Link'} for {p.name}" onclick={() => share(p)}>{p.linked ? '⟳' : '+'}</button></td>{/each}</tr>{/if}
      {#if hand}<tr class="feet"><th scope="row">To their phone</th><td class="line"></td>
        {#each board.people as p (p.id)}<td class="cell">{#if p.sheets.length}<button type="button" aria-label="Codes for {p.name}" onclick={() => hand(p)}>▦</button>{:else}–{/if}</td>{/each}</tr>{/if}
    </tbody>
  </table>
</div>
<p class="key">{#each Object.values(MARKS) as m (m.mark)}<span><b>{m.mark}</b> {m.words}</span>{/each}</p>

<div class="phone">
  <label>Whose radio <select class="field" bind:value={who}><option value="">choose</option>{#each board.people as p (p.id)}<option value={p.id}>{p.tactical || p.name}</option>{/each}</select></label>
  {#each board.people.filter((p) => p.id === who) as p (p.id)}
    <p><b>{p.done} of {p.able}</b> written, {p.model_name}{p.ready ? ', ready' : ''}{p.practised ? `, from memory on ${clock.day(p.practised)}` : ''}</p>
    <ul>{#each board.channels as c (c.id)}{@const cell = cellOf(p, c.id)}<li><b>{MARKS[cell.state]!.mark}</b> {c.name} <span>{cell.state === 'beyond' ? 'beyond this radio' : `slot ${cell.slot_text} ${cell.label}, ${MARKS[cell.state]!.words}`}</span></li>{/each}</ul>
    <div class="acts">{#if p.sheets.length}<a class="act" href="/sheet/{p.sheets.at(-1)}">Sheet</a>{/if}{#if hand && p.sheets.length}<button type="button" class="act" onclick={() => hand(p)}>To their phone</button>{/if}{#if links}<button type="button" class="act" onclick={() => share(p)}>Link</button>{/if}{#if links && p.linked}<button type="button" class="act" onclick={() => withdraw(p)}>Withdraw link</button>{/if}</div>
  {/each}
</div>

<style>
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .scroll {
    overflow-x: auto;
    position: relative; /* what is hidden for the eye stays within */
  }
  .board {
    border-collapse: collapse;
    width: 100%;
  }
  .board th,
  .board td {
    border-top: 1px solid var(--rule);
    padding: 2px 6px;
    text-align: left;
    font-weight: 400;
  }
  .board button {
    background: none;
    border: 0;
    padding: 6px 0;
    font: inherit;
    font-weight: 700;
    color: var(--ink);
    text-decoration: underline;
    text-underline-offset: 3px;
    cursor: pointer;
    min-height: 36px;
    text-align: left;
  }
  .board tbody th {
    white-space: nowrap;
  }
  .board small {
    font-size: 13px;
  }
  .who {
    vertical-align: bottom;
    max-width: 84px;
    line-height: 1.15;
  }
  .who.ready {
    box-shadow: inset 0 -5px 0 var(--good);
  }
  .cell {
    text-align: center !important;
    font-size: 22px;
    border-left: 1px solid var(--rule);
  }
  .feet .cell,
  .feet .cell a {
    font-size: 16px;
    color: var(--ink);
  }
  .cell.changed,
  .cell.unclear {
    background: var(--caution-ground);
  }
  .cell.beyond {
    color: var(--quiet);
  }
  .line {
    white-space: nowrap;
    font-size: 14px;
  }
  .key {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    margin: 10px 0;
  }
  .phone {
    display: none;
  }
  .phone ul {
    list-style: none;
    padding: 0;
    margin: 0;
  }
  @media (max-width: 700px) {
    .scroll,
    .key {
      display: none;
    }
    .phone {
      display: block;
    }
    .phone li {
      padding: 6px 0;
      border-top: 1px solid var(--rule);
    }
  }
</style>
