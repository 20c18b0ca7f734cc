<!-- One thing to press on the radio. -->
<script lang="ts">
  import type { Cap } from '../../api';

  let { cap, small = false }: { cap: Cap; small?: boolean } = $props();
</script>

<span class="press" class:small>
  {#if cap.held}
    <span class="key held">{cap.held}<small>keep down</small></span><span class="joint" aria-hidden="true">+</span>
  {/if}
  {#if cap.kind === 'digits'}
    <span class="digits">
      {#each [...cap.key] as digit, at (at)}<span class="key digit">{digit}</span>{/each}
    </span>
  {:else if cap.kind === 'turn'}
    <span class="knob" class:back={cap.way === '−'}>
      <svg viewBox="0 0 48 48" aria-hidden="true">
        <circle cx="24" cy="24" r="17" />
        <path d={cap.way === '−' ? 'M10 15A17 17 0 0 1 34 10' : 'M14 10A17 17 0 0 1 38 15'} class="arc" />
        <path d={cap.way === '−' ? 'M6 22L8 10L17 17Z' : 'M42 22L40 10L31 17Z'} class="tip" />
      </svg>
      <span class="name">{cap.key}</span>
    </span>
  {:else if cap.kind === 'hold'}
    <span class="key hold">{cap.key}<small>hold {cap.seconds} s</small><i aria-hidden="true"></i></span>
  {:else if cap.kind === 'touch'}
    <span class="glasskey">{cap.key}<small>{cap.seconds ? `keep touching ${cap.seconds} s` : 'touch'}</small></span>
  {:else if cap.kind === 'type'}
    <span class="glasskey typed">{cap.key}<small>type</small></span>
  {:else if cap.kind === 'wait'}
    <span class="wait">wait {cap.seconds} s</span>
  {:else}
    <span class="key">{cap.key}</span>
  {/if}
  {#if cap.until}<span class="until"><span class="word">until</span> <b>{cap.until}</b></span>{/if}
</span>

<style>
  .press {
    display: inline-flex;
    align-items: center;
    gap: 8px;
    font-size: 28px;
  }
  .small {
    font-size: 18px;
  }
  .key {
    display: inline-grid;
    place-items: center;
    position: relative;
    min-width: 1.2em;
    min-height: 1.5em;
    padding: 0.2em 0.45em;
    background: var(--cap);
    color: var(--cap-ink);
    border: 2px solid var(--cap-edge);
    border-bottom: 6px solid var(--cap-side);
    border-radius: 10px;
    font-weight: 700;
    line-height: 1.1;
    overflow: hidden;
  }
  .key small {
    font-size: 16px;
    font-weight: 400;
    white-space: nowrap;
  }
  .glasskey {
    display: inline-grid;
    place-items: center;
    min-width: 1.2em;
    min-height: 1.5em;
    padding: 0.2em 0.45em;
    background: var(--glass);
    color: var(--glass-ink);
    border: 3px solid var(--glass-ink);
    font-weight: 700;
    line-height: 1.1;
  }
  .glasskey small {
    font-size: 16px;
    font-weight: 400;
    white-space: nowrap;
  }
  .typed {
    border-style: dashed;
  }
  .hold i {
    position: absolute;
    left: 0;
    bottom: 0;
    height: 5px;
    width: 100%;
    background: var(--cap-ink);
  }
  .digits {
    display: inline-flex;
    gap: 4px;
    flex-wrap: wrap;
  }
  .digit {
    padding: 0.2em 0.3em;
  }
  .knob {
    display: inline-grid;
    justify-items: center;
    font-size: 16px;
    font-weight: 700;
  }
  .knob svg {
    width: 2.4em;
    height: 2.4em;
    font-size: 28px;
    fill: none;
    stroke: var(--ink);
  }
  .small .knob svg {
    font-size: 17px;
  }
  circle {
    stroke-width: 7;
    stroke: var(--cap);
    fill: var(--raised);
  }
:global([data-theme='night']) circle {
    stroke: var(--cap-edge);
  }
  .arc {
    stroke-width: 3;
    stroke: var(--cap-ink);
  }
  .tip {
    fill: var(--ink);
    stroke: none;
  }
  .until {
    white-space: nowrap;
  }
  .until .word {
    font-size: 16px;
    color: var(--quiet);
  }
  .wait {
    border: 3px dashed var(--ink);
    padding: 0.2em 0.5em;
    font-weight: 700;
  }
  .joint {
    font-weight: 700;
  }
  @media print {
    .knob {
      grid-auto-flow: column;
      align-items: center;
    }
    .small .knob svg {
      width: 1.7em;
      height: 1.7em;
    }
    circle {
      stroke: none;
    }
  }
</style>
