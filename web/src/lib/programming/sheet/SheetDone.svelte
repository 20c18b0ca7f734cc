<!-- A sheet that is done: what stands now, what was looked for, what comes next. -->
<script lang="ts">
  import { post, type Sheet } from '../../api';
  import { keep } from '../../keeping/keep';
  import { shell } from '../../shell/state.svelte';
  import PutBack from './PutBack.svelte';
  import { navigate } from '../../../router';

  let { sheet }: { sheet: Sheet } = $props();

  let content = $derived(sheet.content);
  let looked = $derived(sheet.kind?.sought ?? null);
  let ofRadio = $derived(content.slot_text === '');
  let sought = $state('');
  let said = $state('');

  /** The tone or code found: noted for the slot, or on the way to the bench as the channel. */
  async function note(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (ofRadio) {
      keep('line', `${String(content.request.line).trim()} ${looked!.word === 'code' ? 'DCS ' : ''}${sought.trim().toUpperCase()}`);
      navigate('/');
      return;
    }
    try {
      await post(`/sheets/${sheet.id}/found`, { value: sought });
      said = `Noted for slot ${content.slot_text}.`;
    } catch (error) {
      said = shell.note(error);
    }
  }

  const rehearsal = (back: string): string => `${back.replace('/passes/', '/ride/')}${back.includes('?') ? '&' : '?'}rehearse=10`;
</script>

<h2 class="done">
  {#if ofRadio}{looked || content.goal_kind === 'tune' ? 'The channel is in the VFO; nothing is stored.' : 'It is set.'}{:else if content.parts?.length}{content.parts.length} channels are written and read back.{:else}Slot {content.slot_text} is {sheet.kind?.done ?? 'done'}.{/if}
</h2>
<p>Noted {ofRadio ? '' : `in the memory map of ${content.my_name} and `}in the work log.</p>
{#if looked}
  <form class="sought" onsubmit={note}>
    <label for="sought">Which {looked.word} did it stand still on?</label>
    <div class="acts"><input id="sought" class="field" bind:value={sought} maxlength="12" autocomplete="off" placeholder={looked.example} />
      <button type="submit" class="act" class:next={ofRadio} disabled={!sought.trim()}>{ofRadio ? 'Make it the channel' : 'Note it'}</button></div>
    {#if said}<p role="status">{said}</p>{/if}
  </form>
{/if}
{#if content.chain}
  <div class="acts">
    {#if content.chain.next}<a class="act next" href="/sheet/{content.chain.next}">Next: sheet {content.chain.number + 1} of {content.chain.of}</a>
    {:else}<a class="act next" href={content.chain.back.replace('/passes/', '/ride/')}>Ride the pass</a> <a class="act" href={rehearsal(content.chain.back)}>Rehearse it</a>{/if}
    <a class="act" href={content.chain.back}>To the pass</a>
  </div>
{/if}
<div class="acts"><a class="act" class:next={!content.chain} href="/radios/{content.radio_id}{ofRadio ? '' : `?slot=${content.goal.slot}`}">{ofRadio ? 'Show the radio' : 'Show the slot'}</a> <a class="act" href="/">Next channel</a></div>
{#if content.changes.length || content.put_back?.length}<PutBack radio={content.radio_id} changes={content.changes} left={content.put_back ?? []} />{/if}
{#if content.limits.length}
  <h3>What this radio cannot show or do</h3>
  <ul>{#each content.limits as limit, at (at)}<li>{limit}</li>{/each}</ul>
{/if}

<style>
  h2 {
    font-size: 28px;
    margin: 24px 0 12px;
  }
  .sought {
    margin: 12px 0 20px;
  }
  .sought .field {
    width: 140px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
</style>
