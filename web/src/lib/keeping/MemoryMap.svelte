<!-- The memory of a radio as a grid of tiles; long runs of one state are folded, arrow keys walk. -->
<script lang="ts">
  import type { Radio } from '../api';
  import { fold, STATES, type Tile } from './fold';

  let { radio, chosen, onchoose }: { radio: Radio; chosen: string | null; onchoose: (slot: string) => void } = $props();

  let opened = $state<Set<string>>(new Set());
  let tiles = $derived(fold(radio, opened, chosen));
  let grid: HTMLElement | undefined = $state();

  function choose(tile: Tile): void {
    if (tile.kind === 'run') opened = new Set([...opened, tile.slot]);
    else onchoose(tile.slot);
  }

  function onkeydown(event: KeyboardEvent): void {
    const buttons = [...(grid?.querySelectorAll<HTMLButtonElement>('button') ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    if (at < 0) return;
    const first = buttons[0]!.offsetTop;
    const across = buttons.filter((b) => b.offsetTop === first).length;
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: across, ArrowUp: -across }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    buttons[Math.min(Math.max(at + by, 0), buttons.length - 1)]?.focus();
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<div class="grid" role="group" aria-label="Memory of {radio.name}" bind:this={grid} {onkeydown}>
  {#each tiles as tile, at (tile.slot)}
    <button
      type="button"
      class={tile.kind === 'run' ? `run of-${tile.state}` : tile.state}
      class:chosen={tile.slot === chosen}
      tabindex={tile.slot === chosen || (chosen === null && at === 0) ? 0 : -1}
      aria-pressed={tile.kind === 'run' ? undefined : tile.slot === chosen}
      onclick={() => choose(tile)}
    >
      {#if tile.kind === 'run'}
        <b>{tile.text}</b><span>{STATES[tile.state].mark} {tile.count} {STATES[tile.state].words}</span>
      {:else}
        <b>{tile.text}</b>
        <span class="mark" aria-hidden="true">{STATES[tile.state].mark}</span>
        <span class="what">{tile.label}</span>
        <span class="visually-hidden">{STATES[tile.state].words}</span>
      {/if}
    </button>
  {/each}
</div>
<ul class="key" aria-label="What the tiles mean">
  {#each Object.entries(STATES) as [name, state] (name)}
    <li><i class={name} aria-hidden="true">{state.mark}</i> {state.words}</li>
  {/each}
</ul>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(104px, 1fr));
    gap: 6px;
  }
  button {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 0 4px;
    min-height: 60px;
    padding: 5px 8px;
    background: var(--ground);
    color: var(--ink);
    border: 2px solid var(--ink);
    font: inherit;
    text-align: left;
    cursor: pointer;
    overflow: hidden;
  }
  .what {
    grid-column: 1 / -1;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  button.run {
    grid-template-columns: 1fr;
    border-style: dotted;
    font-size: 16px;
  }
  button.of-free,
  button.of-occupied,
  button.of-keep_out {
    border-style: solid;
  }
  .unknown {
    border-style: dotted;
  }
  .planned {
    border-style: dashed;
  }
  .written {
    background: linear-gradient(to top, var(--raised) 50%, var(--ground) 50%);
    border-width: 3px;
  }
  .read_back {
    background: var(--raised);
    border-width: 3px;
  }
  .checked {
    background: var(--ink);
    color: var(--ground);
  }
  .chosen {
    outline: 4px solid var(--next);
    outline-offset: 1px;
  }
  .key {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 20px;
    margin: 16px 0 0;
    padding: 0;
    list-style: none;
  }
  .key i {
    display: inline-grid;
    place-items: center;
    min-width: 26px;
    padding: 0 2px;
    height: 26px;
    border: 2px solid var(--ink);
    font-style: normal;
    box-sizing: border-box;
  }
  .key i.unknown {
    border-style: dotted;
  }
  .key i.planned {
    border-style: dashed;
  }
  .key i.checked {
    background: var(--ink);
    color: var(--ground);
  }
</style>
