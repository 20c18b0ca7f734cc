<!-- Posts and repeaters on a plain grid, with a scale; hills are not considered. -->
<script lang="ts">
  import type { Board } from '../api';

  let { board, post = '' }: { board: Board; post?: string } = $props();

  type Spot = { id: string; name: string; lat: number; lon: number; kind: 'post' | 'repeater' };
  let spots = $derived.by(() => {
    const outing = board.outing as { posts: { id: string; name: string; at: { latitude_deg: number; longitude_deg: number } }[]; channels: { id: string; name: string; at: { latitude_deg: number; longitude_deg: number } | null }[] };
    const found: Spot[] = outing.posts.map((p) => ({ id: p.id, name: p.name, lat: p.at.latitude_deg, lon: p.at.longitude_deg, kind: 'post' }));
    for (const c of outing.channels) if (c.at) found.push({ id: c.id, name: c.name, lat: c.at.latitude_deg, lon: c.at.longitude_deg, kind: 'repeater' });
    return found;
  });
  let middle = $derived(spots.reduce((sum, s) => sum + s.lat, 0) / Math.max(spots.length, 1));
  let squeeze = $derived(Math.cos((middle * Math.PI) / 180));
  let box = $derived.by(() => {
    const lats = spots.map((s) => s.lat), lons = spots.map((s) => s.lon * squeeze);
    const pad = 0.06;
    return { top: Math.max(...lats) + pad, bottom: Math.min(...lats) - pad, left: Math.min(...lons) - pad * 2, right: Math.max(...lons) + pad * 2 };
  });
  let scale = $derived(Math.min(600 / (box.right - box.left), 460 / (box.top - box.bottom)));
  const x = (s: { lon: number }): number => (s.lon * squeeze - box.left) * scale;
  const y = (s: { lat: number }): number => (box.top - s.lat) * scale;
  let width = $derived((box.right - box.left) * scale);
  let height = $derived((box.top - box.bottom) * scale);
  let tenKm = $derived((10 / 111.2) * scale);
  let ways = $derived(board.reach.find((r) => r.post === post)?.ways.filter((w) => w.kind === 'repeater') ?? []);
  const at = (id: string): Spot | undefined => spots.find((s) => s.id === id);
  let lines = $derived([Math.ceil(box.bottom * 10) / 10, Math.ceil(box.bottom * 10) / 10 + 0.1, Math.ceil(box.bottom * 10) / 10 + 0.2, Math.ceil(box.bottom * 10) / 10 + 0.3, Math.ceil(box.bottom * 10) / 10 + 0.4].filter((l) => l < box.top));
</script>

{#if spots.length}
<div>
  <svg viewBox="0 0 {width} {height}" role="img" aria-label="Map of {spots.length} posts and repeaters; the table tells distances">
    {#each lines as l (l)}<line x1="0" x2={width} y1={y({ lat: l })} y2={y({ lat: l })} class="grid" /><text x="2" y={y({ lat: l }) - 3} class="small">{l.toFixed(1)}° N</text>{/each}
    {#each ways as w (w.to)}{@const a = at(post)}{@const b = at(w.to)}{#if a && b}<line x1={x(a)} y1={y(a)} x2={x(b)} y2={y(b)} class="way {w.likely}" />{/if}{/each}
    {#each spots as s (s.kind + s.id)}
      {#if s.kind === 'post'}<rect x={x(s) - 5} y={y(s) - 5} width="10" height="10" class:chosen={s.id === post} />{:else}<path d="M{x(s)} {y(s) - 9}l8 15h-16z" />{/if}
      <text x={x(s) + (s.kind === 'post' ? 11 : -11)} y={y(s) + 5} text-anchor={s.kind === 'post' ? 'start' : 'end'} class:repeater={s.kind === 'repeater'}>{s.name}</text>
    {/each}
    <g transform="translate({width - tenKm - 12} {height - 12})"><line x1="0" x2={tenKm} y1="0" y2="0" class="scale" /><text x={tenKm / 2} y="-6" text-anchor="middle">10 km</text></g>
    <g transform="translate(18 30)"><path d="M0 -16l7 18h-14z" /><text x="12" y="2">north</text></g>
  </svg>
  <p class="quiet">Squares are posts, triangles repeaters. Hills are not considered.</p>
</div>
{/if}

<style>
  svg {
    width: 100%;
    max-width: 640px;
    height: auto;
    border: 2px solid var(--ink);
  }
  rect {
    fill: var(--ink);
  }
  rect.chosen {
    fill: var(--next);
  }
  path {
    fill: var(--ground);
    stroke: var(--ink);
    stroke-width: 2.5;
  }
  text {
    fill: var(--ink);
    font-size: 14px;
    font-family: inherit;
    paint-order: stroke;
    stroke: var(--ground);
    stroke-width: 3px;
  }
  .repeater {
    font-weight: 700;
  }
  .small {
    font-size: 12px;
  }
  .grid {
    stroke: var(--rule);
    stroke-width: 0.7;
    stroke-dasharray: 2 5;
  }
  .scale {
    stroke: var(--ink);
    stroke-width: 4;
  }
  .way {
    stroke: var(--ink);
    stroke-width: 3;
  }
  .way.perhaps {
    stroke-dasharray: 9 5;
  }
  .way.unlikely {
    stroke-dasharray: 2 7;
    stroke-width: 1.5;
  }
</style>
