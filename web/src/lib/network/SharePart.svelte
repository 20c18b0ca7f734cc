<!-- How phones in the same network reach this server: its address, its certificate's fingerprint, the lead's passphrase. -->
<script lang="ts">
  import { Input } from 'flowbite-svelte';
  import { onMount } from 'svelte';
  import { get, put, type Schemas } from '../api';
  import { shell } from '../shell/state.svelte';

  let sharing = $state<Schemas['SharingShape'] | null>(null);
  let passphrase = $state('');
  let said = $state('');
  let trouble = $state('');

  onMount(() => void load());

  async function load(): Promise<void> {
    try {
      sharing = await get<Schemas['SharingShape']>('/sharing');
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  async function keepIt(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    try {
      await put('/passphrase', { passphrase });
      said = 'Kept. Whoever was signed in must sign in again.';
      trouble = passphrase = '';
      await load();
    } catch (error) {
      trouble = shell.note(error);
    }
  }

  let pairs = $derived(sharing?.fingerprint?.split(':') ?? []);
  let rows = $derived([0, 8, 16, 24].map((at) => pairs.slice(at, at + 8).join(' ')));
</script>

<section>
  <div>
  <h2>Phones in the same network</h2>
  {#if sharing?.url}
    <p class="address"><b>{sharing.url}</b></p>
    <p>SHA-256 fingerprint of this server's own certificate, good until {sharing.expires_utc?.slice(0, 10)}:</p>
    <p class="print">{#each rows as row (row)}<span>{row}</span>{/each}</p>
    <ol>
      <li>Join the same network and open a volunteer's link, or the address above.</li>
      <li>The browser warns, since nobody else vouches for this certificate. Open its details there.</li>
      <li>Go on only if the fingerprint is the one above; else somebody stands in between.</li>
    </ol>
  {:else}
    <p>Only this machine reaches Vocator now. Stop it and start it with <code>./start --share</code>: phones in the same network can then open volunteers' links, over TLS.</p>
  {/if}
  </div>
  <form onsubmit={keepIt}>
    <label for="leadpass">Passphrase for the lead's pages over the network {sharing?.passphrase_set ? '(one is set)' : '(none is set: they are shut)'}</label>
    <Input id="leadpass" class="field" type="password" autocomplete="new-password" bind:value={passphrase} placeholder="at least 12 characters" />
    {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
    <button type="submit" class="act" disabled={!passphrase}>Keep this passphrase</button>
    {#if said}<p role="status">{said}</p>{/if}
  </form>
</section>

<style>
  section {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    gap: 8px 40px;
    margin-top: 24px;
    padding-top: 10px;
    border-top: 3px solid var(--ink);
  }
  ol {
    margin: 0;
    padding-left: 1.4em;
    list-style: decimal;
  }
  h2 {
    font-size: 20px;
    margin: 0 0 8px;
  }
  .address {
    font-size: 22px;
    margin: 0 0 8px;
    overflow-wrap: anywhere;
  }
  .print {
    display: grid;
    font-family: var(--mono, monospace);
    font-size: 18px;
    margin: 0 0 12px;
  }
  form {
    display: grid;
    gap: 8px;
    align-content: start;
    max-width: 460px;
  }
</style>
