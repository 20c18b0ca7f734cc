<!-- The manual's own examples: keys, and what shows then; run at every change. -->
<script lang="ts">
  import type { Describing } from './describing.svelte';

  let { about }: { about: Describing } = $props();
  let keys = $state('');
  let shows = $state('');
  let tried = $derived(about.view?.examples ?? []);
  const pairs = (): string[][] => tried.map((t) => [t.keys, t.shows]);

  async function add(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (await about.send('examples', { examples: [...pairs(), [keys, shows]] }, true)) keys = shows = '';
  }
</script>

<section>
  <h2>The manual's examples</h2>
  <p class="quiet">Keys from a new radio, and what shows then: <code>146550 [SET] DIAL until SHIFT</code> → <code>SHIFT</code>. Each stays with the description and is tried at every change.</p>
  <ul>
    {#each tried as one, at (at)}
      <li class:bad={!one.right}>
        <span class="mark" aria-hidden="true">{one.right ? '✓' : '✗'}</span>
        <span><code>{one.keys}</code> → <b>{one.shows || 'anything'}</b>{#if !one.right}<br />{one.shown.startsWith('at ') || !about.view?.drawn ? one.shown : `it shows ${one.shown}`}{/if}</span>
        <button type="button" class="act plain" aria-label="Take out {one.keys}" onclick={() => about.send('examples', { examples: pairs().filter((_, n) => n !== at) }, true)}>Take out</button>
      </li>
    {/each}
  </ul>
  <form class="new" onsubmit={add}>
    <input class="field" required aria-label="Keys" placeholder="keys" spellcheck="false" maxlength="500" bind:value={keys} />
    <input class="field" aria-label="Shows" placeholder="shows" spellcheck="false" maxlength="90" bind:value={shows} />
    <button class="act">Add</button>
  </form>
</section>

<style>
  h2 {
    margin: 0;
    font-size: 20px;
  }
  p {
    margin: 4px 0 8px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 24px 1fr auto;
    gap: 8px;
    align-items: center;
    border-top: 1px solid var(--rule);
    overflow-wrap: anywhere;
  }
  .mark {
    color: var(--good);
    font-weight: 700;
  }
  .bad .mark {
    color: var(--harm);
  }
  .new {
    display: grid;
    grid-template-columns: 2fr 1fr auto;
    gap: 8px;
    margin-top: 8px;
  }
  .new .field {
    min-width: 0;
    box-sizing: border-box;
  }
</style>
