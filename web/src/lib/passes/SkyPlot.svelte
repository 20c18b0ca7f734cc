<!-- The sky from below: north up, the zenith in the middle; the mask, the path, where the satellite stands. -->
<script lang="ts">
  import type { Plan } from '../api';
  import { clock, compass } from './time.svelte';

  type Drawn = Pick<Plan, 'pass' | 'mask'> & { track: { s: number; azimuth_deg: number; elevation_deg: number }[]; card?: Plan['card'] };
  /** `turned` is how far the phone is turned from true north, in degrees: the sky turns with it. */
  let { plan, at = null, plain = false, turned = 0 }: { plan: Drawn; at?: number | null; plain?: boolean; turned?: number } = $props();

  const R = 100;
  const xy = (azimuth: number, elevation: number): [number, number] => {
    const r = (R * (90 - Math.max(elevation, 0))) / 90;
    const a = ((azimuth - turned) * Math.PI) / 180;
    return [r * Math.sin(a), -r * Math.cos(a)];
  };
  const path = (points: [number, number][]): string => points.map(([x, y], n) => `${n ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');

  let track = $derived(plan.track.map((p) => xy(p.azimuth_deg, p.elevation_deg)));
  let mask = $derived.by(() => {
    if (!plan.mask.length) return '';
    const ring = plan.mask.map(([azimuth, elevation]) => xy(azimuth!, elevation!));
    return `M0 -100A100 100 0 1 1 -0.01 -100Z${path(ring)}Z`; // the whole sky without what is free
  });

  let here = $derived.by(() => {
    if (at === null) return null;
    const s = (at - Date.parse(plan.pass.aos_utc)) / 1000;
    const n = plan.track.findIndex((p) => p.s >= s);
    if (s < 0 || n < 0) return null;
    const b = plan.track[n]!, a = plan.track[Math.max(n - 1, 0)]!;
    const f = b.s > a.s ? (s - a.s) / (b.s - a.s) : 0;
    const [ax, ay] = xy(a.azimuth_deg, a.elevation_deg), [bx, by] = xy(b.azimuth_deg, b.elevation_deg);
    return [ax + (bx - ax) * f, ay + (by - ay) * f] as const;
  });
  let changes = $derived((plan.card ?? []).filter((c) => c.kind === 'change'));
  let ends = $derived([{ at_utc: plan.pass.aos_utc, azimuth_deg: plan.pass.azimuth_aos_deg }, { at_utc: plan.pass.los_utc, azimuth_deg: plan.pass.azimuth_los_deg }]);
</script>

<svg viewBox="-122 -118 244 236" role="img" aria-label="Path over the sky: from {compass(plan.pass.azimuth_aos_deg)} over {compass(plan.pass.azimuth_tca_deg)}, {Math.round(plan.pass.max_elevation_deg)} degrees high, to {compass(plan.pass.azimuth_los_deg)}">
  {#if mask}<path d={mask} class="mask" fill-rule="evenodd" />{/if}
  {#each [0, 30, 60] as e (e)}<circle r={(R * (90 - e)) / 90} class="ring" />{/each}
  <path d="M-100 0H100M0 -100V100" class="ring" />
  {#if !plain}{#each [30, 60] as e (e)}<text x="2" y={(R * (90 - e)) / 90 - 2} class="small">{e}°</text>{/each}{/if}
  {#each [['N', 0], ['E', 90], ['S', 180], ['W', 270]] as const as [name, azimuth] (name)}{@const [x, y] = xy(azimuth, 0)}<text x={x * 1.1} y={y * 1.1 + 5} text-anchor="middle" class="point">{name}</text>{/each}
  <path d={path(track)} class="path" />
  {#each changes as c (c.at_utc)}{@const [x, y] = xy(c.azimuth_deg, c.elevation_deg)}
    <circle cx={x} cy={y} r="7.5" class="stop" /><text {x} y={y + 4} text-anchor="middle" class="stopno">{c.memory + 1}</text>
  {/each}
  {#if !plain}{#each ends as c, n (n)}{@const [x, y] = xy(c.azimuth_deg, 0)}
    <text x={x * 0.86} y={y * 0.86 + 4} text-anchor="middle" class="small">{clock.time(c.at_utc, false)}</text>
  {/each}{/if}
  {#if here}<rect x={here[0] - 8} y={here[1] - 8} width="16" height="16" class="here" />{/if}
</svg>

<style>
  svg {
    width: 100%;
    height: auto;
    display: block;
  }
  .ring {
    fill: none;
    stroke: var(--rule);
    stroke-width: 1;
  }
  .mask {
    fill: var(--rule);
    fill-opacity: 0.45;
  }
  .path {
    fill: none;
    stroke: var(--ink);
    stroke-width: 3.5;
  }
  text {
    fill: var(--ink);
    font-family: inherit;
  }
  .point {
    font-size: 13px;
    font-weight: 700;
  }
  .small {
    font-size: 11px;
    paint-order: stroke;
    stroke: var(--ground);
    stroke-width: 3px;
  }
  .stop {
    fill: var(--ground);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .stopno {
    font-size: 11px;
    font-weight: 700;
  }
  .here {
    fill: none;
    stroke: var(--next);
    stroke-width: 4;
  }
</style>
