<!-- A support in textbook notation, standing upright and turned to where it faces. -->
<script lang="ts">
  import type { SupportSymbol } from './layout';

  const { symbol, ghost, lit }: { symbol: SupportSymbol; ghost: boolean; lit: boolean } = $props();
</script>

<g
  class="support"
  class:ghost
  class:lit
  transform="translate({symbol.at[0]} {symbol.at[1]}) rotate({symbol.turned})"
  data-mark={symbol.id}
>
  {#if symbol.shape === 'fixed'}
    <path d="M-26 5H26" class="ground" />
    <rect x="-26" y="6" width="52" height="9" class="earth" />
  {:else}
    <path d="M0 3L-14 25H14Z" class="body" />
    {#if symbol.shape === 'pin'}
      <path d="M-22 25H22" class="ground" />
      <rect x="-22" y="26" width="44" height="9" class="earth" />
    {:else}
      <circle cx="-8" cy="29.5" r="4" class="body" />
      <circle cx="8" cy="29.5" r="4" class="body" />
      <path d="M-22 34.5H22" class="ground" />
      <rect x="-22" y="35.5" width="44" height="7" class="earth" />
    {/if}
  {/if}
</g>

<style>
  .support {
    transition: opacity 300ms;
  }
  .ghost {
    opacity: 0.13;
  }
  .body {
    fill: var(--color-base-100);
    stroke: var(--ink);
    stroke-width: 2;
    stroke-linejoin: round;
  }
  .ground {
    stroke: var(--ink);
    stroke-width: 2;
    stroke-linecap: round;
  }
  .earth {
    fill: url(#hatch);
  }
  .lit .body,
  .lit .ground {
    stroke: var(--focus);
  }
</style>
