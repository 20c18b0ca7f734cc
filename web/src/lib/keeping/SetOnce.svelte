<!-- What is set once for the whole radio: each kind with its choices, or why this radio lacks it. -->
<script lang="ts">
  import Dialog from '../shell/Dialog.svelte';
  import { get, post, type GoalForm, type Sheet } from '../api';
  import { navigate } from '../../router';
  import { shell } from '../shell/state.svelte';

  let { open = $bindable(false), radioId }: { open?: boolean; radioId: number } = $props();

  let forms = $state<GoalForm[]>([]);
  let chosen = $state<Record<string, string>>({});
  let refused = $state('');
  let working = $state(false);

  $effect(() => {
    if (open) void load();
  });

  async function load(): Promise<void> {
    refused = '';
    try {
      const found = (await get<GoalForm[]>(`/radios/${radioId}/goals`)).filter((f) => f.about === 'radio' && !f.beyond && !f.fields.some((x) => x.name === 'line'));
      forms = [...found.filter((f) => f.word !== 'set'), ...found.filter((f) => f.word === 'set')];
      chosen = Object.fromEntries(forms.flatMap((f) => f.fields.map((x) => [`${f.word}.${x.name}`, x.name === 'row' ? '' : (x.choices[0] ?? '')])));
    } catch (error) {
      refused = shell.note(error);
    }
  }

  async function write(form: GoalForm): Promise<void> {
    working = true;
    refused = '';
    const filled = form.fields.map((x) => [x.name, chosen[`${form.word}.${x.name}`]]).filter(([, value]) => value);
    try {
      const sheet = await post<Sheet>('/sheets', { radio_id: radioId, slot: '', goal: form.word, ...Object.fromEntries(filled) });
      open = false;
      navigate(`/sheet/${sheet.id}`);
    } catch (error) {
      refused = shell.note(error);
    } finally {
      working = false;
    }
  }
</script>

<Dialog bind:open title="Set once, for the whole radio">
  <p>What owners set before they program a whole area. Each is a proven sheet.</p>
  {#if refused}<p class="caution" role="alert">{refused}</p>{/if}
  {#if !forms.length && !refused}<p class="quiet">Looking what this radio can…</p>{/if}
  <ul>
    {#each forms as form (form.word)}
      <li>
        <span class="acts">
          <button type="button" class="act" disabled={working} onclick={() => write(form)}>{form.button}</button>
          {#each form.fields.filter((f) => f.choices.length > 1) as field (field.name)}
            <select class="field" aria-label="{form.button}: {field.name === 'row' ? 'which row' : 'which'}" bind:value={chosen[`${form.word}.${field.name}`]}>
              {#if field.name === 'row'}<option value="">row in use</option>{/if}
              {#each field.choices as choice (choice)}<option value={choice}>{choice.replace('=', ' ')}</option>{/each}
            </select>
          {/each}
        </span>
        <span class="quiet">{form.reason}</span>
      </li>
    {/each}
  </ul>
</Dialog>

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }

  li {
    display: grid;
    gap: 4px;
    padding: 10px 0;
    border-top: 1px solid var(--rule);
  }

  .field {
    width: auto;
  }

  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
</style>
