<!-- The chapters with their steps as ticks; the way through a sheet at a glance. -->
<script lang="ts">
  import type { Following } from './follow.svelte';

  let { following }: { following: Following } = $props();

  let chapters = $derived.by(() => {
    const found: { title: string; pages: number[] }[] = [];
    following.pages.forEach((page, index) => {
      const title = following.sheet!.content.steps[page[0]!]!.chapter;
      const last = found.at(-1);
      if (last && last.title === title) last.pages.push(index);
      else found.push({ title, pages: [index] });
    });
    return found;
  });
</script>

<ol>
  {#each chapters as chapter (chapter.pages[0])}
    {@const here = chapter.pages.includes(following.at)}
    {@const done = chapter.pages.every((p) => following.isDone(following.pages[p]!))}
    <li class:here>
      <button type="button" onclick={() => following.go(chapter.pages[0]!)} aria-current={here ? 'step' : undefined}>
        <span class="title">{chapter.title}</span>
        <span class="visually-hidden">{done ? 'done' : here ? 'at hand' : 'to do'}</span>
        <span class="ticks" aria-hidden="true">
          {#each chapter.pages as page (page)}
            <i class:done={following.isDone(following.pages[page]!)} class:now={page === following.at}></i>
          {/each}
        </span>
      </button>
    </li>
  {/each}
</ol>

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
  i.now {
    border-color: var(--next);
    outline: 2px solid var(--next);
  }
</style>
