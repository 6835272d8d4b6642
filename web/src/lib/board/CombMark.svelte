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
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<g class="comb" class:lit class:behind data-mark={comb.id} onpointerenter={enter} onpointerleave={leave}>
  <polyline points={comb.outline.map((p) => p.join()).join(' ')} />
  {#each comb.teeth as t, i (i)}
    {@const d = unit(sub(t.head, t.tail))}
    <line x1={t.tail[0]} y1={t.tail[1]} x2={t.head[0] - d[0] * 4} y2={t.head[1] - d[1] * 4} />
    <path
      class="tooth"
      d="M{t.head[0]} {t.head[1]}L{t.head[0] - d[0] * 7 - d[1] * 3} {t.head[1] - d[1] * 7 + d[0] * 3}L{t
        .head[0] -
        d[0] * 7 +
        d[1] * 3} {t.head[1] - d[1] * 7 - d[0] * 3}Z"
    />
  {/each}
</g>

<style>
  polyline {
    fill: color-mix(in oklab, var(--given) 5%, transparent);
  }
  polyline,
  line {
    stroke: var(--given);
    stroke-width: 1.3;
  }
  .tooth {
    fill: var(--given);
  }
  .behind {
    opacity: 0.5;
  }
  .lit {
    opacity: 1;
  }
  .lit polyline,
  .lit line {
    stroke: var(--focus);
  }
  .lit .tooth {
    fill: var(--focus);
  }
</style>
