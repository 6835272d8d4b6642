<!-- A support in textbook notation, standing upright and turned to where it faces. -->
<script lang="ts">
  import type { SupportSymbol } from './painted';

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
  {:else if symbol.shape === 'surface' || symbol.shape === 'rough'}
    <path d="M-26 5H26" class="ground" />
    {#if symbol.shape === 'rough'}
      <path d="M-24 5l4 5l4 -5l4 5l4 -5l4 5l4 -5l4 5l4 -5l4 5l4 -5l4 5l4 -5" class="ground" />
    {/if}
    <rect x="-26" y={symbol.shape === 'rough' ? 11 : 6} width="52" height="9" class="earth" />
  {:else if symbol.shape === 'guide'}
    <rect x="-13" y="4" width="26" height="12" class="body" />
    <circle cx="-7" cy="20" r="3.5" class="body" />
    <circle cx="7" cy="20" r="3.5" class="body" />
    <path d="M-22 24.5H22" class="ground" />
    <rect x="-22" y="25.5" width="44" height="8" class="earth" />
  {:else if symbol.shape === 'link' || symbol.shape === 'cable'}
    <path d="M0 4V34" class="ground" class:thin={symbol.shape === 'cable'} />
    {#if symbol.shape === 'link'}<circle cx="0" cy="34" r="4" class="body" />{/if}
    <path d="M-14 38H14" class="ground" />
    <rect x="-14" y="39" width="28" height="7" class="earth" />
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
  .thin {
    stroke-width: 1.4;
  }
  .earth {
    fill: url(#hatch);
  }
  .lit .body,
  .lit .ground {
    stroke: var(--focus);
  }
</style>
