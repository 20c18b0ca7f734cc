<!-- Slips by kind, and what each did or would have done to the radio. -->
<script lang="ts">
  import type { Kind } from './run.svelte';

  let { kinds }: { kinds: Kind[] } = $props();
</script>

<table class="ruled">
  <thead><tr><th scope="col">Slips on the way</th><th scope="col" class="n">times</th><th scope="col">What came of it</th></tr></thead>
  <tbody>
    {#each kinds as k (k.kind)}<tr><td>{k.kind}</td><td class="n">{k.times}</td><td>{k.did.map((d) => d[0]!.toUpperCase() + d.slice(1)).join('; ')}</td></tr>{/each}
  </tbody>
</table>
