<!-- Repeaters near the station, from the listing as it is kept here: one tap puts one into the line. -->
<script lang="ts">
  import { get, post, type Schemas } from '../../api';
  import { keep, recall } from '../../keeping/keep';
  import { shell } from '../../shell/state.svelte';

  let { take }: { take: (near: Schemas['ListedShape']) => void } = $props();

  const SHOWN = 6;
  let listing = $state.raw<Schemas['ListingShape'] | null>(recall('near', null));
  let band = $state('');
  let all = $state(false);

  let asking = $state(false);
  let trouble = $state('');
  let query = $derived(shell.station?.latitude_deg == null || shell.station.longitude_deg == null ? '' : `latitude_deg=${shell.station.latitude_deg}&longitude_deg=${shell.station.longitude_deg}`);

  $effect(() => {
    if (query) void load(query);
  });

  async function load(at: string): Promise<void> {
    try {
      listing = await get<Schemas['ListingShape']>(`/repeaters?${at}`);
      keep('near', listing);
    } catch (error) {
      shell.note(error);
    }
  }

  /** The listing is asked for; without its service what is kept stays. */
  async function ask(): Promise<void> {
    asking = true;
    trouble = '';
    try {
      await post(`/repeaters/fetch?${query}`, {});
      await load(query);
    } catch (error) {
      trouble = shell.note(error);
    } finally {
      asking = false;
    }
  }

  let bands = $derived([...new Set((listing?.repeaters ?? []).map((r) => r.band).filter(Boolean))]);
  let fitting = $derived((listing?.repeaters ?? []).filter((r) => !band || r.band === band));
  let days = $derived(listing?.fetched_at ? Math.floor((Date.now() - Date.parse(listing.fetched_at)) / 86_400_000) : 0);
</script>

{#if listing?.repeaters.length}
  <section aria-label="Repeaters near the station">
    <h2>Near you <span class="quiet">listing of {days === 0 ? 'today' : `${days} day${days === 1 ? '' : 's'} ago`}</span></h2>
    {#if bands.length > 1}
      <div class="acts" role="group" aria-label="Band">
        {#each ['', ...bands] as one (one)}<button type="button" class="act plain" aria-pressed={band === one} onclick={() => (band = one)}>{one || 'all'}</button>{/each}
      </div>
    {/if}
    <ul>
      {#each fitting.slice(0, all ? undefined : SHOWN) as r (r.id)}
        <li><button type="button" onclick={() => take(r)}>
          <b>{r.name}</b> <span class="line">{r.line}</span>
          <span class="far">{r.distance_km.toFixed(0)} km · {r.bearing_deg}°{r.state && !r.state.startsWith('on') ? ` · ${r.state}` : ''}</span>
        </button></li>
      {/each}
    </ul>
    {#if !all && fitting.length > SHOWN}<button type="button" class="act plain" onclick={() => (all = true)}>{fitting.length - SHOWN} more</button>{/if}
  </section>
{:else if query && listing}
  <section>
    <button type="button" class="act" disabled={asking} onclick={ask}>{asking ? 'Asking…' : 'Repeaters near you: ask the listing service'}</button>
    {#if trouble}<p role="alert">{trouble}</p>{/if}
  </section>
{/if}

<style>
  section {
    margin-top: 28px;
  }
  h2 {
    margin: 0 0 6px;
    font-size: 20px;
  }
  h2 span {
    font-weight: 400;
    font-size: 16px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
  }
  [aria-pressed='true'] {
    font-weight: 700;
    text-decoration: underline;
  }
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li button {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 14px;
    align-items: baseline;
    width: 100%;
    min-height: 48px;
    padding: 8px 0;
    background: none;
    border: 0;
    border-top: 1px solid var(--rule);
    color: var(--ink);
    font: inherit;
    text-align: left;
    cursor: pointer;
  }
  .line {
    flex: 1 1 12em;
  }
  .far {
    font-variant-numeric: tabular-nums;
  }
</style>
