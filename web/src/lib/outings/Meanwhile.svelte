<!-- What somebody else changed in the same place meanwhile, side by side, to choose from. -->
<script lang="ts">
  import type { Both } from './changing.svelte';

  let { both, onpick, words = 'Somebody else changed this meanwhile. Choose what shall stand, then save; all else of both is kept.' }: { both: (Both & { of?: string })[]; onpick: (one: Both, theirs: boolean) => void; words?: string } = $props();

  const WORDS: Record<string, string> = {
    name: 'name', tactical: 'tactical name', model: 'radio', firmware: 'version', post: 'post', may_send_on: 'may send on', shows_practice: 'practice shown', line: 'listing line', role: 'for',
    at: 'place', off_air: 'off the air', note: 'note', place: 'place', first_day: 'first day', last_day: 'last day', net_control: 'net control', check_in: 'check-in', out: 'taken out or changed',
  };
  function said(value: unknown): string {
    if (value === null || value === '') return 'nothing';
    if (typeof value === 'boolean') return value ? 'yes' : 'no';
    if (Array.isArray(value)) return value.join(', ') || 'nothing';
    return typeof value === 'object' ? Object.values(value).join(', ') : String(value);
  }
</script>

{#if both.length}
  <div class="caution" role="alert">
    <b>{words.slice(0, words.indexOf('.') + 1)}</b>{words.slice(words.indexOf('.') + 1)}
    {#each both as one (`${one.of} ${one.field}`)}
      <fieldset>
        <legend>{one.of ? `${one.of}: ` : ''}{WORDS[one.field] ?? one.field}</legend>
        <button type="button" class="act" onclick={() => onpick(one, true)}>Theirs: {said(one.theirs)}</button>
        <button type="button" class="act" onclick={() => onpick(one, false)}>Yours: {said(one.mine)}</button>
      </fieldset>
    {/each}
  </div>
{/if}

<style>
  fieldset {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    margin: 8px 0 0;
    padding: 0;
    border: 0;
  }
  .act {
    overflow-wrap: anywhere;
  }
</style>
