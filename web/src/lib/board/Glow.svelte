<!--
  Bars and joints that stand out, drawn once more above the drawing. They are boxes, turned and moved as layers of their own, and
  no part of the picture: lighting one of a thousand bars paints nothing of the drawing anew.
-->
<script lang="ts">
  import type { Bar, Painted } from './painted';

  const { painted, lit }: { painted: Painted; lit: (id: string) => boolean } = $props();

  const along = ({ a, b }: Bar): string => {
    const [x, y] = [b[0] - a[0], b[1] - a[1]];
    return `width: ${Math.hypot(x, y)}px; transform: translate(${a[0]}px, ${a[1]}px) rotate(${Math.atan2(y, x)}rad)`;
  };
</script>

<div class="glow" aria-hidden="true">
  {#each painted.bars.filter((b) => lit(b.id)) as b (b.id)}
    <span class="bar" data-lit={b.id} style={along(b)}></span>
  {/each}
  {#each painted.points.filter((p) => lit(p.id)) as p (p.id)}
    {@const r = p.turn ? 11 : 6}
    <span
      class="joint"
      style="width: {2 * r}px; height: {2 * r}px; transform: translate({p.at[0] - r}px, {p.at[1] - r}px)"
    ></span>
  {/each}
</div>

<style>
  .glow {
    position: absolute;
    inset: 0;
    overflow: hidden;
    pointer-events: none;
  }
  span {
    position: absolute;
    left: 0;
    top: 0;
    will-change: transform;
  }
  .bar {
    height: 5px;
    margin-top: -2.5px;
    border-radius: 2.5px;
    background: var(--focus);
    transform-origin: 0 50%;
  }
  .joint {
    border: 3px solid var(--focus);
    border-radius: 50%;
  }
</style>
