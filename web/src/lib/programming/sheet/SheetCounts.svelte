<!-- What a sheet costs and how far it is proven, in the bottom line. -->
<script lang="ts">
  import type { DeepProof, Schemas, Sheet } from '../../api';
  import Term from '../../shell/Term.svelte';
  import { otherWay } from './again';

  let { sheet, deep, stands, rests, first }: {
    sheet: Sheet;
    deep: DeepProof | null;
    stands: Schemas['Standing'] | null;
    rests: { seen: number; all: number } | null;
    first: boolean;
  } = $props();

  let content = $derived(sheet.content);
  const many = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;
</script>

<div class="counts">
  {#if deep?.verdict === 'refuted'}Not proven.
  {:else if deep?.complete}<Term name="proven">Proven</Term> from every state (10<sup>{deep.states_log10}</sup>).
  {:else}<Term name="proven">Proven</Term> from {content.proof.starts} {content.proof.starts === 1 ? 'start' : 'starts'}{deep || content.way === 'short' ? '.' : ', now from every state …'}{/if}
  {many(content.counts.taps, 'tap')}, {many(content.counts.digits, 'digit')}, {many(content.counts.holds, 'hold')},
  {many(content.counts.clicks, 'click')}, about {Math.round(content.counts.seconds)} s.
  {#if content.parts?.length}{content.saved_s ? `This order saves ${Math.round(content.saved_s)} s.` : 'No other order is shorter.'}{:else}{content.way === 'short' ? 'Short way.' : 'Long way.'}{/if}
  {#if stands?.changed && stands.holds}The description was changed since; proven anew, the keys are the same.{/if}
  {#if rests}Seen on your radio: {rests.seen} of {rests.all} things that it rests on.{/if}
  {#if content.other_way && first}
    <button type="button" class="act other" onclick={() => otherWay(sheet, !!content.parts?.length)}>
      {content.way === 'short' ? 'Long way, from any state' : 'Short way, after your last sheet'}: {content.other_way.taps + content.other_way.holds + content.other_way.digits} keys, {content.other_way.clicks} clicks, {Math.round(content.other_way.seconds)} s
    </button>
  {/if}
</div>

<style>
  .counts {
    grid-column: 1 / -1;
  }
  .other {
    margin-left: 8px;
    font-weight: 400;
  }
  @media (max-width: 700px) {
    .counts {
      display: none;
    }
  }
</style>
