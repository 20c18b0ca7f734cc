<!-- What is to be looked at, those that do harm first, each with what settles it. -->
<script lang="ts">
  import type { Board } from '../api';

  let { board, accept, onchannel, onperson }: { board: Board; accept: (key: string, accepted: boolean) => void; onchannel: (id: string) => void; onperson: (id: string) => void } = $props();

  const channel = (id: string): string => board.channels.find((c) => c.id === id)?.name ?? id;
  const person = (id: string): string => board.people.find((p) => p.id === id)?.name ?? id;
</script>

<ul>
  {#each board.findings as f (f.key)}
    <li class:harm={f.harm && !f.accepted} class:done={f.accepted}>
      <div><b>{f.harm ? 'Settle: ' : ''}{f.text}.</b><br />{f.settle}</div>
      <div class="acts">
        {#if f.channels[0]}<button type="button" class="act" onclick={() => onchannel(f.channels[0]!)}>Change {channel(f.channels[0])}</button>
        {:else if f.people[0]}<button type="button" class="act" onclick={() => onperson(f.people[0]!)}>Change {person(f.people[0])}'s radio</button>{/if}
        {#if !f.harm}<button type="button" class="act" onclick={() => accept(f.key, !f.accepted)}>{f.accepted ? 'Take back' : 'Accept'}</button>{/if}
      </div>
    </li>
  {:else}<li>Nothing to look at.</li>{/each}
</ul>

<style>
  ul {
    list-style: none;
    padding: 0;
    margin: 0;
  }
  li {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 12px;
    padding: 10px 0 10px 12px;
    border-top: 1px solid var(--rule);
    align-items: center;
  }
  .done {
    color: var(--quiet);
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  @media (max-width: 700px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
