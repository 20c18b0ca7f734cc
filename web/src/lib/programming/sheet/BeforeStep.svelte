<!-- What is to be known before the step at hand: a sheet that fails, a description that was changed, less that will do. -->
<script lang="ts">
  import type { DeepProof, Schemas, Sheet } from '../../api';
  import { anew, lesser } from './again';
  import { allReady, readyAsked } from './ready';

  let { sheet, deep, stands, first, goesOn, onown }: {
    sheet: Sheet;
    deep: DeepProof | null;
    stands: Schemas['Standing'] | null;
    first: boolean;
    goesOn: boolean;
    onown: () => void;
  } = $props();

  let content = $derived(sheet.content);
  let readyDone = $state(readyAsked(Date.now()));
</script>

{#if deep?.verdict === 'refuted'}
  <div class="harm" role="alert"><b>Stop: this sheet fails</b>{deep.condition ? ` from some states: ${deep.condition}` : ''}. {deep.why}</div>
{/if}
{#if stands?.changed && !stands.holds}
  <div class="harm" role="alert"><b>The description of this radio was changed since this sheet was written</b>, and {stands.why}. <button type="button" class="act" onclick={() => anew(sheet)}>Write it anew</button></div>
{/if}
{#if first && !readyDone}
  <div class="before"><b>Once an outing:</b> antenna or dummy load on, battery full, volume up, squelch where the noise just stops. Never send without an antenna.
    <button type="button" class="act" onclick={() => { allReady(Date.now()); readyDone = true; }}>All so</button></div>
{/if}
{#if first && content.less}
  <div class="before"><b>Less will do:</b> {content.less.words}.
    <button type="button" class="act" onclick={() => lesser(sheet)}>{content.less.button}: {content.less.taps + content.less.holds + content.less.digits} keys, {content.less.clicks} clicks, {Math.round(content.less.seconds)} s</button></div>
{/if}
{#if first && content.limits.length}
  <div class="before"><b>Before the first key:</b> {content.limits.join('; ')}.</div>
{/if}
{#if goesOn}
  <div class="before">Goes on from the channel before. If the radio was used in between: <button type="button" class="act plain" onclick={onown}>write this channel's own sheet</button></div>
{/if}

<style>
  .before {
    margin-bottom: 16px;
    padding: 8px 12px;
    border-left: 8px solid var(--rule);
  }
</style>
