<!-- The channel as a worked sum, aligned on the decimal point, each line with its reason. -->
<script lang="ts">
  import type { SumLine } from '../../api';
  import Term from '../../shell/Term.svelte';
  import { TERMS } from '../../shell/words';

  let { lines }: { lines: SumLine[] } = $props();

  const parts = (value: string): [string, string] => {
    const at = value.indexOf('.');
    return at < 0 || !/^\d/.test(value) ? [value, ''] : [value.slice(0, at), value.slice(at)];
  };
</script>

<dl>
  {#each lines as line, at (at)}
    {@const [whole, decimals] = parts(line.value)}
    {@const number = /^[\d?]/.test(line.value)}
    <div class:sum={line.name === 'send' && line.why === 'the sum'}>
      <dt>{#if TERMS[line.name]}<Term name={line.name} />{:else}{line.name}{/if}</dt>
      <dd class="value">
        {#if number}<span class="sign">{line.sign || ' '}</span><span class="whole">{whole}</span><span class="decimals">{decimals}</span>
        {:else}<span class="word">{line.value}</span>{/if}
      </dd>
      <dd class="why">{line.why}</dd>
    </div>
  {/each}
</dl>

<style>
  dl {
    margin: 0;
  }
  dl > div {
    display: grid;
    grid-template-columns: 6em 12.5rem 1fr;
    align-items: center;
    gap: 0 16px;
    padding: 3px 0;
  }
  .sum .value {
    border-top: 3px solid var(--ink);
  }
  dt {
    font-size: 18px;
  }
  dd {
    margin: 0;
  }
  .value {
    display: grid;
    grid-template-columns: 1.2em 3.2ch 1fr;
    font-size: 32px;
    font-weight: 700;
    line-height: 1.25;
  }
  .whole {
    text-align: right;
  }
  .word {
    grid-column: 1 / -1;
    padding-left: 1.2em;
  }
  .why {
    font-size: 18px;
    color: var(--quiet);
  }
  @media (max-width: 700px) {
    dl > div {
      grid-template-columns: 5.2em 1fr;
      padding: 4px 0;
    }
    .value {
      font-size: 26px;
    }
    .why {
      grid-column: 1 / -1;
      font-size: 16px;
    }
  }
</style>
