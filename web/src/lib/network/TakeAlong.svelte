<!-- Take Vocator into the field: what goes along, how far it is, what is here. -->
<script lang="ts">
  import { recall } from '../keeping/keep';
  import { clock } from '../passes/time.svelte';
  import { shell } from '../shell/state.svelte';
  import { field, LOWEST } from './field.svelte';

  let size = $state<{ bytes: number; room: boolean } | null>(null);
  let weighed = $state('');
  let lowest = $state(recall('along-lowest', LOWEST));
  let leaving = $state(false);
  const mb = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`;

  $effect(() => {
    if (!field.possible || shell.who !== 'lead' || field.along || size || weighed) return;
    field.weigh().then((found) => (size = found), (error: unknown) => (weighed = error instanceof Error ? error.message : String(error)));
  });
</script>

<section class="all">
  <h2>Take it into the field</h2>
  <p>With the heart on this device everything that one operator does goes on with no network: lines, sheets proven here, the way back, slots, the twin, drill, and the passes of two weeks. What you do is told to the server when it is back, once.</p>
  {#if !field.possible}
    <p class="caution"><b>This browser keeps nothing for this address.</b> Open Vocator on the machine itself, or over TLS with a certificate that this device trusts. A <b>field kit</b> on any web server is the other way.</p>
  {:else if field.progress}
    <div class="end">
      <progress max={field.progress.all} value={field.progress.done} aria-label="Fetched"></progress>
      <span role="status">{field.doing || `${mb(field.progress.done)} of ${mb(field.progress.all)}`}</span>
      <button type="button" class="act" onclick={() => field.stop()}>Break off</button>
    </div>
  {:else if field.along}
    <p class="here" role="status"><b>It is here</b>, {mb(field.along.bytes)} since {clock.day(field.along.at)}. {#if field.passes}Plans of {field.passes.plans} passes, as of {clock.day(field.passes.at)} {clock.time(field.passes.at)}.{:else}No passes: say in Station where you are.{/if} {#if field.waits}{field.waits} things wait to be told.{/if}</p>
    <div class="end">
      <label>Plans of passes above <select class="field" bind:value={lowest} onchange={() => field.takePasses(lowest)}>{#each [10, 20, 30, 45] as degrees (degrees)}<option value={degrees}>{degrees}°</option>{/each}</select></label>
      <button type="button" class="act" onclick={() => field.take()}>Take it anew</button>
      {#if leaving}
        <button type="button" class="act" disabled={field.waits > 0} onclick={() => { leaving = false; void field.leave(); }}>{field.waits ? 'Not before all is told' : 'Remove it from this device'}</button>
        <button type="button" class="act plain" onclick={() => (leaving = false)}>Keep it</button>
      {:else}<button type="button" class="act plain" onclick={() => (leaving = true)}>Remove it</button>{/if}
    </div>
  {:else}
    <div class="end">
      <button type="button" class="act" disabled={size !== null && !size.room} onclick={() => field.take()}>{size ? `Take it along, ${mb(size.bytes)}` : 'Take it along'}</button>
      {#if size && !size.room}<span class="harm" role="alert">This device has no room for it: free some first.</span>{/if}
      {#if weighed}<span role="status">{weighed}</span>{/if}
    </div>
  {/if}
  {#if field.doing && !field.progress}<p role="status">{field.doing}</p>{/if}
  {#if field.trouble}<p class="caution" role="status">{field.trouble}</p>{/if}
</section>

<style>
  section {
    border-top: 3px solid var(--ink);
    margin-top: 28px;
    padding-top: 10px;
  }
  .here {
    margin: 12px 0;
  }
  h2 {
    margin: 0 0 8px;
    font-size: 20px;
  }
  .end {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 16px;
    margin: 12px 0;
  }
  progress {
    width: min(360px, 100%);
    height: 24px;
    accent-color: var(--next);
  }
</style>
