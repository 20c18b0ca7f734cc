<!-- The outing as files: from the server in every form, from this device the one that can be taken again. -->
<script lang="ts">
  import { answersHere, get, saveText } from '../api';
  import { shell } from '../shell/state.svelte';

  let { outing }: { outing: number } = $props();

  async function give(): Promise<void> {
    await get<{ text: string }>(`/outings/${outing}/file`).then(({ text }) => saveText(text, 'outing.json'), shell.note);
  }
</script>

{#if answersHere()}
  <button type="button" class="act plain" onclick={give}>Give it as a file</button>
{:else}
  <a class="act plain" href="/api/outings/{outing}/export.csv" download>CSV</a>
  <a class="act plain" href="/api/outings/{outing}/export.json" download>JSON</a>
  <a class="act plain" href="/api/outings/{outing}/export.geojson" download>GeoJSON</a>
  <a class="act plain" href="/api/outings/{outing}/export.gpx" download>GPX</a>
{/if}
