<!-- After a ride: what the rehearsal came to, or where the contacts go. -->
<script lang="ts">
  import type { Ride } from './ride.svelte';
  import { clock, span } from './time.svelte';

  let { ride, pass, stamped, trouble, onagain }: { ride: Ride; pass: string; stamped: number; trouble: string; onagain: () => void } = $props();
</script>

<section class="done">
  <h2>{ride.rehearsal ? 'Rehearsal over' : 'It has set'}</h2>
  {#if ride.rehearsal}
    {#if ride.score}
      <p class="big">{ride.score.in_tune_percent} % in tune</p>
      <p>{ride.score.words}</p>
      <p>{ride.score.changes_made} of {ride.score.changes} changes{ride.score.mean_late_s !== null ? `, ${ride.score.mean_late_s} s off in the mean` : ''}; worst {(ride.score.worst_hz / 1000).toFixed(1)} kHz. {ride.score.contacts_good} of {ride.score.contacts} calls in the clear{ride.score.doubled ? `, ${ride.score.doubled} over somebody else` : ''}. Of {ride.score.overs_heard + ride.score.overs_missed} overs of others you heard {ride.score.overs_heard}.{ride.armedAt === null ? '' : ` Armed ${span(ride.armedAt)} after its rise.`}</p>
      {#if ride.score.changes_late.length}
        <ul>{#each ride.score.changes_late as c (c.memory)}<li><b>{clock.time(c.due_utc)}</b> to {ride.slot(c.memory)}: {c.late_s === null ? 'not made' : c.late_s < 0 ? `${(-c.late_s).toFixed(0)} s early` : `${c.late_s.toFixed(0)} s late`}, up to {(c.worst_hz / 1000).toFixed(1)} kHz off tune</li>{/each}</ul>
      {/if}
    {:else}<p>{trouble || 'Counting…'}</p>{/if}
    <div class="acts"><button type="button" class="act next" onclick={onagain}>Once more</button><a class="act" href={pass}>To the pass</a></div>
  {:else}
    <p>{stamped ? 'Fill in who it was; the log keeps it.' : 'No contact was stamped.'}</p>
    <div class="acts"><a class="act next" href="/log">To the log</a><a class="act" href={pass}>To the pass</a></div>
  {/if}
</section>

<style>
  .done {
    grid-column: 1 / -1;
  }
  .big {
    font-size: 64px;
    font-weight: 700;
    margin: 0;
  }
  .acts {
    display: flex;
    gap: 8px;
  }
</style>
