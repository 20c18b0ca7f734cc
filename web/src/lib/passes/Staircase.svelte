<!-- Elevation and Doppler over the pass, the set as a staircase on the curve. -->
<script lang="ts">
  import type { Plan } from '../api';
  import { clock, kilohertz } from './time.svelte';

  let { plan, at = null }: { plan: Plan; at?: number | null } = $props();

  const W = 560, LEFT = 52, TOP = 8, MIDDLE = 218, BOTTOM = 310;
  let fast = $derived(plan.set.fast);
  let nominal = $derived(fast === 'downlink' ? plan.transponder.downlink_hz : plan.transponder.uplink_hz);
  let ends = $derived(plan.track.at(-1)!.s);
  let start = $derived(Date.parse(plan.pass.aos_utc));
  const off = (p: { downlink_hz: number; uplink_hz: number }): number => (fast === 'downlink' ? p.downlink_hz : p.uplink_hz) - nominal;
  let most = $derived(Math.max(...plan.track.map((p) => Math.abs(off(p))), ...plan.set.memories.map((m) => Math.abs(off(m))), 1000) * 1.12);

  const x = (s: number): number => LEFT + ((W - LEFT - 8) * s) / ends;
  const y = (hz: number): number => (TOP + MIDDLE) / 2 - ((MIDDLE - TOP) / 2) * (hz / most);
  const e = (elevation: number): number => BOTTOM - ((BOTTOM - MIDDLE - 22) * Math.max(elevation, 0)) / 90;
  let curve = $derived(plan.track.map((p, n) => `${n ? 'L' : 'M'}${x(p.s).toFixed(1)} ${y(off(p)).toFixed(1)}`).join(''));
  let hump = $derived(`M${x(0)} ${e(0)}` + plan.track.map((p) => `L${x(p.s).toFixed(1)} ${e(p.elevation_deg).toFixed(1)}`).join('') + `L${x(ends)} ${e(0)}Z`);
  let steps = $derived(plan.set.memories.map((m, n) => ({ n, from: (Date.parse(m.from_utc) - start) / 1000, to: (Date.parse(m.to_utc) - start) / 1000, hz: off(m) })));
  let grid = $derived([-10_000, -5_000, 0, 5_000, 10_000].filter((hz) => Math.abs(hz) < most));
  let minutes = $derived(Array.from({ length: Math.floor((ends - 30) / 120) + 1 }, (_, n) => n * 120));
  let now = $derived(at === null ? null : (at - start) / 1000);
</script>

<svg viewBox="0 0 {W} 332" role="img" aria-label="{fast} over the pass: {plan.set.memories.length} memories, at worst {(plan.set.worst_hz / 1000).toFixed(1)} kHz off tune; the table tells each">
  {#each grid as hz (hz)}
    <line x1={LEFT} x2={W - 8} y1={y(hz)} y2={y(hz)} class="rule" /><text x={LEFT - 6} y={y(hz) + 4} text-anchor="end">{hz === 0 ? '0' : kilohertz(hz, 0)}</text>
  {/each}
  <text x={LEFT + 4} y={fast === 'downlink' ? MIDDLE - 4 : TOP + 12} class="what">kHz off the {fast}'s nominal</text>
  {#each steps as s (s.n)}
    <rect x={x(s.from)} y={y(s.hz + plan.set.worst_hz)} width={Math.max(x(s.to) - x(s.from), 1)} height={y(s.hz - plan.set.worst_hz) - y(s.hz + plan.set.worst_hz)} class="band" />
  {/each}
  <path d={curve} class="curve" />
  {#each steps as s (s.n)}
    <line x1={x(s.from)} x2={x(s.to)} y1={y(s.hz)} y2={y(s.hz)} class="step" />
    {#if s.n}<line x1={x(s.from)} x2={x(s.from)} y1={y(steps[s.n - 1]!.hz)} y2={y(s.hz)} class="riser" />{/if}
    <text x={(x(s.from) + x(s.to)) / 2} y={y(s.hz) - 8} text-anchor="middle" class="no">{s.n + 1}</text>
  {/each}
  <path d={hump} class="hump" />
  <text x={LEFT - 6} y={e(90) + 8} text-anchor="end">90°</text><text x={LEFT - 6} y={e(0)} text-anchor="end">0°</text>
  <text x={LEFT + 4} y={e(90) + 2} class="what">elevation</text>
  {#each minutes as s (s)}<text x={x(s)} y="328" text-anchor="middle">{clock.time(start + s * 1000, false)}</text>{/each}
  {#if now !== null && now >= 0 && now <= ends}<line x1={x(now)} x2={x(now)} y1={TOP} y2={BOTTOM} class="now" />{/if}
</svg>

<style>
  svg {
    width: 100%;
    height: auto;
    display: block;
  }
  text {
    fill: var(--ink);
    font-size: 13px;
    font-family: inherit;
  }
  .what {
    font-size: 13px;
    fill: var(--quiet);
  }
  .no {
    font-weight: 700;
    font-size: 16px;
  }
  .rule {
    stroke: var(--rule);
    stroke-width: 0.8;
    stroke-dasharray: 2 4;
  }
  .band {
    fill: var(--rule);
    fill-opacity: 0.2;
  }
  .curve {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
  }
  .step {
    stroke: var(--ink);
    stroke-width: 5;
  }
  .riser {
    stroke: var(--ink);
    stroke-width: 1.5;
    stroke-dasharray: 3 3;
  }
  .hump {
    fill: var(--rule);
    fill-opacity: 0.45;
    stroke: var(--ink);
  }
  .now {
    stroke: var(--next);
    stroke-width: 3;
  }
</style>
