<!-- What the browser prints of a sheet: all of its steps on paper, in black and white, to be ticked with a pencil. -->
<script lang="ts">
  import { flushSync, onMount } from 'svelte';
  import type { Sheet, Step } from '../../api';
  import CapView from '../../twin/cap/CapView.svelte';
  import { ownRow } from '../../twin/glass/rows';
  import { alternatives, drawnCaps, lossOf } from './alternatives';

  let { sheet }: { sheet: Sheet } = $props();

  let content = $derived(sheet.content);

  /** It is in the page only while that is printed. */
  const paper = matchMedia('print');
  let printing = $state(paper.matches);
  const turn = (to: boolean): void =>
    flushSync(() => {
      printing = to;
    });
  onMount(() => {
    const look = (): void => turn(paper.matches);
    paper.addEventListener('change', look);
    return () => paper.removeEventListener('change', look);
  });
  let starts = $derived(new Map((content.parts ?? []).map((part) => [part.first, part])));

  interface Row {
    step: Step;
    say: string;
    opens: boolean;
    /** The number that the screen gives its page; the rows of one page share it. */
    number: number | null;
  }

  /** A row for each step; alternatives that the same keys answer are one. */
  let rows = $derived.by(() => {
    const found: Row[] = [];
    let before: Step | null = null;
    for (const [at, page] of content.pages.entries()) {
      const steps = page.map((n) => content.steps[n]!);
      const drawn = steps.length > 1 && steps.every((s) => s.group && s.actions.length && !lossOf(s)) ? alternatives(steps) : steps.map((step) => ({ says: [step.say], step }));
      for (const [n, { says, step }] of drawn.entries()) {
        found.push({ step, say: drawn.length < steps.length ? `${says.join(', or ')}${says.length > 1 ? '' : step.say.slice(says[0]!.length)}` : step.say, opens: before?.chapter !== step.chapter || starts.has(step.number), number: n ? null : at + 1 });
        before = step;
      }
    }
    return found;
  });

  /** What shows once the keys are pressed, as far as the sheet made it so: not the other row, nor a frequency that was there before. */
  function shown(step: Step): string {
    if (step.shows) return step.shows;
    if (!step.caps.length || step.group || step.chapter === 'Ready') return '';
    return ownRow(step.display.text).trim();
  }
</script>

<svelte:window onbeforeprint={() => turn(true)} onafterprint={() => turn(false)} />

{#if printing}
<section class="printed">
  <h1>{sheet.title}</h1>
  <p>{content.my_name} ({content.radio_name}). Proven from {content.proof.starts} {content.proof.starts === 1 ? 'start' : 'starts'}; {content.counts.taps} taps, {content.counts.digits} digits, {content.counts.holds} holds, {content.counts.clicks} clicks, about {Math.round(content.counts.seconds)} s.
    {content.way === 'short' ? 'The short way: only right after the last sheet.' : 'From any state.'}</p>
  <p><b>Antenna or dummy load before any PTT. Listen, then your call sign. Send only where you may; local rules and your licence come first.</b></p>
  {#if content.limits.length}<p>What this radio cannot show or do: {content.limits.join('; ')}.</p>{/if}
  <table>
    <thead><tr><th></th><th>step</th><th>keys</th><th>then it shows</th></tr></thead>
    {#each rows as { step, say, opens, number } (step.number)}
      {#if opens}
        {@const part = starts.get(step.number)}
        <tbody class="chapter"><tr><th colspan="4">{#if part}{`${part.slot_text} ${part.label ?? ''} (${part.line}) · `}{/if}{step.chapter}</th></tr></tbody>
      {/if}
      <tbody><tr class:sometimes={step.when !== null}>
        <td class="number">{#if number !== null}{number}<i></i>{/if}</td>
        <td>{#if step.loss?.meant}<b>{step.loss.kind === 'erased' ? 'Erases' : 'Replaces'} what slot {step.loss.slot_text} holds. </b>{/if}{say}{#if step.window_s > 0}<small>read it all first: {step.window_s} s from the last key</small>{/if}{#if step.on_air}<small>on air: {step.why}</small>{/if}{#if step.unsure}<small>look closely: {step.unsure}</small>{/if}</td>
        <td><span class="caps">{#each drawnCaps(step) as cap, n (n)}<CapView {cap} small />{/each}</span></td>
        <td class="shows">{shown(step)}{#if step.look}<small>{[step.look.free && `free: ${step.look.free}`, step.look.taken && `taken: ${step.look.taken}, then stop`].filter(Boolean).join('; ')}</small>{/if}</td>
      </tr></tbody>
    {/each}
  </table>
  <p>If it shows something else: open the sheet and choose <b>It shows something else</b>; without it, put the radio back to VFO mode and begin again.</p>
</section>
{/if}

<style>
  @media screen {
    .printed {
      display: none;
    }
  }
  @media print {
    .printed {
      display: block;
      font-size: 13px;
      line-height: 1.3;
    }
    h1 {
      font-size: 20px;
      margin: 0 0 4px;
    }
    p {
      margin: 0 0 6px;
    }
    table {
      width: 100%;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 3px 6px;
      text-align: left;
      vertical-align: middle;
      border-bottom: 1px solid #777;
      overflow-wrap: anywhere;
    }
    tbody {
      break-inside: avoid;
    }
    .chapter {
      break-after: avoid;
    }
    .chapter th {
      padding-top: 10px;
      border-bottom: 2px solid #000;
    }
    .sometimes td:nth-child(2) {
      padding-left: 20px;
    }
    .number {
      width: 46px;
      white-space: nowrap;
      font-variant-numeric: tabular-nums;
    }
    .number i {
      display: inline-block;
      width: 11px;
      height: 11px;
      margin-left: 6px;
      border: 1px solid #000;
      vertical-align: -1px;
    }
    td:nth-child(2) {
      width: 34%;
    }
    .shows {
      width: 24%;
      font-weight: 700;
    }
    small {
      display: block;
      font-size: 12px;
      font-weight: 400;
    }
    .caps {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 8px;
      align-items: center;
      zoom: 0.72;
    }
  }
</style>
