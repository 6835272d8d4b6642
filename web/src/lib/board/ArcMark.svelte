<!-- A couple: three quarters of a circle with a head. Drawn counter-clockwise and mirrored when it turns the other way. -->
<script lang="ts">
  import { ARC_RADIUS as r } from './draft';
  import type { Arc } from './painted';

  const { arc, lit, enter, leave }: { arc: Arc; lit: boolean; enter: () => void; leave: () => void } =
    $props();
  const end = (120 * Math.PI) / 180;
  const tip = [r * Math.cos(end), -r * Math.sin(end)] as const;
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<g
  class="arc {arc.role}"
  class:lit
  style:transform="translate({arc.at[0]}px, {arc.at[1]}px) scale({arc.clockwise ? -1 : 1}, 1)"
  data-mark={arc.id}
  onpointerenter={enter}
  onpointerleave={leave}
>
  <circle {r} class="halo" />
  <!-- From 240° on round to 120°, seen with y up: counter-clockwise on a screen is sweep 0. -->
  <path d="M{r * Math.cos(end * 2)} {-r * Math.sin(end * 2)}A{r} {r} 0 1 0 {tip[0]} {tip[1]}" class="shaft" />
  <path d="M-11 0L4 -6L1 0L4 6Z" class="head" transform="translate({tip[0]} {tip[1]}) rotate(-24)" />
</g>

<style>
  .arc {
    transition: transform 420ms cubic-bezier(0.3, 0.9, 0.3, 1);
    color: var(--given);
  }
  .shaft {
    fill: none;
    stroke: currentColor;
    stroke-width: 2.4;
  }
  .head {
    fill: currentColor;
    stroke: currentColor;
    stroke-width: 1.2;
    stroke-linejoin: round;
  }
  .halo {
    fill: none;
    stroke: transparent;
    stroke-width: 16;
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
  .lit {
    color: var(--focus);
  }
  .lit .halo {
    stroke: color-mix(in oklab, var(--color-accent) 26%, transparent);
  }
</style>
