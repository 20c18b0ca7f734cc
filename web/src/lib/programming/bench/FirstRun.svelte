<!-- First run: which radio, by picture; its firmware by what is seen. -->
<script lang="ts">
  import { Input } from 'flowbite-svelte';
  import { post, type Model, type Radio } from '../../api';
  import { shell } from '../../shell/state.svelte';
  import Term from '../../shell/Term.svelte';
  import RadioPicture from '../../twin/RadioPicture.svelte';

  let { models, onadded }: { models: Model[]; onadded: (radio: Radio) => void } = $props();

  let chosen = $state<Model | null>(null);
  let name = $state('');
  let trouble = $state('');
  let busy = $state(false);

  async function add(firmware: string): Promise<void> {
    if (!chosen || busy) return;
    busy = true;
    try {
      onadded(await post<Radio>('/radios', { model: chosen.model, firmware, name }));
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      busy = false;
    }
  }
</script>

{#if !chosen}
  <h2>Which radio is in your hand?</h2>
  <ul>
    {#each models as model (model.model)}
      <li>
        <button type="button" onclick={() => (chosen = model)}>
          <RadioPicture {model} size={72} />
          <span><b>{model.name}</b><br />{model.kind}</span>
        </button>
      </li>
    {/each}
  </ul>
{:else}
  <h2>{chosen.name}</h2>
  <label class="name">What do you call it?<Input class="field" bind:value={name} placeholder={chosen.name} maxlength={60} /></label>
  {#if chosen.firmwares.length > 1}
    <p>Look at the radio. Its <Term name="firmware" /> is told by what you see:</p>
    <div class="acts">
      {#each chosen.firmwares as firmware (firmware.name)}
        <button type="button" class="act" disabled={busy} onclick={() => add(firmware.name)}>{firmware.told_by}</button>
      {/each}
    </div>
  {:else}
    <div class="acts"><button type="button" class="act next" disabled={busy} onclick={() => add(chosen!.firmwares[0]!.name)}>Add this radio</button></div>
  {/if}
  <div class="acts"><button type="button" class="act plain" onclick={() => (chosen = null)}>Another radio</button></div>
{/if}
{#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}

<style>
  h2 {
    font-size: 24px;
    margin: 12px 0;
  }
  ul {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(220px, 100%), 1fr));
    gap: 16px 24px;
    list-style: none;
    margin: 0;
    padding: 0;
  }
  ul button {
    display: grid;
    grid-template-columns: 92px 1fr;
    gap: 16px;
    align-items: center;
    justify-items: start;
    padding: 8px;
    width: 100%;
    height: 100%;
    background: none;
    border: 0;
    border-bottom: 3px solid var(--ink);
    color: var(--ink);
    font: inherit;
    text-align: left;
    cursor: pointer;
  }
  ul button :global(svg) {
    max-width: 100%;
    height: auto;
    max-height: 120px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    margin-top: 16px;
  }
  .name {
    display: grid;
    max-width: 22em;
  }
</style>
