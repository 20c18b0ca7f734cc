<!-- Over the network: the lead signs in; a volunteer is told to open their link. -->
<script lang="ts">
  import { Input } from 'flowbite-svelte';
  import { post } from '../api';
  import { recall } from '../keeping/keep';
  import { shell } from '../shell/state.svelte';

  const own = recall<string | null>('own link', null);
  let passphrase = $state('');
  let trouble = $state('');
  let busy = $state(false);

  async function signIn(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    busy = true;
    trouble = '';
    try {
      await post('/session', { passphrase });
      location.reload();
    } catch (error) {
      trouble = shell.note(error);
      passphrase = '';
    } finally {
      busy = false;
    }
  }
</script>

<main>
  <p class="mark">Vocator</p>
  {#if own}
    <a class="go" href={own}><b>To your sheets</b><span>by the link that was opened here last</span></a>
  {/if}
  <h1>{shell.who === 'volunteer' ? 'This belongs to the lead' : 'Who is it?'}</h1>
  <p>A volunteer: open the link or scan the code that the lead gave you. It opens your own sheets, without a passphrase.</p>
  {#if shell.passphraseSet}
    <form onsubmit={signIn}>
      <label for="passphrase">The lead: passphrase</label>
      <Input id="passphrase" class="field" type="password" autocomplete="current-password" bind:value={passphrase} />
      {#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}
      <button type="submit" class="act next" disabled={busy || !passphrase}>Sign in for 12 hours</button>
    </form>
  {:else}
    <p class="caution">The lead's pages are shut: no passphrase is set yet. Set one in Station, on the machine that Vocator runs on.</p>
  {/if}
</main>

<style>
  main {
    max-width: 520px;
    margin: 0 auto;
    padding: 24px 20px;
  }
  .mark {
    margin: -24px -20px 24px;
    padding: 14px 20px;
    border-bottom: 3px solid var(--ink);
    font-weight: 700;
    font-size: 20px;
  }
  h1 {
    margin: 0 0 8px;
    font-size: 28px;
  }
  form {
    display: grid;
    gap: 10px;
    margin-top: 20px;
  }
  .go {
    display: grid;
    gap: 2px;
    margin-bottom: 28px;
    padding: 14px 16px;
    background: var(--ink);
    color: var(--ground);
    text-decoration: none;
    font-size: 22px;
  }
  .go span {
    font-size: 16px;
  }
</style>
