<!-- How fine a pass's set is cut: what is chosen, what is left off tune, the sum. -->
<script lang="ts">
  import type { Plan } from '../api';
  import type { Choice } from './choice';
  import { kilohertz } from './time.svelte';

  let { plan, choice, choose, power }: { plan: Plan; choice: Choice; choose: (part: string, value: string | string[] | null) => void; power: string } = $props();
</script>

<section>
  <h2>The set</h2>
  <div class="tune">
    <label>At worst <select class="field" value={String(plan.set.wanted_worst_hz)} onchange={(e) => choose('worst_hz', e.currentTarget.value)}>{#each [1500, 2500, 3500, 5000] as hz (hz)}<option value={String(hz)}>{(hz / 1000).toFixed(1)} kHz</option>{/each}</select></label>
    <label>Step <select class="field" value={String(plan.set.step_hz)} onchange={(e) => choose('step_hz', e.currentTarget.value)}>{#each plan.set.step_choices as hz (hz)}<option value={String(hz)}>{hz / 1000} kHz</option>{/each}</select></label>
    <label>Memories <select class="field" value={choice.query.get('memories') ?? ''} onchange={(e) => choose('memories', e.currentTarget.value)}><option value="">as needed</option>{#each [1, 2, 3, 4, 5, 7] as n (n)}<option value={String(n)}>{n}</option>{/each}</select></label>
    {#if plan.powers.length > 1}<label>Power <select class="field" value={power} onchange={(e) => choose('power', e.currentTarget.value)}>{#each plan.powers as word (word)}<option value={word}>{word}</option>{/each}</select></label>{/if}
    <label>First slot <input class="field slot" value={choice.query.get('first') ?? plan.rows[0]?.slot_text ?? ''} onchange={(e) => choose('first', e.currentTarget.value.trim())} /></label>
  </div>
  {#if power}<p>Power {power}: with a beam in the open 5 W and less is enough, and a strong station shuts the others out.</p>{/if}
  <p>2.5 kHz suits a 15 kHz receiver at any deviation; 3.5 kHz only up to 3 kHz deviation. A rule of thumb: real filters differ.</p>
  <table class="sum"><caption class="visually-hidden">What is left off tune, in kHz</caption>
    <thead><tr><td></td><th scope="col">worst</th><th scope="col">mean</th></tr></thead>
    <tbody>
      <tr><th scope="row">this set, {plan.set.fast}</th><td>{(plan.set.worst_hz / 1000).toFixed(2)}</td><td>{(plan.set.mean_hz / 1000).toFixed(2)}</td></tr>
      <tr><th scope="row">five memories 5 kHz apart</th><td>{(plan.set.plain_worst_hz / 1000).toFixed(2)}</td><td>{(plan.set.plain_mean_hz / 1000).toFixed(2)}</td></tr>
      <tr><th scope="row">the other link beside it</th><td>{((plan.set.fast === 'downlink' ? plan.set.worst_uplink_hz : plan.set.worst_downlink_hz) / 1000).toFixed(2)}</td><td></td></tr>
      {#each plan.set.late.slice(1) as l (l.seconds)}<tr><th scope="row">changing {l.seconds} s late</th><td>{(l.worst_hz / 1000).toFixed(2)}</td><td></td></tr>{/each}
    </tbody>
  </table>
  <details>
    <summary>The sum</summary>
    <table class="sum"><caption class="visually-hidden">Doppler, worked</caption>
      <thead><tr><td></td>{#each plan.sums as s (s.words)}<th scope="col">{s.words}</th>{/each}</tr></thead>
      <tbody>
        <tr><th scope="row">nominal</th>{#each plan.sums as s (s.words)}<td>{(s.nominal_hz / 1e6).toFixed(5)}</td>{/each}</tr>
        <tr><th scope="row">shift, kHz</th>{#each plan.sums as s (s.words)}<td>{kilohertz(s.shift_hz, 2)}</td>{/each}</tr>
        <tr><th scope="row">wanted</th>{#each plan.sums as s (s.words)}<td>{(s.wanted_hz / 1e6).toFixed(5)}</td>{/each}</tr>
        <tr><th scope="row">memory</th>{#each plan.sums as s (s.words)}<td>{(s.memory_hz / 1e6).toFixed(5)}</td>{/each}</tr>
        <tr><th scope="row">left, kHz</th>{#each plan.sums as s (s.words)}<td>{kilohertz(s.left_hz, 2)}</td>{/each}</tr>
      </tbody>
    </table>
  </details>
</section>

<style>
  h2 {
    font-size: 20px;
    margin: 0 0 8px;
  }
  .tune {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .tune label {
    display: grid;
    gap: 2px;
  }
  .tune .field {
    padding: 6px 30px 6px 8px;
  }
  .tune .slot {
    width: 110px;
    padding-right: 8px;
    box-sizing: border-box;
  }
  details {
    overflow-x: auto;
    position: relative; /* what is hidden for the eye stays within */
    margin-top: 10px;
  }
  summary {
    min-height: 40px;
    cursor: pointer;
    font-weight: 700;
  }
  td,
  th {
    text-align: left;
    padding: 4px 20px 4px 0;
  }
  td {
    font-family: 'B612 Mono', monospace;
    text-align: right;
  }
  th {
    font-weight: 400;
    padding-right: 12px;
  }
  @media (max-width: 700px) {
    .tune .slot {
      width: 84px;
    }
  }
  @media print {
    .tune {
      display: none;
    }
  }
</style>
