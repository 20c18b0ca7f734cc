<!-- My radios. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import OwnProfiles from '../lib/profiles/OwnProfiles.svelte';
  import { data } from '../lib/programming/bench/data.svelte';
  import FirstRun from '../lib/programming/bench/FirstRun.svelte';
  import { shell } from '../lib/shell/state.svelte';
  import RadioPicture from '../lib/twin/RadioPicture.svelte';
  import { navigate } from '../router';

  let adding = $state(false);

  onMount(() => void data.load());

  const count = (slots: { state: string }[], state: string) => slots.filter((s) => s.state === state).length;
</script>

<main class="page">
  <h1>Radios</h1>
  {#if data.radios.length === 0 && !data.loaded && shell.reach !== 'ok'}<p>Your radios show when the server answers.</p>{/if}
  <ul>
    {#each data.radios as radio (radio.id)}
      {@const model = data.model(radio.model)}
      <li>
        <a href="/radios/{radio.id}">
          {#if model}<RadioPicture {model} size={56} />{/if}
          <span class="name"><b>{radio.name}</b><br />{radio.model_name}, firmware {radio.firmware}</span>
          <span class="facts">
            {radio.slots.filter((s) => s.channel).length} of {radio.slot_count} slots known<br />
            {count(radio.slots, 'checked')} checked, {count(radio.slots, 'read_back')} read back, {radio.waiting.length} waiting
          </span>
          <span class="free">next free <b>{radio.next_free[0] ?? (radio.states?.includes('unknown') ? 'unknown' : 'none')}</b></span>
        </a>
      </li>
    {/each}
  </ul>
  {#if adding || (data.loaded && data.radios.length === 0)}
    <FirstRun models={data.models} onadded={(radio) => navigate(`/radios/${radio.id}`)} />
  {:else}
    <button type="button" class="act" onclick={() => (adding = true)}>Add a radio</button>
  {/if}
  <a class="act goals" href="/goals">What each radio can do</a>
  <OwnProfiles />
</main>

<style>
  .page {
    max-width: 1000px;
  }
  h1 {
    margin: 0 0 12px;
    font-size: 28px;
  }
  ul {
    list-style: none;
    margin: 0 0 16px;
    padding: 0;
  }
  .goals {
    display: inline-flex;
    margin-top: 8px;
  }
  li a {
    display: grid;
    grid-template-columns: 104px 1.2fr 1.4fr 190px;
    gap: 8px 20px;
    align-items: center;
    padding: 12px 0;
    border-top: 3px solid var(--ink);
    color: var(--ink);
    text-decoration: none;
  }
  .name b {
    font-size: 20px;
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .free {
    text-align: right;
  }
  .free b {
    font-size: 28px;
    margin-left: 6px;
  }
  @media (max-width: 700px) {
    li a {
      grid-template-columns: 104px 1fr;
    }
    li a > :global(svg) {
      grid-row: 1 / span 3;
      align-self: start;
    }
    .facts,
    .free {
      grid-column: 2;
      text-align: left;
    }
  }
</style>
