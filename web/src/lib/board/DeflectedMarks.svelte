<!-- The deflected shape, many times as large as it is. -->
<script lang="ts">
  import type { Deflected } from '../api/types';
  import { enlarged } from './enlarged';
  import type { View } from './view';

  const { shape, view, lit }: { shape: Deflected; view: View; lit: (id: string) => boolean } = $props();
  const paths = $derived(enlarged(shape, view));
</script>

<g class="deflected" data-mark="deflected">
  {#each paths as path, i (i)}
    <polyline class:lit={lit(path.of)} points={path.points.map((p) => p.join()).join(' ')} />
  {/each}
</g>

<style>
  .deflected {
    pointer-events: none;
  }
  polyline {
    fill: none;
    stroke: var(--solved);
    stroke-width: 2.2;
    stroke-linejoin: round;
    stroke-linecap: round;
  }
  polyline.lit {
    stroke-width: 3.4;
  }
</style>
