<!-- The workshop: radios that are being described, and a new one. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { get, post, remove, type Description, type Schemas } from '../lib/api';
  import { data } from '../lib/programming/bench/data.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import { navigate } from '../router';

  let list = $state.raw<Schemas['DescribedShape'][] | null>(null);
  let name = $state('');
  let like = $state('');
  let trouble = $state('');

  onMount(() => {
    void data.load();
    void load();
  });

  async function load(): Promise<void> {
    try {
      list = await get<Schemas['DescribedShape'][]>('/descriptions');
      shell.reach = 'ok';
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function begin(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    try {
      const made = await post<Description>('/descriptions', { name, like });
      navigate(`/workshop/${made.id}`);
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function drop(one: Schemas['DescribedShape']): Promise<void> {
    try {
      await remove(`/descriptions/${one.id}`);
      await load();
    } catch (error) {
      trouble = shell.note(error);
    }
  }
</script>

<main class="page">
  <h1>Workshop</h1>
  <p>Your own radio, from its manual: a dozen questions and the menu's table, with its twin beside you. What the manual does not say may stay open.</p>
  {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  <form onsubmit={begin}>
    <label>Its name<input class="field" required maxlength="60" autocomplete="off" bind:value={name} /></label>
    <label>Most like
      <select class="field" bind:value={like}>
        <option value="">none: begin from nothing</option>
        {#each data.models as m (m.model)}<option value={m.model}>{m.name}, {m.kind}</option>{/each}
      </select></label>
    <button class="act next">Begin</button>
  </form>
  {#if list?.length}
    <h2>Being described</h2>
    <ul>
      {#each list as one (one.id)}
        <li><a href="/workshop/{one.id}"><b>{one.name}</b><span>{one.answered} answers</span></a><button type="button" class="act plain" aria-label="Give up {one.name}" onclick={() => drop(one)}>Give up</button></li>
      {/each}
    </ul>
  {:else if list}<p class="quiet">Nothing is being described.</p>{:else if !trouble}<p class="quiet">Asking…</p>{/if}
  <a class="act plain" href="/radios">To my radios</a>
</main>

<style>
  .page {
    max-width: 900px;
  }
  h1 {
    margin: 0 0 8px;
    font-size: 28px;
  }
  h2 {
    font-size: 20px;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 12px 20px;
    align-items: end;
    margin: 16px 0;
  }
  form label {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 4px;
    min-width: min(240px, 100%);
    max-width: 100%;
  }
  ul {
    list-style: none;
    margin: 0 0 16px;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 1fr auto;
    border-top: 1px solid var(--rule);
  }
  li a {
    display: grid;
    grid-template-columns: 1fr auto;
    align-items: center;
    min-height: 56px;
    color: var(--ink);
    text-decoration: none;
    font-size: 18px;
  }
</style>
