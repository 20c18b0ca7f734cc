<!-- The bottom line of a ride: sound, speech, compass, clock; of a rehearsal its speed and set-up. -->
<script lang="ts">
  import type { Compass } from './compass.svelte';
  import type { Ride } from './ride.svelte';

  let { ride, needle, setUp, speed = $bindable(), onsetup, onspeed }: {
    ride: Ride;
    needle: Compass | null;
    setUp: boolean;
    speed: number;
    onsetup: () => void;
    onspeed: () => void;
  } = $props();
</script>

<footer>
  <button type="button" class="act" aria-pressed={ride.sound} onclick={() => { ride.touch(); ride.switch('sound'); }}>Sound</button>
  <button type="button" class="act" aria-pressed={ride.speech} onclick={() => ride.switch('speech')}>Speech</button>
  {#if needle && !ride.rehearsal}
    <button type="button" class="act" aria-pressed={needle.on} onclick={() => (needle.on ? needle.end() : void needle.begin())}>Turn with the phone</button>
    {#if needle.on || needle.trouble}<label class="declination">needle beside true north, ° east<input class="field" type="number" step="0.5" min="-180" max="180" value={needle.declination} onchange={(e) => needle.correct(e.currentTarget.value === '' ? null : Number(e.currentTarget.value))} /></label>{/if}
    {#if needle.trouble}<span role="status">{needle.trouble}</span>{/if}
  {/if}
  {#if !ride.rehearsal}
    <span>Clock <button type="button" class="act" onclick={() => ride.trimBy(-1)}>−1 s</button> <button type="button" class="act" onclick={() => ride.trimBy(1)}>+1 s</button> {ride.trim ? `${ride.trim > 0 ? '+' : ''}${ride.trim} s trimmed` : Math.abs(ride.away) > 200 ? `this device is ${(Math.abs(ride.away) / 1000).toFixed(1)} s ${ride.away > 0 ? 'slow' : 'fast'}; set right` : 'agrees with the server'}</span>
    <span class="quiet">{ride.awake === 'no' ? 'This screen cannot be kept awake: touch it now and then.' : ''}</span>
  {:else}
    {#if ride.byTwins}<button type="button" class="act" aria-pressed={setUp} onclick={onsetup}>Set up first, by the sheets</button>{/if}
    <label>Speed <select class="field" bind:value={speed} onchange={onspeed}>{#each [1, 2, 5, 10, 20] as n (n)}<option value={n}>{n} times</option>{/each}</select></label>
  {/if}
</footer>

<style>
  footer {
    grid-column: 1 / -1;
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
  }
  .declination {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .declination .field {
    width: 90px;
  }
</style>
