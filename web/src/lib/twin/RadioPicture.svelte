<!-- A radio as a small picture, from its profile: enough to tell it by. -->
<script lang="ts">
  import type { Model } from '../api';

  let { model, size = 44 }: { model: Model; size?: number } = $props();
  let widest = $derived(Math.max(...model.panel.rows.map((r) => r.length)));
</script>

{#if model.panel.shape === 'handheld'}
<svg class="tint-{model.panel.tint}" viewBox="0 0 60 110" height={size * 1.8} width={size} aria-hidden="true">
  <rect x="42" y="0" width="7" height="22" class="edge" />
  {#if model.dials.length}<rect x="14" y="12" width="16" height="10" rx="2" class="key" />{:else}<circle cx="18" cy="19" r="5" class="key" />{/if}
  <rect x="6" y="20" width="50" height="88" rx="7" class="case" />
  <rect x="11" y="27" width="40" height={model.panel.glass === 'dots' ? 24 : 18} class="glass" />
  {#if model.panel.glass === 'dots'}
    <path d="M14 34h26M14 44h20" class="ink" stroke-dasharray="2 1" />
  {:else}
    <path d="M15 41v-4l3-1v-4M22 41l3-9M29 41l2-9h4M39 41l2-9" class="ink" />
  {/if}
  {#each model.panel.rows as row, y (y)}
    {#each row as key, x (key)}
      <rect
        x={12 + x * (38 / widest)}
        y={(model.panel.glass === 'dots' ? 56 : 52) + y * (48 / model.panel.rows.length)}
        width={38 / widest - 2}
        height={48 / model.panel.rows.length - 3}
        rx="2"
        class="key"
      />
    {/each}
  {/each}
  {#each model.panel.side as key, y (key)}<rect x="2" y={32 + y * 14} width="4" height="10" class="key" />{/each}
</svg>
{:else}
  <svg class="tint-{model.panel.tint}" viewBox="0 0 110 70" height={size * 1.1} width={size * 1.8} aria-hidden="true">
    <rect x="3" y="6" width="104" height="58" rx="3" class="case" />
    <rect x="10" y="13" width="58" height="22" class="glass" />
    <path d="M16 30v-5l4-1v-5M26 30l4-11M36 30l3-11h5M48 30l3-11" class="ink" />
    <circle cx="88" cy="25" r="13" class="key" />
    {#each model.panel.rows[0] ?? [] as key, x (key)}
      <rect x={10 + x * (94 / (model.panel.rows[0]?.length ?? 1))} y="45" width={94 / (model.panel.rows[0]?.length ?? 1) - 3} height="11" rx="2" class="key" />
    {/each}
  </svg>
{/if}

<style>
  .case {
    fill: var(--case);
    stroke: var(--case-edge);
    stroke-width: 2;
  }
  .edge {
    fill: var(--case-edge);
  }
  .key {
    fill: var(--cap);
    stroke: var(--cap-edge);
    stroke-width: 0.5;
  }
  .glass {
    fill: var(--glass);
    stroke: var(--glass-ink);
    stroke-width: 1.5;
  }
  .ink {
    fill: none;
    stroke: var(--glass-ink);
    stroke-width: 2;
  }
</style>
