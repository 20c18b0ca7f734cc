<!-- The clock of a pass: when, which slot, where to point. -->
<script lang="ts">
  import type { Plan } from '../api';
  import { clock } from './time.svelte';

  let { plan }: { plan: Plan } = $props();
  let coarse = $derived(plan.satellite.age_class === 'coarse');
  const slot = (memory: number): string => plan.rows.find((r) => r.memory === memory)?.slot_text ?? `memory ${memory + 1}`;
</script>

<table>
  <caption class="visually-hidden">Pass card of {plan.pass.satellite}, times in {clock.name}</caption>
  <thead><tr><th scope="col">{clock.name}</th><th scope="col">Slot</th><th scope="col">What</th><th scope="col" class="n">Az</th><th scope="col" class="n">El</th><th scope="col">Point to</th></tr></thead>
  <tbody>
    {#each plan.card as line, n (n)}
      <tr class:change={line.kind === 'change' || line.kind === 'rise'}>
        <th scope="row">{clock.time(line.at_utc, !coarse)}</th>
        <td class="slot">{line.kind === 'change' || line.kind === 'rise' ? slot(line.memory) : ''}</td>
        <td>{line.words}</td>
        <td class="n">{line.azimuth_deg}°</td>
        <td class="n">{line.elevation_deg}°</td>
        <td>{line.clock},<br />{line.fists}</td>
      </tr>
    {/each}
  </tbody>
</table>
<p class="quiet">On the clock face twelve is north; a fist at arm's length is 10° high.</p>

<style>
  .quiet {
    margin: 6px 0 0;
  }
  table {
    border-collapse: collapse;
    width: 100%;
  }
  th,
  td {
    text-align: left;
    padding: 2px 10px 2px 0;
    line-height: 1.25;
    border-top: 1px solid var(--rule);
    vertical-align: baseline;
    font-weight: 400;
  }
  thead th {
    border-top: 0;
    color: var(--quiet);
  }
  tbody th {
    font-family: 'B612 Mono', monospace;
  }
  .n {
    text-align: right;
  }
  .slot {
    font-size: 20px;
    font-weight: 700;
    white-space: nowrap;
  }
  td:last-child {
    white-space: nowrap;
    padding-right: 0;
  }
  .change {
    font-weight: 700;
  }
  .change th,
  .change td {
    border-top: 3px solid var(--ink);
    font-weight: 700;
  }
  @media (max-width: 700px) {
    th,
    td {
      padding-right: 6px;
    }
    th:last-child,
    td:last-child {
      display: none;
    }
  }
</style>
