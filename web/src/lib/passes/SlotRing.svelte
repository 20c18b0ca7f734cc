<!-- The slot to be on, as large as can be, in a ring that runs down to the next change. -->
<script lang="ts">
  import type { Ride } from './ride.svelte';
  import { span } from './time.svelte';

  let { ride, left, before, pull }: { ride: Ride; left: number; before: number; pull: boolean } = $props();

  let text = $derived(ride.rehearsal && !ride.byTwins ? ride.slot(ride.turnedTo) : ride.slot(ride.memory));
  let group = $derived(text.includes('-') ? text.slice(0, text.lastIndexOf('-') + 1) : '');
  let slot = $derived(group ? text.slice(group.length) : text);
  let late = $derived(!!ride.rehearsal && ride.now >= ride.start && ride.turnedTo !== ride.memory);
</script>

<section class="slot" class:pull class:twinned={ride.byTwins} aria-label="Slot to be on">
  <svg viewBox="-110 -110 220 220" aria-hidden="true">
    <circle r="100" class="track" />
    <circle r="100" class="left" pathLength="100" stroke-dasharray="{Math.min(left / before, 1) * 100} 100" transform="rotate(-90)" />
  </svg>
  <div class="number"><span class="group">{group || (ride.rehearsal && !ride.byTwins ? 'you are on' : ride.now < ride.start ? 'be on' : 'slot')}</span><b style="font-size:min({slot.length > 3 ? 18 : 24}vmin, {slot.length > 3 ? 18 : 26}vh)">{slot}</b>{#if late}<span class="then now">turn to <b>{ride.slot(ride.memory)}</b> now</span>{:else}<span class="then">{ride.nextWords} in <b>{span(left)}</b></span>{/if}</div>
</section>

<style>
  section {
    position: relative;
    display: grid;
    place-items: center;
    grid-row: 2 / span 1;
  }
  svg {
    width: min(100%, 58vh);
    height: auto;
  }
  .track {
    fill: none;
    stroke: var(--rule);
    stroke-width: 4;
  }
  .left {
    fill: none;
    stroke: var(--ink);
    stroke-width: 14;
  }
  .pull .left {
    stroke: var(--next);
    stroke-width: 18;
  }
  .number {
    position: absolute;
    display: grid;
    justify-items: center;
    line-height: 1;
  }
  .number > b {
    line-height: 0.95;
  }
  .group,
  .then {
    font-size: 22px;
    padding: 6px 0;
  }
  .pull .then,
  .then.now {
    background: var(--next);
    color: var(--on-next);
    padding: 6px 12px;
  }
  .twinned {
    grid-column: 1;
    grid-row: auto;
  }
  .twinned svg {
    width: min(100%, 34vh);
  }
  .twinned .number {
    zoom: 0.56;
  }
  @media (max-width: 700px) {
    section {
      grid-row: auto;
    }
    svg {
      width: min(100%, 44vh);
    }
    .twinned svg {
      width: min(60%, 24vh);
    }
    .twinned .number {
      zoom: 0.5;
    }
  }
</style>
