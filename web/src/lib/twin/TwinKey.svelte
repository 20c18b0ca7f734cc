<!-- A key of the twin: a short press taps, a long one holds, with a visible fill. -->
<script lang="ts">
  import type { TwinPlay } from './play.svelte';

  let { twin, key, holds = [], wanted = false }: { twin: TwinPlay; key: string; holds?: number[]; wanted?: boolean } = $props();

  const TAP_MS = 500;
  let down = $state(0);
  let timer = 0;

  let longest = $derived(Math.max(1, ...holds));

  function begin(event: PointerEvent): void {
    if (event.button !== 0) return;
    down = performance.now();
    timer = window.setTimeout(() => finish(longest * 1000), longest * 1000);
  }

  function finish(ms: number): void {
    if (!down) return;
    window.clearTimeout(timer);
    down = 0;
    if (ms < TAP_MS) tap();
    else if (ms >= 1000) twin.press(`[${key} ${(ms / 1000).toFixed(1)}s]`);
  }

  function tap(): void {
    if (twin.holding) twin.press(`[${key} 1s]`);
    else twin.press(/^\d$/.test(key) ? key : `[${key}]`);
  }

  function end(): void {
    if (down) finish(performance.now() - down);
  }

  function cancel(): void {
    window.clearTimeout(timer);
    down = 0;
  }

  function onkeydown(event: KeyboardEvent): void {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    if (event.repeat) return;
    if (event.shiftKey) twin.press(`[${key} 1s]`);
    else tap();
  }
</script>

<button
  type="button"
  class:wanted
  class:down={down > 0}
  class:latched={twin.latched === key}
  style:--hold="{longest}s"
  onpointerdown={begin}
  onpointerup={end}
  onpointerleave={cancel}
  onpointercancel={cancel}
  {onkeydown}
  aria-label="{key}{holds.length ? ', may be held' : ''}"
>
  <span>{key}</span>
  <i aria-hidden="true"></i>
</button>

<style>
  button {
    position: relative;
    min-width: 48px;
    min-height: 48px;
    padding: 4px 1px;
    background: var(--cap);
    color: var(--cap-ink);
    border: 2px solid var(--cap-edge);
    border-bottom: 5px solid var(--cap-side);
    border-radius: 10px;
    font: inherit;
    font-weight: 700;
    cursor: pointer;
    touch-action: manipulation;
    user-select: none;
    overflow: hidden;
  }
  .down {
    border-bottom-width: 2px;
    padding-top: 7px;
  }
  .wanted {
    outline: 4px solid var(--next);
    outline-offset: 2px;
  }
  .latched {
    border-style: dashed;
    border-bottom-width: 2px;
  }
  i {
    position: absolute;
    left: 0;
    bottom: 0;
    height: 6px;
    width: 0;
    background: var(--cap-ink);
  }
  .down i {
    width: 100%;
    transition: width var(--hold) linear;
  }
</style>
