<!-- A figure of space in SVG: where there is no WebGL, and on the shelf. -->
<script lang="ts">
  import type { Flat } from './flat';

  const { items }: { items: readonly Flat[] } = $props();
</script>

{#each items as item, i (i)}
  {#if item.kind === 'line'}
    <path class="solid {item.role}" d={item.d} stroke-width={item.w} />
  {:else if item.kind === 'shape'}
    <path class="solid filled {item.role}" class:pale={item.pale} d={item.d} />
  {:else}
    <circle class="solid filled {item.role}" cx={item.x} cy={item.y} r={item.r} />
  {/if}
{/each}

<style>
  .solid {
    fill: none;
    stroke: currentColor;
    stroke-linecap: round;
    color: var(--ink);
  }
  .filled {
    fill: currentColor;
    stroke: var(--color-base-100);
    stroke-width: 0.8;
  }
  .pale {
    fill-opacity: 0.16;
    stroke: none;
  }
  .tension,
  .solved {
    color: var(--solved);
  }
  .compression {
    color: var(--compression);
  }
  .idle,
  .thin,
  .assumed {
    color: var(--color-neutral);
  }
  .hold {
    color: color-mix(in oklab, var(--ink) 72%, var(--color-base-100));
  }
  .load {
    color: var(--ink);
  }
  .focus {
    color: var(--focus);
  }
  .faded {
    color: color-mix(in oklab, var(--ink) 20%, var(--color-base-100));
  }
  .shadow {
    color: color-mix(in oklab, var(--ink) 13%, var(--color-base-100));
  }
  .ground {
    color: var(--grid);
  }
  .ghost {
    color: var(--color-error);
  }
</style>
