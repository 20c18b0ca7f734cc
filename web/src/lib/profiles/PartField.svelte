<!-- One part of a screen or a setting, with its value; what has a form of its own is typed as data. -->
<script lang="ts">
  import type { Schemas } from '../api';

  let { field, onput }: { field: Schemas['FieldShape']; onput: (value: unknown) => void } = $props();

  let wrong = $state('');
  let text = $derived(field.value === null || field.value === undefined ? '' : typeof field.value === 'object' ? JSON.stringify(field.value) : String(field.value));

  function said(given: string): void {
    wrong = '';
    if (given === '') return onput(null);
    if (field.type === 'number') return Number.isFinite(Number(given)) ? onput(Number(given)) : void (wrong = 'a number');
    if (field.type !== 'data' && !/^\[.*\]$/.test(given)) return onput(given); // several, where one would do
    try {
      onput(JSON.parse(given));
    } catch {
      if (field.type !== 'data') return onput(given);
      wrong = 'as data: ["UP", "DOWN"], or {"F1": "STEP"}';
    }
  }
</script>

{#if field.type === 'check'}
  <label class="check"><input type="checkbox" checked={field.value === true} indeterminate={field.value === null} onchange={(e) => onput(e.currentTarget.checked)} /><span>{field.words} <code>{field.name}</code></span></label>
{:else}
  <label class="ask"><span>{field.words} <code>{field.name}</code></span>
    {#if field.choices.length && field.type !== 'data'}
      <select class="field" value={text} onchange={(e) => said(e.currentTarget.value)}>
        {#if !field.choices.includes('')}<option value="">not said</option>{/if}
        {#each field.choices as choice (choice)}<option value={choice}>{choice || 'nothing'}</option>{/each}
      </select>
    {:else if text.length > 30 || field.type === 'data'}
      <textarea class="field" rows={Math.min(Math.max(Math.ceil(text.length / 28), 1), 6)} value={text} spellcheck="false" onchange={(e) => said(e.currentTarget.value.trim())}></textarea>
    {:else}
      <input class="field" value={text} spellcheck="false" onchange={(e) => said(e.currentTarget.value)} />
    {/if}
  </label>
  {#if wrong}<p class="harm" role="alert">{field.name}: {wrong}</p>{/if}
{/if}

<style>
  .ask {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  code {
    color: var(--quiet);
  }
  @media (max-width: 700px) {
    .ask {
      grid-template-columns: 1fr;
    }
  }
</style>
