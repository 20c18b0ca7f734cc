<!-- A person's new link, and what goes to their phone without any network. -->
<script lang="ts">
  import { post, saveFile, type Schemas } from '../api';
  import ShowCodes from '../network/ShowCodes.svelte';
  import Dialog from '../shell/Dialog.svelte';
  import { shell } from '../shell/state.svelte';

  type Given = Schemas['LinkShape'] & { person: { id: string; name: string } };
  let { outing, given = $bindable(null), onmade }: { outing: number; given: Given | null; onmade: () => Promise<void> } = $props();
  let kitFile = $state('');
  let trouble = $state('');

  function close(): void {
    given = null;
    kitFile = trouble = '';
  }

  /** A person's radio and sheets for a phone that has no server. */
  async function handOver(id: string, how: 'codes' | 'file'): Promise<void> {
    const path = `/outings/${outing}/people/${id}/kit`;
    try {
      if (how === 'codes') kitFile = JSON.stringify(await post(path, {}));
      else await saveFile(path, `vocator-${id}.json`);
      trouble = '';
      await onmade();
    } catch (error) {
      trouble = shell.note(error);
    }
  }
</script>

<Dialog bind:open={() => given !== null, (v) => { if (!v) close(); }} title={kitFile ? `Codes for the kit of ${given?.person.name}` : `Link for ${given?.person.name}`}>
  {#if given && kitFile}<ShowCodes text={kitFile} />
  {:else if given}
    {@const { path, url, person } = given}
    <p>It opens their own sheets, nothing else, for 30 days. Earlier links of {person.name} do not work any more.</p>
    <img src="/api/volunteer/{path.slice(3)}/qr.svg" alt="The link as a QR code" width="220" height="220" />
    <p><a href={path}>{url}</a></p>
    {#if url.startsWith('https:')}
      <p class="quiet">A phone in the same network opens it. It warns once; Station shows the fingerprint to compare.</p>
    {:else}
      <p class="quiet">This server answers on this machine only. To let phones in: ./start --share.</p>
    {/if}
    <h3>Without any network</h3>
    <p>Their radio, channels and sheets for a field kit on their phone, nothing of the others.</p>
    <div class="acts"><button type="button" class="act" onclick={() => void handOver(person.id, 'codes')}>Show it as codes</button><button type="button" class="act" onclick={() => void handOver(person.id, 'file')}>As a file</button></div>
    {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
  {/if}
</Dialog>

<style>
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
</style>
