<!-- The posts of an outing and how far each reaches: map, ways from one, places from a file, repeaters of the listing near it. -->
<script lang="ts">
  import type { Board, Schemas } from '../api';
  import { shell } from '../shell/state.svelte';
  import Listing from './Listing.svelte';
  import type { Outing, PostAt } from './marks';
  import ReachMap from './ReachMap.svelte';

  let { board, outing, onpost, onplaces, onlisted, listing }: {
    board: Board;
    outing: Outing;
    onpost: (spot: PostAt, isNew: boolean) => void;
    onplaces: (input: HTMLInputElement | undefined) => void;
    onlisted: (repeater: Schemas['ListedShape']) => Promise<void>;
    /** Whether the listing can be asked. */
    listing: boolean;
  } = $props();

  let at = $state('');
  let places: HTMLInputElement | undefined = $state();
  let from = $derived(board.reach.find((r) => r.post === at));

  const fresh = (): PostAt => ({ id: '', name: '', at: { latitude_deg: shell.station?.latitude_deg ?? 0, longitude_deg: shell.station?.longitude_deg ?? 0, height_m: 2 } });
</script>

<div class="two">
  <ReachMap {board} post={at} />
  <div>
    <label>From <select class="field" bind:value={at}><option value="">choose a post</option>{#each outing.posts as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select></label>
    {#if at}
      <button type="button" class="act" onclick={() => onpost(outing.posts.find((x) => x.id === at)!, false)}>Change this post</button>
      <table class="ruled ways"><caption class="visually-hidden">Ways from {from?.name}; hills are not considered</caption>
        <thead><tr><th scope="col">To</th><th scope="col" class="n">km</th><th scope="col" class="n">bearing</th><th scope="col">likely?</th></tr></thead>
        <tbody>{#each from?.ways ?? [] as w (w.kind + w.to)}<tr><td>{w.name}{w.kind === 'post' ? ' (simplex)' : ''}</td><td class="n">{w.distance_km.toFixed(1)}</td><td class="n">{w.bearing_deg}°</td><td>{w.likely}</td></tr>{/each}</tbody>
      </table>
      <p class="quiet">Radio horizon over a smooth Earth, free space, 20 dB for ground and bodies, 5 W. Hills are not considered: try it.</p>
    {/if}
    <div class="acts">
      <button type="button" class="act" onclick={() => onpost(fresh(), true)}>Add a post</button>
      <button type="button" class="act" onclick={() => places?.click()}>Take GPX or GeoJSON</button><input bind:this={places} type="file" hidden accept=".gpx,.geojson,.json" aria-label="Places file" onchange={() => onplaces(places)} />
    </div>
  </div>
</div>
{#if listing}<Listing near={outing.posts.find((p) => p.id === at) ?? outing.posts[0] ?? null} planned={outing.channels.map((c) => c.id)} onadd={onlisted} />{/if}

<style>
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 28px;
  }
  .ways {
    margin: 10px 0;
  }
  .n {
    text-align: right !important;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  @media (max-width: 700px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
