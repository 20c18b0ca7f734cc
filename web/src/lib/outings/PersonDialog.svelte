<!-- One person of an outing: the names, the radio with its version, the post, what may be sent on. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Model } from '../api';
  import Dialog from '../shell/Dialog.svelte';
  import type { Person, PostAt } from './marks';

  let { person = $bindable(), isNew, trouble, meanwhile, models, posts, bands, onsave, onout, onwithdraw }: {
    person: Person | null;
    isNew: boolean;
    trouble: string;
    meanwhile: Snippet;
    models: Model[];
    posts: PostAt[];
    bands: string[];
    onsave: (event: SubmitEvent) => void;
    onout: (id: string) => void;
    onwithdraw: (person: Person) => void;
  } = $props();

  let versions = $derived(models.find((m) => m.model === person?.model)?.firmwares ?? []);
</script>

<Dialog bind:open={() => person !== null, (v) => { if (!v) person = null; }} title={isNew ? 'A person' : (person?.name ?? '')}>
  {#if person}
    <form onsubmit={onsave} class="form">
      <label>Call sign or name<input class="field" required maxlength="60" bind:value={person.name} /></label>
      <label>Tactical name<input class="field" maxlength="60" bind:value={person.tactical} /></label>
      <label>Radio<select class="field" bind:value={person.model} onchange={() => (person!.firmware = '')}>{#each models as m (m.model)}<option value={m.model}>{m.name}</option>{/each}</select></label>
      {#if versions.length > 1}
        <label>Version<select class="field" value={person.firmware || versions[0]!.name} onchange={(e) => (person!.firmware = e.currentTarget.value)}>{#each versions as v (v.name)}<option value={v.name}>{v.name}: {v.told_by}</option>{/each}</select></label>
      {/if}
      <label>Post<select class="field" bind:value={person.post}><option value="">none</option>{#each posts as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select></label>
      <fieldset><legend>May send on</legend>{#each bands as b (b)}<label class="check"><input type="checkbox" checked={person.may_send_on.includes(b)} onchange={(e) => (person!.may_send_on = e.currentTarget.checked ? [...person!.may_send_on, b] : person!.may_send_on.filter((x) => x !== b))} /> {b}</label>{/each}</fieldset>
      <label class="check"><input type="checkbox" bind:checked={person.shows_practice} /> agrees that the board shows when they last did a whole repeater from memory (Drill, under this name)</label>
      {@render meanwhile()}
      {#if trouble}<p class="harm">{trouble}</p>{/if}
      <div class="acts"><button class="act next">Save</button>{#if !isNew}<button type="button" class="act" onclick={() => onout(person!.id)}>Take out</button>
        <button type="button" class="act" onclick={() => onwithdraw(person!)}>Withdraw link</button>{/if}</div>
    </form>
  {/if}
</Dialog>
