<!-- Repeaters near a post, from the listing as it is kept here; asked anew on demand. -->
<script lang="ts">
  import { get, post, type Schemas } from '../api';
  import { shell } from '../shell/state.svelte';

  type Near = { name: string; at: { latitude_deg: number; longitude_deg: number } };
  let { near, planned, onadd }: { near: Near | null; planned: string[]; onadd: (r: Schemas['ListedShape']) => void } = $props();

  let listing = $state.raw<Schemas['ListingShape'] | null>(null);
  let told = $state('');
  let query = $derived(`latitude_deg=${near?.at.latitude_deg ?? shell.station?.latitude_deg ?? 0}&longitude_deg=${near?.at.longitude_deg ?? shell.station?.longitude_deg ?? 0}`);

  async function ask(): Promise<void> {
    try {
      const got = await post<Schemas['FetchedListing']>(`/repeaters/fetch?${query}`, {});
      told = got.changes.length ? `Changed since: ${got.changes.join('; ')}.` : `${got.listed} listed, nothing changed.`;
    } catch (error) {
      told = shell.note(error);
    }
    await load();
  }

  async function load(): Promise<void> {
    try {
      listing = await get<Schemas['ListingShape']>(`/repeaters?${query}`);
    } catch (error) {
      told = shell.note(error);
    }
  }

  $effect(() => {
    if (query) void load();
  });
</script>

<section>
  <h2>Repeaters near {near?.name ?? 'here'}</h2>
  <div class="acts"><button type="button" class="act" onclick={ask}>Ask the listing service</button>
    <span role="status">{told}{listing?.fetched_at ? ` Fetched ${new Date(listing.fetched_at).toLocaleString('en-GB')}.` : ''}</span></div>
  {#if listing?.repeaters.length}
    <table class="ruled"><thead><tr><th scope="col">Name</th><th scope="col">Line</th><th scope="col" class="n">km</th><th scope="col" class="n">bearing</th><th scope="col">state</th><td></td></tr></thead>
      <tbody>
        {#each listing.repeaters.slice(0, 40) as r (r.id)}
          <tr><td><b>{r.name}</b>{r.change ? `, ${r.change}` : ''}</td><td>{r.line}</td><td class="n">{r.distance_km.toFixed(1)}</td><td class="n">{r.bearing_deg}°</td><td>{r.state}</td>
            <td>{#if planned.includes(r.id)}in the plan{:else}<button type="button" class="act" aria-label="Add {r.name}" onclick={() => onadd(r)}>Add</button>{/if}</td></tr>
        {/each}
      </tbody></table>
  {:else if listing}<p>Nothing is kept yet: ask the listing service.</p>{/if}
</section>

<style>
  section {
    border-top: 3px solid var(--ink);
    margin-top: 16px;
    padding-top: 10px;
  }
  h2 {
    font-size: 20px;
    margin: 0 0 8px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  table {
    margin: 10px 0;
  }
</style>
