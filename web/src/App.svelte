<script lang="ts">
  import { Toast } from 'flowbite-svelte';
  import { onMount } from 'svelte';
  import { Router } from 'sv-router';
  import { remove } from './lib/api';
  import { field } from './lib/network/field.svelte';
  import Dialog from './lib/shell/Dialog.svelte';
  import SignIn from './lib/network/SignIn.svelte';
  import { newer } from './lib/shell/newer.svelte';
  import { shell } from './lib/shell/state.svelte';
  import { navigate, route } from './router';

  const PLACES = [
    ['/', 'Bench', 'b'],
    ['/radios', 'Radios', 'r'],
    ['/twin', 'Twin', 't'],
    ['/drill', 'Drill', 'd'],
    ['/passes', 'Passes', 'p'],
    ['/outing', 'Outing', 'o'],
    ['/log', 'Log', 'l'],
    ['/station', 'Station', 's'],
  ] as const;

  const KEYS = [
    ['/', 'to the listing line'],
    ['j or space', 'step done, next'],
    ['k', 'step back'],
    ['e', 'it shows something else'],
    ['r', 'read the step aloud'],
    ['t', 'the twin'],
    ['g then b, r, t, d, p, o, l, s', 'to bench, radios, twin, drill, passes, outing, log, station'],
    ['?', 'this list'],
  ] as const;

  let keys = $state(false);
  let going = false;
  let opened = $state(0);

  onMount(() => {
    void shell.askWho().then(() => {
      if (shell.who === 'lead') void shell.loadStation();
      if (shell.who === 'lead' && !/^\/(sheet|ride)\//.test(location.pathname)) void field.renew();
      return shell.send();
    });
    shell.moved = (radios) => {
      const [, place, id] = route.pathname.split('/');
      if (place === 'radios' && id && radios[id]) navigate(`/radios/${radios[id]}`);
      else if (Object.keys(radios).length && place !== 'ride') opened += 1;
    };
    return shell.watch();
  });

  async function leave(): Promise<void> {
    try {
      await remove('/session');
    } catch (error) {
      shell.say(shell.note(error));
    }
    location.assign('/');
  }

  function onkeydown(event: KeyboardEvent): void {
    const at = event.target as HTMLElement;
    if (!shell.shortcuts || event.ctrlKey || event.metaKey || event.altKey || at.matches('input, textarea, select')) return;
    if (going) {
      going = false;
      const place = PLACES.find(([, , key]) => key === event.key);
      if (place) {
        event.preventDefault();
        event.stopPropagation();
        navigate(place[0]);
      }
    } else if (event.key === 'g') going = true;
    else if (event.key === '?') keys = true;
    else if (event.key === '/') {
      event.preventDefault();
      navigate('/');
      window.setTimeout(() => document.getElementById('listing')?.focus(), 50);
    }
  }

  /** On a phone the bar lies under the thumb and holds these; the others are behind *More*. */
  const BY_THUMB: readonly string[] = ['/', '/radios', '/passes', '/outing'];
  let more = $state(false);
  const isHere = (path: string): boolean => route.pathname === path || (path !== '/' && route.pathname.startsWith(path));
  $effect(() => {
    if (route.pathname) more = false;
    shell.fault = '';
  });

  let onSheet = $derived(route.pathname.startsWith('/sheet/'));
  let shut = $derived(shell.who !== 'lead' && !route.pathname.startsWith('/v/') && !(shell.who === 'volunteer' && onSheet));
  let riding = $derived(route.pathname.startsWith('/ride/') || route.pathname.startsWith('/v/') || shell.who !== 'lead');
  const AWAY = { ok: '', server: 'The server does not answer.', store: 'The store does not answer.', disk: 'The disk of the machine that Vocator runs on is full: make room there.' };
</script>

<svelte:window onkeydowncapture={onkeydown} />

<nav class:onsheet={onSheet} class:riding class:open={more} aria-label="Places">
  <span class="mark">Vocator</span>
  {#each PLACES as [path, words] (path)}
    <a href={path} class:rest={!BY_THUMB.includes(path)} aria-current={isHere(path) ? 'page' : undefined}>{words}</a>
  {/each}
  <button type="button" class="more" class:within={!more && PLACES.some(([path]) => !BY_THUMB.includes(path) && isHere(path))} aria-expanded={more} onclick={() => (more = !more)}>{more ? 'Less' : 'More'}</button>
  {#if shell.fenced}<button type="button" class="keys" onclick={leave}>Sign out</button>{/if}
  <button type="button" class="keys" onclick={() => (keys = true)} aria-label="List of keys">?</button>
</nav>

{#if field.away}
  <p class="away here" role="status">
    <b>No server: this device answers.</b>
    {#if field.stage !== 'ready'}The heart is starting, some seconds.{:else if field.waits}What you do is kept here, and told when it is back.{/if}
  </p>
{:else if shell.reach !== 'ok'}
  <p class="away caution" role="status">
    <b>{AWAY[shell.reach]}</b>
    A sheet that is open goes on; ticks are kept here{shell.queue.length ? ` (${shell.queue.length} waiting)` : ''} and sent when it is back.
  </p>
{/if}

{#if shell.fault}
  <p class="away caution newer" role="alert">
    <span><b>{shell.fault}</b> Nothing typed here is lost. Try again; whoever keeps the server finds it by that reference.</span>
    <button type="button" class="act" onclick={() => (shell.fault = '')}>Close</button>
  </p>
{/if}

{#if newer.words}
  <p class="away caution newer" role="status">
    <span><b>{newer.words}</b> Ticks, contacts and the line that you typed are kept.</span>
    <button type="button" class="act" onclick={() => newer.reload()}>Reload</button>
  </p>
{/if}

{#if shut}<SignIn />{:else}{#key `${route.pathname} ${opened}`}<Router />{/key}{/if}

{#if shell.message}<div class="toast"><Toast dismissable={false} class="paper-toast">{shell.message}</Toast></div>{/if}

<Dialog bind:open={keys} title="Keys">
  <dl>
    {#each KEYS as [key, words] (key)}<div><dt>{key}</dt><dd>{words}</dd></div>{/each}
  </dl>
  <p>They rest while you type and inside the twin (Esc leaves it). They can be switched off in Station.</p>
</Dialog>

<style>
  nav {
    display: flex;
    align-items: stretch;
    gap: 4px;
    max-width: 1280px;
    margin: 0 auto;
    padding: 0 20px;
    min-height: 56px;
    box-sizing: border-box;
    border-bottom: 3px solid var(--ink);
  }
  .mark {
    align-self: center;
    margin-right: auto;
    font-weight: 700;
    letter-spacing: 0.02em;
    font-size: 20px;
  }
  nav a,
  .keys {
    display: inline-flex;
    align-items: center;
    min-width: 48px;
    justify-content: center;
    padding: 0 14px;
    background: none;
    border: 0;
    color: var(--ink);
    font: inherit;
    text-decoration: none;
    cursor: pointer;
  }
  nav a[aria-current] {
    background: var(--ink);
    color: var(--ground);
    font-weight: 700;
  }
  .away {
    max-width: 1240px;
    margin: 8px auto 0;
  }
  .here {
    padding: 6px 20px;
    border-bottom: 1px solid var(--rule);
  }
  .newer {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 16px;
  }
  .toast {
    position: fixed;
    z-index: 60;
    left: 50%;
    bottom: 100px;
    transform: translateX(-50%);
  }
  :global(.paper-toast) {
    background: var(--ink) !important;
    color: var(--ground) !important;
    border-radius: 0 !important;
  }
  dl > div {
    display: grid;
    grid-template-columns: 11em 1fr;
    padding: 6px 0;
    border-top: 1px solid var(--rule);
  }
  dt {
    font-weight: 700;
  }
  dd {
    margin: 0;
  }
  .more {
    display: none;
  }
  @media (max-width: 700px) {
    nav {
      position: fixed;
      z-index: 40;
      left: 0;
      right: 0;
      bottom: 0;
      flex-wrap: wrap;
      padding: 0 0 env(safe-area-inset-bottom);
      gap: 0;
      border-bottom: 0;
      border-top: 3px solid var(--ink);
      background: var(--ground);
    }
    nav a,
    .more {
      display: inline-flex;
      flex: 1 1 20%;
      align-items: center;
      justify-content: center;
      min-height: 56px;
      padding: 0 4px;
    }
    .more {
      order: 2;
      background: none;
      border: 0;
      color: var(--ink);
      font: inherit;
    }
    .more.within {
      background: var(--ink);
      color: var(--ground);
      font-weight: 700;
    }
    nav a {
      order: 2;
    }
    nav a.rest {
      display: none;
    }
    nav.open a.rest {
      display: inline-flex;
      order: 1;
      flex-basis: 25%;
      border-bottom: 1px solid var(--rule);
    }
    .mark,
    .keys {
      display: none;
    }
    nav.onsheet {
      display: none;
    }
    :global(body:has(nav:not(.onsheet, .riding))) {
      --places: 59px; /* what stands over the bottom: what sticks there stands above it */
      padding-bottom: 72px;
    }
  }
  nav.riding {
    display: none;
  }
</style>
