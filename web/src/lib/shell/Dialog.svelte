<!-- A dialog on paper: Flowbite's, without its own looks. -->
<script lang="ts">
  import { Modal } from 'flowbite-svelte';
  import type { Snippet } from 'svelte';

  let { open = $bindable(false), title, children }: { open: boolean; title: string; children: Snippet } = $props();

  // The browser tells of a dialog's closing only after it has left the page; what is open by then is another one.
  let gone = false;
  function set(next: boolean): void {
    if (!gone) open = next;
    gone = false;
  }
</script>

<Modal
  bind:open={() => open, set}
  ontoggle={(event) => (gone = !event.currentTarget.isConnected)}
  {title}
  aria-label={title}
  class="paper"
  classes={{ header: 'paper-head', body: 'paper-body' }}
  size="md"
>
  {@render children()}
</Modal>

<style>
  :global(dialog.paper) {
    background: var(--ground) !important;
    color: var(--ink) !important;
    border: 3px solid var(--ink) !important;
    border-radius: 0 !important;
    margin: auto;
  }
  :global(dialog.paper *) {
    color: inherit;
    border-radius: 0;
  }
  :global(dialog.paper .act.next) {
    color: var(--on-next);
  }
  :global(dialog.paper .paper-head) {
    border-bottom: 3px solid var(--ink) !important;
    padding: 6px 20px !important;
  }
  :global(dialog.paper .paper-head h3) {
    font-size: 22px;
    font-weight: 700;
    color: var(--ink) !important;
  }
  :global(dialog.paper button[aria-label='Close']) {
    min-width: 48px;
    min-height: 48px;
    color: var(--ink) !important;
    background: none !important;
  }
  :global(dialog.paper::backdrop) {
    background: color-mix(in srgb, var(--ground) 70%, transparent) !important;
  }
</style>
