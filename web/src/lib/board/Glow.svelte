<!-- Bars and joints that stand out, drawn once more on a sheet of their own: lighting one of a thousand repaints that one. -->
<script lang="ts">
  import type { Painted } from './painted';

  const { painted, lit }: { painted: Painted; lit: (id: string) => boolean } = $props();
</script>

<svg class="glow" aria-hidden="true">
  {#each painted.bars.filter((b) => lit(b.id)) as b (b.id)}
    <line data-lit={b.id} x1={b.a[0]} y1={b.a[1]} x2={b.b[0]} y2={b.b[1]} />
  {/each}
  {#each painted.points.filter((p) => lit(p.id)) as p (p.id)}
    <circle cx={p.at[0]} cy={p.at[1]} r={p.turn ? 9.5 : 4.5} />
  {/each}
</svg>

<style>
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
  }
  line {
    stroke: var(--focus);
    stroke-width: 5;
    stroke-linecap: round;
  }
  circle {
    fill: none;
    stroke: var(--focus);
    stroke-width: 3;
  }
</style>
