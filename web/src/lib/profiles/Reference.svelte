<!-- What may stand at a place of the profile: its fields or verbs, each with an example out of a radio that runs. -->
<script lang="ts">
  import { get, type Schemas } from '../api';

  /** Of which kind of screen, of a setting, or of which parts of the profile. */
  let { screen = '', setting = false, parts = [] }: { screen?: string; setting?: boolean; parts?: string[] } = $props();
  let all = $state.raw<Schemas['Reference'] | null>(null);
  let trouble = $state('');

  async function opened(event: Event): Promise<void> {
    if (!(event.currentTarget as HTMLDetailsElement).open || all) return;
    try {
      all = await get<Schemas['Reference']>('/descriptions/reference');
      trouble = '';
    } catch (error) {
      trouble = (error as Error).message;
    }
  }

  let own = $derived(all?.screens.find((s) => s.kind === screen) ?? null);
  let fields = $derived(own?.fields ?? (setting ? all?.settings : all?.parts.filter((p) => parts.includes(p.name))) ?? []);
  let words = $derived(screen === 'rest' ? 'a mode at rest' : `a screen that is ${/^[aeiou]/.test(screen) ? 'an' : 'a'} ${screen}`);
</script>

<details ontoggle={(e) => void opened(e)}>
  <summary>In the file: {screen ? words : setting ? 'a setting' : parts.length > 4 ? 'the parts of a profile' : parts.join(', ')}</summary>
  {#if trouble}<p class="harm" role="alert">{trouble}</p>
  {:else if !all}<p role="status">Opening…</p>
  {:else}
    {#if own}
      <h4>Verbs: what a press may do on {words}</h4>
      <dl>{#each own.verbs as v (v.verb)}<dt><code>{v.verb}</code>{v.takes ? ` ${v.takes}` : ''}</dt><dd>{v.words}{#if v.example}<br /><code>{v.example}</code> <span class="quiet">{v.model}</span>{/if}</dd>{/each}</dl>
    {/if}
    {#if own}<h4>Fields</h4>{/if}
    <dl>{#each fields as f (f.name)}<dt><code>{f.name}</code>{f.needed ? ' (needed)' : ''}</dt><dd>{f.words ? `${f.words} ` : ''}<span class="quiet">({f.takes}{f.usual ? `; else ${f.usual}` : ''})</span>{#if f.example}<br /><code>{f.example}</code> <span class="quiet">{f.model}</span>{/if}</dd>{/each}</dl>
  {/if}
</details>

<style>
  details {
    margin: 12px 0;
    border-top: 1px solid var(--rule);
  }
  summary {
    min-height: 48px;
    padding-top: 12px;
    cursor: pointer;
  }
  h4 {
    margin: 8px 0 4px;
    font-size: 18px;
  }
  dl {
    display: grid;
    grid-template-columns: minmax(120px, 1fr) 3fr;
    gap: 6px 16px;
    margin: 0;
  }
  dd {
    margin: 0;
    overflow-wrap: anywhere;
  }
  code {
    font-family: 'B612 Mono', monospace;
    font-size: 16px;
  }
  @media (max-width: 700px) {
    dl {
      grid-template-columns: 1fr;
      gap: 2px;
    }
    dd {
      margin-bottom: 10px;
    }
  }
</style>
