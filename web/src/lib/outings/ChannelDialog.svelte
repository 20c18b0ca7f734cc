<!-- One channel of an outing: named, as a listing line, or one of the region's simplex channels. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Region } from '../api';
  import { megahertz } from '../passes/time.svelte';
  import Dialog from '../shell/Dialog.svelte';
  import { number, ROLES, type Channel } from './marks';

  let { channel = $bindable(), isNew, trouble, meanwhile, region, used, onsave, onout }: {
    channel: Channel | null;
    isNew: boolean;
    trouble: string;
    meanwhile: Snippet;
    region: Region | null;
    used: (number | null)[];
    onsave: (event: SubmitEvent) => void;
    onout: (id: string) => void;
  } = $props();

  /** Put a simplex channel of the region into the form; the name stays where one was given. */
  function take(hz: number): void {
    const found = region?.simplex.find((s) => s.hz === hz);
    if (!channel || !found) return;
    channel.line = `${megahertz(hz)} simplex`;
    channel.role = 'simplex';
    channel.at = null;
    if (!channel.name.trim()) channel.name = found.calling ? `CALLING ${found.band}` : `SIMPLEX ${megahertz(hz).slice(0, 7)}`;
  }
</script>

<Dialog bind:open={() => channel !== null, (v) => { if (!v) channel = null; }} title={isNew ? 'A channel' : (channel?.name ?? '')}>
  {#if channel}
    <form onsubmit={onsave} class="form">
      <label>Name<input class="field" required maxlength="60" bind:value={channel.name} /></label>
      <label>Listing line<input class="field" required maxlength="200" placeholder="147.33 + 103.5" autocomplete="off" bind:value={channel.line} /></label>
      {#if isNew && region}
        <label>or one of {region.name}'s simplex channels
          <select class="field" value="" onchange={(e) => take(Number(e.currentTarget.value))}>
            <option value="">choose…</option>
            {#each region.simplex as s (s.hz)}<option value={s.hz}>{megahertz(s.hz)} {s.band}{s.calling ? ', calling' : ''}{used.includes(s.hz) ? ', in the plan' : ''}</option>{/each}
          </select></label>
      {/if}
      <label>For<select class="field" bind:value={channel.role}>{#each ROLES as r (r)}<option>{r}</option>{/each}</select></label>
      <label class="check"><input type="checkbox" bind:checked={channel.off_air} /> listed as off the air</label>
      <label class="check"><input type="checkbox" checked={channel.at !== null} onchange={(e) => (channel!.at = e.currentTarget.checked ? { latitude_deg: 0, longitude_deg: 0, height_m: 20 } : null)} /> its place is known</label>
      {#if channel.at}<div class="row"><label>Latitude<input class="field" value={channel.at.latitude_deg} onchange={(e) => (channel!.at!.latitude_deg = number(e.currentTarget.value))} /></label><label>Longitude<input class="field" value={channel.at.longitude_deg} onchange={(e) => (channel!.at!.longitude_deg = number(e.currentTarget.value))} /></label><label>Antenna, m<input class="field" value={channel.at.height_m} onchange={(e) => (channel!.at!.height_m = number(e.currentTarget.value))} /></label></div>{/if}
      {@render meanwhile()}
      {#if trouble}<p class="harm">{trouble}</p>{/if}
      <div class="acts"><button class="act next">Save</button>{#if !isNew}<button type="button" class="act" onclick={() => onout(channel!.id)}>Take out</button>{/if}</div>
    </form>
  {/if}
</Dialog>
