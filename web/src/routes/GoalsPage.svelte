<!-- What each radio can do: the table of radios by kinds of goal, as the prover found it. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, type GoalTable } from '../lib/api';
  import { keep, recall } from '../lib/keeping/keep';
  import { shell } from '../lib/shell/state.svelte';

  let table = $state<GoalTable | null>(recall('goals', null));
  let chosen = $state<{ model: string; kind: string } | null>(null);
  let trouble = $state('');

  const MARKS = { yes: ['●', 'yes'], some: ['◐', 'some'], no: ['–', 'no'], refuted: ['✗', 'refuted'] } as const;

  onMount(async () => {
    try {
      table = await get<GoalTable>('/goals');
      keep('goals', $state.snapshot(table));
    } catch (error) {
      const words = shell.note(error);
      if (!table) trouble = words;
    }
  });

  let cell = $derived.by(() => {
    const row = table?.radios.find((r) => r.model === chosen?.model);
    return row && chosen ? { name: row.name, ...row.cells[chosen.kind]! } : null;
  });
</script>

<main class="page">
  <h1>What each radio can do</h1>
  <p>Found by the prover: goals of each kind, carried out on the virtual radio from every kind of start. Touch a mark for its reason.</p>
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  {#if table}
    <div class="told" aria-live="polite">
      {#if cell && chosen}
        <b>{cell.name}: {chosen.kind}.</b>
        {#if cell.proven}{cell.proven} of {cell.tried} tried were proven.{/if}
        {#if cell.beyond}Beyond it: {cell.beyond.part}, {cell.beyond.why}. {cell.beyond.nearest}{/if}
      {:else}<span class="quiet">● all proven &nbsp; ◐ some lie beyond the radio &nbsp; – beyond the radio</span>{/if}
    </div>
    <div class="scroll">
      <table>
        <thead>
          <tr><th scope="col">goal</th>{#each table.radios as radio (radio.model)}<th scope="col">{radio.name.split(' ').at(-1)}</th>{/each}</tr>
        </thead>
        <tbody>
          {#each table.kinds as kind (kind)}
            <tr>
              <th scope="row">{kind}</th>
              {#each table.radios as radio (radio.model)}
                {@const one = radio.cells[kind]!}
                {@const here = chosen?.model === radio.model && chosen.kind === kind}
                <td class={one.verdict}>
                  <button type="button" aria-pressed={here} aria-label="{radio.name}, {kind}: {MARKS[one.verdict][1]}" onclick={() => (chosen = { model: radio.model, kind })}>
                    {MARKS[one.verdict][0]}
                  </button>
                </td>
              {/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {:else if !trouble}<p role="status">Fetching the table…</p>{/if}
</main>

<style>
  h1 {
    margin: 0 0 4px;
    font-size: 28px;
  }
  .told {
    position: sticky;
    top: 0;
    z-index: 2;
    min-height: 52px;
    padding: 8px 0 8px 12px;
    border-left: 8px solid var(--next);
    background: var(--ground);
    font-size: 18px;
  }
  .scroll {
    overflow-x: auto;
    position: relative; /* what is hidden for the eye stays within */
  }
  table {
    border-collapse: collapse;
    font-size: 17px;
  }
  th {
    padding: 4px 8px;
    text-align: left;
    white-space: nowrap;
  }
  thead th {
    border-bottom: 3px solid var(--ink);
  }
  tbody th {
    position: sticky;
    left: 0;
    background: var(--ground);
    font-weight: 400;
  }
  tbody tr {
    border-bottom: 1px solid var(--rule);
  }
  td {
    padding: 0;
    text-align: center;
  }
  button {
    width: 100%;
    min-width: 56px;
    min-height: 48px;
    background: none;
    border: 0;
    color: var(--ink);
    font-size: 22px;
    cursor: pointer;
  }
  button[aria-pressed='true'] {
    outline: 4px solid var(--next);
    outline-offset: -4px;
  }
</style>
