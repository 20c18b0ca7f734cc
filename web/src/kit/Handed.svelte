<!-- What somebody was handed for an outing: who they are there, what waits, whom to call. -->
<script lang="ts">
  import type { Schemas } from '../lib/api';
  import { data } from '../lib/programming/bench/data.svelte';
  import { megahertz } from '../lib/passes/time.svelte';

  let { view }: { view: Schemas['VolunteerShape'] } = $props();

  let rows = $derived(view.channels.map((c) => ({ c, cell: view.person.cells.find((x) => x.channel === c.id) })).filter(({ cell }) => cell && cell.state !== 'beyond' && cell.state !== 'unclear'));
  let next = $derived(data.sheets[0]);
</script>

<section class="page" aria-labelledby="handed">
  <h1 id="handed">{view.person.tactical || view.person.name}</h1>
  <p>{view.outing}{view.post ? `, ${view.post}` : ''}{view.net_control ? `. Net control: ${view.net_control}` : ''}{view.check_in ? `. Check in ${view.check_in}` : ''}.</p>
  {#if next}<a class="act next" href="/sheet/{next.id}">{next.done ? 'Go on with your sheet' : 'Program your radio'}: {next.done} of {next.steps} steps done</a>{/if}
  <details>
    <summary>The outing's channels</summary>
    <table class="ruled">
      <thead><tr><th scope="col">Slot</th><th scope="col">Name</th><th scope="col" class="n">Receive</th><th scope="col">For</th></tr></thead>
      <tbody>{#each rows as { c, cell } (c.id)}<tr><td>{cell!.slot_text}</td><td><b>{cell!.label || c.name}</b></td><td class="n">{c.rx_hz ? megahertz(c.rx_hz) : ''}</td><td>{c.off_air ? 'off the air' : c.role}</td></tr>{/each}</tbody>
    </table>
  </details>
</section>

<style>
  section {
    padding-bottom: 12px;
    border-bottom: 3px solid var(--ink);
  }
  h1 {
    font-size: 28px;
    margin: 0;
  }
  p {
    margin: 4px 0 10px;
  }
  .next {
    min-height: 60px;
    font-size: 20px;
  }
  summary {
    min-height: 48px;
    padding-top: 12px;
    cursor: pointer;
  }
</style>
