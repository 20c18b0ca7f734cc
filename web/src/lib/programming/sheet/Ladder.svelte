<!-- The chapters with their steps as ticks; the way through a sheet at a glance. -->
<script lang="ts">
  import type { Following } from './follow.svelte';

  let { following }: { following: Following } = $props();

  let parts = $derived(following.sheet!.content.parts ?? []);
  let part = $derived(parts.find((p) => p.last >= (following.pages[following.at]?.[0] ?? Infinity)) ?? parts.at(-1));

  /** The first page of a part of a sheet of many channels, and whether all of it is done. */
  function pagesOf(of: (typeof parts)[number]): number[] {
    return following.pages.flatMap((page, index) => (page[0]! >= of.first && page[0]! <= of.last ? [index] : []));
  }

  let chapters = $derived.by(() => {
    const found: { title: string; pages: number[] }[] = [];
    following.pages.forEach((page, index) => {
      if (part && (page[0]! < part.first || page[0]! > part.last)) return;
      const title = following.sheet!.content.steps[page[0]!]!.chapter;
      const last = found.at(-1);
      if (last && last.title === title) last.pages.push(index);
      else found.push({ title, pages: [index] });
    });
    return found;
  });
</script>

{#snippet ladder()}
  {#each chapters as chapter (chapter.pages[0])}
    {@const here = chapter.pages.includes(following.at)}
    {@const done = chapter.pages.every((p) => following.isDone(following.pages[p]!))}
    <li class:here>
      <button type="button" onclick={() => following.go(chapter.pages[0]!)} aria-current={here ? 'step' : undefined}>
        <span class="title">{chapter.title}</span>
        <span class="visually-hidden">{done ? 'done' : here ? 'at hand' : chapter.pages.every((p) => following.isRehearsed(following.pages[p]!)) ? 'rehearsed on the twin' : 'to do'}</span>
        <span class="ticks" aria-hidden="true">
          {#each chapter.pages as page (page)}
            <i class:done={following.isDone(following.pages[page]!)} class:twin={following.isRehearsed(following.pages[page]!)} class:now={page === following.at}></i>
          {/each}
        </span>
      </button>
    </li>
  {/each}
{/snippet}

{#if parts.length}
  <ol class="parts">
    {#each parts as one (one.slot)}
      {@const pages = pagesOf(one)}
      {@const done = pages.every((p) => following.isDone(following.pages[p]!))}
      <li>
        <button type="button" class="part" onclick={() => following.go(pages[0]!)} aria-expanded={one === part}>
          <span><b>{one.slot_text}</b> {one.label ?? one.line}</span>
          <span class="state">{done ? '✓ done' : one === part ? 'at hand' : `${Math.round(one.seconds)} s`}</span>
        </button>
        {#if one === part}<ol>{@render ladder()}</ol>{/if}
      </li>
    {/each}
  </ol>
{:else}
  <ol>{@render ladder()}</ol>
{/if}

<style>
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  button {
    display: grid;
    gap: 4px;
    width: 100%;
    min-height: 48px;
    padding: 6px 10px;
    background: none;
    border: 0;
    border-left: 6px solid transparent;
    color: var(--ink);
    font: inherit;
    text-align: left;
    cursor: pointer;
  }
  .parts {
    max-height: calc(100dvh - 270px);
    overflow-y: auto;
  }
  .part {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: baseline;
    border-top: 1px solid var(--rule);
  }
  .state {
    color: var(--quiet);
    white-space: nowrap;
  }
  .here button {
    border-left-color: var(--next);
    font-weight: 700;
  }
  .ticks {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
  }
  i {
    width: 12px;
    height: 12px;
    border: 2px solid var(--ink);
    box-sizing: border-box;
  }
  i.done {
    background: var(--ink);
  }
  i.twin {
    background: repeating-linear-gradient(45deg, var(--ink) 0 2px, transparent 2px 4px);
  }
  i.now {
    border-color: var(--next);
    outline: 2px solid var(--next);
  }
</style>
