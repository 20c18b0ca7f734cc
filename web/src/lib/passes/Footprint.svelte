<!-- Who can hear the satellite at its rise, highest and setting, on a map that ships with the page. -->
<script lang="ts">
  import { geoCircle, geoGraticule, geoOrthographic, geoPath } from 'd3-geo';
  import { onMount } from 'svelte';
  import { feature } from 'topojson-client';
  import type { GeometryCollection, Topology } from 'topojson-specification';
  import type { Plan } from '../api';

  let { plan }: { plan: Pick<Plan, 'site' | 'footprint'> } = $props();
  let land = $state.raw<ReturnType<typeof feature> | null>(null);

  onMount(async () => {
    const atlas = (await import('world-atlas/land-110m.json')).default as unknown as Topology<{ land: GeometryCollection }>;
    land = feature(atlas, atlas.objects.land);
  });

  const SIZE = 420;
  let draw = $derived(
    geoPath(
      geoOrthographic()
        .rotate([-plan.site.longitude_deg, -plan.site.latitude_deg])
        .scale(SIZE * 0.86)
        .translate([SIZE / 2, SIZE / 2])
        .clipExtent([[0, 0], [SIZE, SIZE]]),
    ),
  );
  let circles = $derived(plan.footprint.map((f) => draw(geoCircle().center([f.longitude_deg, f.latitude_deg]).radius(f.radius_deg)()) ?? ''));
  const graticule = geoGraticule().step([20, 10])();
  const WORDS = ['at its rise', 'at its highest', 'at its setting'];
</script>

<figure>
  <svg viewBox="0 0 {SIZE} {SIZE}" role="img" aria-label="Map of the footprint at the rise, the highest point and the setting; the fields are listed below">
    <rect width={SIZE} height={SIZE} class="sea" />
    {#if land}<path d={draw(land) ?? ''} class="land" />{/if}
    <path d={draw(graticule) ?? ''} class="grid" />
    {#each circles as d, n (n)}<path {d} class="spot s{n}" />{/each}
    {#each plan.footprint as f, n (n)}{@const at = draw.centroid({ type: 'Point', coordinates: [f.longitude_deg, f.latitude_deg] })}
      {#if Number.isFinite(at[0])}<text x={at[0]} y={at[1] + 6} text-anchor="middle" class="no">{n + 1}</text>{/if}
    {/each}
    <rect x={SIZE / 2 - 5} y={SIZE / 2 - 5} width="10" height="10" class="home" />
  </svg>
  <figcaption>
    {#each plan.footprint as f, n (n)}
      <p><b>{n + 1} {WORDS[n]}</b>: {f.squares.toLocaleString('en')} squares within {f.radius_km.toLocaleString('en')} km. Fields {f.fields.join(' ')}</p>
    {/each}
    <p class="quiet">The square in the middle is you. Lines every 20 by 10 degrees are the fields. Stations at the edge come and go.</p>
  </figcaption>
</figure>

<style>
  figure {
    margin: 0;
    display: grid;
    grid-template-columns: minmax(0, 420px) 1fr;
    gap: 20px;
  }
  p {
    margin: 0 0 10px;
  }
  .sea {
    fill: var(--ground);
    stroke: var(--ink);
    stroke-width: 2;
  }
  .land {
    fill: var(--rule);
    fill-opacity: 0.35;
    stroke: var(--rule);
    stroke-width: 1;
  }
  .grid {
    fill: none;
    stroke: var(--rule);
    stroke-width: 0.6;
  }
  .spot {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
  }
  .s0 {
    stroke-dasharray: 3 5;
  }
  .s1 {
    stroke-width: 4;
  }
  .s2 {
    stroke-dasharray: 10 5;
  }
  .no {
    fill: var(--ink);
    font-weight: 700;
    font-size: 18px;
    paint-order: stroke;
    stroke: var(--ground);
    stroke-width: 4px;
  }
  .home {
    fill: var(--next);
  }
  @media (max-width: 700px) {
    figure {
      grid-template-columns: 1fr;
    }
  }
</style>
