<!-- What a volunteer sees by their link: the own channels, the own sheets, nothing of the others. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, type Schemas } from '../lib/api';
  import { keep, recall } from '../lib/keeping/keep';
  import { MARKS } from '../lib/outings/marks';
  import { megahertz } from '../lib/passes/time.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import { route } from '../router';

  const token = route.params.token ?? '';
  let view = $state.raw<Schemas['VolunteerShape'] | null>(recall(`volunteer ${token}`, null));
  let trouble = $state('');

  onMount(() => {
    void load();
    const timer = window.setInterval(() => document.visibilityState === 'visible' && void load(), 10_000);
    return () => window.clearInterval(timer);
  });

  async function load(): Promise<void> {
    try {
      view = await get<Schemas['VolunteerShape']>(`/volunteer/${token}`);
      keep(`volunteer ${token}`, view);
      keep('own link', `/v/${token}`);
      if (shell.who === 'nobody') await shell.askWho();
      trouble = '';
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  let own = $derived(view?.channels.map((c) => ({ c, cell: view!.person.cells.find((x) => x.channel === c.id)! })) ?? []);
  let able = $derived(own.filter(({ cell }) => cell.state !== 'beyond' && cell.state !== 'unclear'));
  let next = $derived(view?.sheets.find((s) => s.status === 'open'));
</script>

<main class="page">
  {#if !view}
    <h1>Your sheets</h1>
    {#if trouble}<p class="harm" role="alert">{trouble}</p>{:else}<p class="quiet">Opening…</p>{/if}
  {:else}
    <h1>{view.person.tactical || view.person.name}</h1>
    <p>{view.outing}{view.post ? `, ${view.post}` : ''}. Your radio: <b>{view.person.model_name}</b>.</p>
    {#if trouble}<p class="caution">{trouble}</p>{/if}
    {#if next}
      <a class="go" href="/sheet/{next.id}"><b>{next.done ? 'Go on with your sheet' : 'Program your radio'}</b><span>{next.done} of {next.steps} steps done</span></a>
    {:else if view.person.ready}<p class="ready"><b>Your radio is ready.</b></p>
    {:else if !able.length}<p class="caution">None of the outing's channels is within this radio's reach. Ask the lead.</p>
    {:else}<p class="caution">No sheet waits for you. Ask the lead to make it.</p>{/if}
    <table class="ruled">
      <thead><tr><th scope="col">Slot</th><th scope="col">Name</th><th scope="col">Receive</th><th scope="col">For</th><th scope="col">State</th></tr></thead>
      <tbody>
        {#each able as { c, cell } (c.id)}
          <tr><td class="slot">{cell.slot_text}</td><td><b>{cell.label || c.name}</b></td><td>{c.rx_hz ? megahertz(c.rx_hz) : ''}</td><td>{c.off_air ? 'off the air' : c.role}</td><td class="state"><span aria-hidden="true">{MARKS[cell.state]!.mark}</span> <span class="words">{MARKS[cell.state]!.words}</span></td></tr>
        {/each}
      </tbody>
    </table>
    <p>{view.net_control ? `Net control: ${view.net_control}. ` : ''}{view.check_in ? `Check in ${view.check_in}.` : ''}</p>
    <p>Fail-over: {able.filter(({ c }) => ['primary', 'back-up', 'simplex'].includes(c.role) && !c.off_air).map(({ c, cell }) => cell.label || c.name).slice(0, 3).join(', then ') || 'none'}.</p>
    <p class="quiet">Antenna first. Listen, then your call sign. Send only where your licence lets you.</p>
  {/if}
</main>

<style>
  .page {
    max-width: 800px;
  }
  h1 {
    margin: 0;
    font-size: 30px;
  }
  .go {
    display: grid;
    padding: 16px 20px;
    background: var(--next);
    color: var(--on-next);
    text-decoration: none;
    margin: 12px 0;
  }
  .go b {
    font-size: 26px;
  }
  .ready {
    border: 4px solid var(--good);
    padding: 14px;
    font-size: 24px;
  }
  table {
    --cell: 6px 10px 6px 0;
  }
  thead th {
    border: 0;
    font-weight: 400;
    color: var(--quiet);
  }
  .state {
    font-size: 20px;
  }
  .words {
    font-size: 16px;
  }
  @media (max-width: 700px) {
    .words {
      position: absolute;
      clip-path: inset(50%);
    }
    .page {
      padding: 10px 12px;
    }
  }
  .slot {
    font-size: 22px;
    font-weight: 700;
    white-space: nowrap;
  }
</style>
