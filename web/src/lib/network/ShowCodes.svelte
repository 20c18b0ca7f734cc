<!-- A text as QR codes in sequence, for another phone's camera; goes round until it is stopped. -->
<script lang="ts">
  import { framesOf, squares } from './codes';

  let { text }: { text: string } = $props();
  /** Slower than three changes a second: quicker ones are flashes. */
  const EACH_MS = 400;
  let frames = $state.raw<string[]>([]);
  let at = $state(0);
  let going = $state(true);
  let trouble = $state('');

  $effect(() => {
    framesOf(text).then(
      (found) => {
        frames = found;
        at = 0;
      },
      (error: unknown) => (trouble = (error as Error).message),
    );
  });
  $effect(() => {
    if (!going || frames.length < 2) return;
    const timer = window.setInterval(() => (at = (at + 1) % frames.length), EACH_MS);
    return () => window.clearInterval(timer);
  });

  let frame = $derived(frames[at]);
  let rows = $derived(frame ? squares(frame) : []);
  let path = $derived(rows.flatMap((row, y) => row.map((dark, x) => (dark ? `M${x} ${y}h1v1h-1z` : ''))).join(''));
</script>

{#if trouble}<p class="harm" role="alert">{trouble}</p>
{:else if rows.length}
  <svg viewBox="0 0 {rows.length} {rows.length}" role="img" aria-label="Code {at + 1} of {frames.length}" shape-rendering="crispEdges" data-frame={at}><rect width="100%" height="100%" fill="#fff" /><path d={path} fill="#000" /></svg>
  <p class="at">{at + 1} of {frames.length}</p>
  <p>The other phone: <b>Radios → Read codes</b>, camera on this. It tells when it has all of them; a round takes {Math.round((frames.length * EACH_MS) / 1000) || 1} s.</p>
  {#if frames.length > 1}
    <div class="acts">
      <button type="button" class="act" onclick={() => (going = !going)}>{going ? 'Stop' : 'Go on'}</button>
      {#if !going}<button type="button" class="act" onclick={() => (at = (at + frames.length - 1) % frames.length)}>Back</button><button type="button" class="act" onclick={() => (at = (at + 1) % frames.length)}>Next</button>{/if}
    </div>
  {/if}
{:else}<p role="status">Packing…</p>{/if}

<style>
  svg {
    display: block;
    width: min(100%, 58vh, 640px);
    margin: 0 auto;
  }
  .at {
    margin: 6px 0;
    text-align: center;
    font-size: 24px;
    font-weight: 700;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
</style>
