<!-- A distributed load: its outline and its teeth, to scale along the member. -->
<script lang="ts">
  import type { Comb } from './painted';
  import { sub, unit } from './vec';

  interface Props {
    comb: Comb;
    lit: boolean;
    /** Its resultant is what counts now. */
    behind: boolean;
    enter: () => void;
    leave: () => void;
  }
  const { comb, lit, behind, enter, leave }: Props = $props();

  // Two paths for all teeth: a load has dozens of them, and all change together.
  const shafts = $derived(
    comb.teeth
      .map(({ tail, head }) => {
        const d = unit(sub(head, tail));
        return `M${tail[0]} ${tail[1]}L${head[0] - d[0] * 4} ${head[1] - d[1] * 4}`;
      })
      .join(''),
  );
  const heads = $derived(
    comb.teeth
      .map(({ tail, head }) => {
        const [dx, dy] = unit(sub(head, tail));
        const [x, y] = [head[0] - dx * 7, head[1] - dy * 7];
        return `M${head[0]} ${head[1]}L${x - dy * 3} ${y + dx * 3}L${x + dy * 3} ${y - dx * 3}Z`;
      })
      .join(''),
  );
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<g class="comb" class:lit class:behind data-mark={comb.id} onpointerenter={enter} onpointerleave={leave}>
  <polyline points={comb.outline.map((p) => p.join()).join(' ')} />
  <path class="teeth" d={shafts} />
  <path class="heads" d={heads} />
</g>

<style>
  polyline {
    fill: color-mix(in oklab, var(--given) 5%, transparent);
  }
  polyline,
  .teeth {
    stroke: var(--given);
    stroke-width: 1.3;
  }
  .heads {
    fill: var(--given);
  }
  .behind {
    opacity: 0.5;
  }
  .lit {
    opacity: 1;
  }
  .lit polyline,
  .lit .teeth {
    stroke: var(--focus);
  }
  .lit .heads {
    fill: var(--focus);
  }
</style>
