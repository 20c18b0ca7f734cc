<!-- What is heard in a rehearsal, and the clicks where no twin takes them. -->
<script lang="ts">
  import type { Ride } from './ride.svelte';
  import { kilohertz } from './time.svelte';

  let { ride, onturn }: { ride: Ride; onturn: (by: number) => void } = $props();
</script>

<section class="air" class:twinned={ride.byTwins} aria-label="What you hear">
  <div class="meter" role="img" aria-label="Heard {ride.air?.heard ?? 0} of 5">{#each [1, 2, 3, 4, 5] as n (n)}<i class:on={(ride.air?.heard ?? 0) >= n}></i>{/each}</div>
  <p><b>{ride.air ? `${kilohertz(ride.air.off)} kHz off` : 'nothing yet'}</b> {ride.air?.other ? (ride.air.heard > 1 ? `${ride.air.other.call} ${ride.air.other.grid}${ride.air.other.strong ? ', strong' : ''}` : 'somebody, garbled') : ride.air ? 'a gap' : ''}</p>
  {#if !ride.armed}<p class="arm">Silent, its timer is not running: {ride.plan.arming_steps.map((x) => x.say).join('; ')}.</p>{/if}
  {#if !ride.byTwins}<div class="turns"><button type="button" class="act" onclick={() => onturn(-1)}>One click back</button><button type="button" class="act" class:next={ride.turnedTo < ride.memory} onclick={() => onturn(1)}>One click on</button></div>{/if}
</section>

<style>
  section {
    grid-column: 1 / -1;
    display: grid;
    grid-template-columns: auto 1fr auto;
    gap: 16px;
    align-items: center;
  }
  p {
    margin: 0;
    font-size: 20px;
  }
  .meter {
    display: flex;
    gap: 4px;
    align-items: end;
  }
  .meter i {
    width: 20px;
    height: 40px;
    border: 2px solid var(--ink);
    box-sizing: border-box;
  }
  .meter i.on {
    background: var(--ink);
  }
  .arm {
    border-left: 8px solid var(--caution);
    padding-left: 8px;
  }
  .turns {
    display: flex;
    gap: 8px;
  }
  .turns .act {
    min-height: 64px;
    min-width: 130px;
  }
  .twinned {
    grid-column: 1;
    grid-row: auto;
    grid-template-columns: auto 1fr;
  }
  .twinned .arm {
    grid-column: 1 / -1;
  }
  @media (max-width: 700px) {
    section {
      grid-template-columns: auto 1fr;
      gap: 6px 12px;
    }
    .turns {
      grid-column: 1 / -1;
    }
    .turns .act {
      flex: 1;
      min-width: 0;
    }
  }
</style>
