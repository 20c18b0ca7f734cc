<!-- The radio's display, drawn in its own manner; never as app text. -->
<script lang="ts">
  import type { Certain, Display } from '../../api';
  import Dots from './Dots.svelte';
  import { OTHER_ROW, ownRow } from './rows';
  import Segments from './Segments.svelte';

  let { display, kind, before = null, large = false, mark = '', certain = null }: { display: Display; kind: string; before?: Display | null; large?: boolean; mark?: string; certain?: Certain | null } = $props();

  /** What hangs on how the radio was left is drawn open. */
  let open = $derived(certain !== null && !certain.main);
  let sometimes = $derived(new Set(certain === null ? [] : display.icons.filter((icon) => !certain.icons.includes(icon))));

  let changed = $derived(before !== null && before.main !== display.main);
  let slotChanged = $derived(before !== null && before.slot !== display.slot);
  let fresh = $derived(new Set(before === null ? [] : display.icons.filter((icon) => !before.icons.includes(icon))));
  let small = $derived(smallText(display));
  const menuLike = ['menu', 'value', 'question', 'label', 'search'];

  /** What else stands on the display: the entry's name or number, the other row. */
  function smallText(seen: Display): string {
    const rest = ownRow(seen.text)
      .replace(seen.main, '')
      .replace(seen.slot ?? '', '');
    return menuLike.includes(seen.screen) ? rest.trim() : '';
  }
  let others = $derived(display.text.match(OTHER_ROW) ?? []);
</script>

<div class="glass {kind}" class:large role="img" aria-label="The display shows {display.text}{open ? '; what stands on its main line depends on how the radio was left' : ''}">
  <div class="top">
    <span class="slot" class:changed={slotChanged}>
      {#if kind !== 'dots' && display.row}▲{display.row}{/if}
      {display.slot ?? ''}
    </span>
    <span class="icons">
      {#each display.icons as icon (icon)}<span class="icon" class:changed={fresh.has(icon) && !sometimes.has(icon)} class:sometimes={sometimes.has(icon)}>{icon}</span>{/each}
    </span>
  </div>
  {#if kind === 'dots'}
    <div class="line row" class:changed={changed && !open} class:open>
      {#if display.row}<span class="dots tag"><Dots text="▶{display.row}" /></span>{/if}
      <span class="dots"><Dots text={display.main} /></span>
    </div>
    {#if small}
      <div class="line small dots"><Dots text={small} /></div>
    {:else}
      {#each others as other (other)}<div class="line small dots"><Dots text={other} /></div>{/each}
    {/if}
  {:else if kind === 'touch'}
    <div class="line main plain" class:changed={changed && !open} class:open>{display.main}</div>
    <div class="line small plain">
      {#if mark && small.includes(mark)}{small.slice(0, small.indexOf(mark))}<b class="changed">{mark}</b>{small.slice(small.indexOf(mark) + mark.length)}{:else}{small || others.join(' ')}{/if}
    </div>
  {:else}
    <div class="line main" class:changed={changed && !open} class:open><Segments text={display.main} /></div>
    <div class="line small">
      {#if small}<Segments text={small} ghost={false} />{:else if others.length}<Segments text={others.join(' ').replace(':', '')} ghost={false} />{/if}
    </div>
  {/if}
  {#if display.soft?.length}<div class="softs" style:--count={display.soft.length}>{#each display.soft as word, at (at)}<span>{word}</span>{/each}</div>{/if}
</div>

<style>
  .glass {
    display: grid;
    grid-template-rows: 22px 1fr;
    grid-auto-rows: auto;
    min-height: 104px;
    gap: 4px;
    width: 100%;
    max-width: 340px;
    padding: 8px 12px 10px;
    background: var(--glass);
    color: var(--glass-ink);
    border: 3px solid var(--glass-ink);
    border-radius: 0;
    box-sizing: border-box;
  }
  .large {
    max-width: 420px;
  }
  .top {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 8px;
    font-weight: 700;
    font-size: 16px;
    line-height: 22px;
  }
  .icons {
    display: flex;
    gap: 6px;
  }
  .icon {
    padding: 0 3px;
  }
  .open {
    outline: 2px dashed var(--glass-ink);
    outline-offset: -2px;
  }
  .sometimes {
    outline: 2px dashed var(--glass-ink);
    font-weight: 400;
  }
  .main {
    height: 46px;
    padding: 4px;
  }
  .large .main {
    height: 60px;
  }
  .touch {
    border-radius: 6px;
  }
  .main.plain {
    font-size: 34px;
    font-weight: 700;
    line-height: 40px;
    white-space: nowrap;
    overflow: hidden;
    font-variant-numeric: tabular-nums;
  }
  .small.plain {
    height: auto;
    font-size: 16px;
    line-height: 20px;
  }
  .row {
    display: flex;
    gap: 16px;
    height: 34px;
    padding: 4px;
    align-items: center;
  }
  .row .dots {
    height: 26px;
  }
  .large .row {
    height: 44px;
  }
  .large .row .dots {
    height: 34px;
  }
  .row .tag,
  .large .row .tag {
    flex: none;
    height: 22px;
  }
  .small {
    height: 16px;
    padding: 0 4px;
  }
  .dots.small {
    height: 14px;
  }
  .softs {
    display: grid;
    grid-template-columns: repeat(var(--count), 1fr);
    gap: 4px;
    border-top: 2px solid var(--glass-ink);
    padding-top: 2px;
    font-weight: 700;
    text-align: center;
    white-space: nowrap;
    overflow: hidden;
  }
  .changed {
    outline: 3px solid var(--glass-mark);
    outline-offset: 0;
  }
</style>
