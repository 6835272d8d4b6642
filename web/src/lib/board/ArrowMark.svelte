<!-- One arrow, turning about its middle. Roles differ by line first: assumed is dashed with an open head, found is heavy. -->
<script lang="ts">
  import type { Arrow } from './painted';

  const { arrow, lit, enter, leave }: { arrow: Arrow; lit: boolean; enter: () => void; leave: () => void } =
    $props();
  const half = $derived(arrow.length / 2);
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<g
  class="arrow {arrow.role}"
  class:lit
  style:transform="translate({arrow.middle[0]}px, {arrow.middle[1]}px) rotate({arrow.angle}deg)"
  data-mark={arrow.id}
  onpointerenter={enter}
  onpointerleave={leave}
>
  <line x1={-half} x2={half} class="halo" />
  <line x1={-half} x2={half - 9} class="shaft" />
  <path d="M{half} 0L{half - 13} -5.2L{half - 10} 0L{half - 13} 5.2Z" class="head" />
</g>

<style>
  .arrow {
    transition: transform 420ms cubic-bezier(0.3, 0.9, 0.3, 1);
    color: var(--given);
  }
  .shaft {
    stroke: currentColor;
    stroke-width: 2.4;
  }
  .head {
    fill: currentColor;
    stroke: currentColor;
    stroke-width: 1.4;
    stroke-linejoin: round;
  }
  .halo {
    stroke: transparent;
    stroke-width: 18;
    stroke-linecap: round;
  }
  .assumed {
    color: var(--assumed);
  }
  .assumed .shaft,
  .focus .shaft {
    stroke-width: 1.9;
    stroke-dasharray: 5 4;
  }
  .assumed .head,
  .focus .head {
    fill: var(--color-base-100);
  }
  .focus {
    color: var(--focus);
  }
  .solved {
    color: var(--solved);
  }
  .solved .shaft {
    stroke-width: 3.6;
  }
  .faded {
    color: var(--assumed);
  }
  .faded .shaft {
    stroke-width: 1.6;
    stroke-dasharray: 1.5 3;
  }
  .lit {
    color: var(--focus);
  }
  .lit .halo {
    stroke: color-mix(in oklab, var(--color-accent) 26%, transparent);
  }
</style>
