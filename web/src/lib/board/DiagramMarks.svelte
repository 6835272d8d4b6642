<!-- The diagrams: areas, curves, values and the place that is read. -->
<script lang="ts">
  import type { Diagrams } from '../api/types';
  import { type Inner, letter, type Plot, type Spot } from './diagrams';
  import { seen, sub, unit } from './vec';

  interface Props {
    inside: Diagrams;
    plot: Plot;
    /** The place under the pointer, or where it is cut. */
    spot: Spot | null;
    cut: boolean;
    /** From where to where across the board, when a part of a level beam is pointed at on the page. */
    span: readonly [number, number] | null;
  }
  const { inside, plot, spot, cut, span }: Props = $props();

  const name = (of: Inner) => letter(inside, of).split('_');
  const bottom = $derived(plot.bands[plot.bands.length - 1]?.bottom ?? 0);
  const top = $derived(plot.bands[0]?.top ?? 0);

  const across = $derived.by(() => {
    if (!spot) return [0, 1] as const;
    const way = seen(unit(sub(spot.stretch.to, spot.stretch.from)));
    return [way[1], -way[0]] as const;
  });
</script>

<g class="diagrams">
  {#if span && plot.mode === 'under'}
    <rect
      class="span"
      x={span[0] - 1}
      y={top}
      width={Math.max(2, span[1] - span[0] + 2)}
      height={bottom - top}
    />
  {/if}
  {#each plot.guides as x (x)}
    <line class="guide" x1={x} y1={top} x2={x} y2={bottom} />
  {/each}
  {#each plot.curves as c (c.id)}
    <path class="area {c.of}" d={c.area} />
    <path class="line {c.of}" d={c.line} data-curve={c.id} />
  {/each}
  {#each plot.bands as band (band.of)}
    <line class="zero" x1={band.left} y1={band.zero} x2={band.right} y2={band.zero} />
  {/each}
  {#if spot}
    {#if plot.mode === 'under'}
      <line class="read" class:cut x1={spot.at[0]} y1={spot.at[1] - 9} x2={spot.at[0]} y2={bottom} />
    {:else}
      <line
        class="read"
        class:cut
        x1={spot.at[0] - across[0] * 84}
        y1={spot.at[1] - across[1] * 84}
        x2={spot.at[0] + across[0] * 84}
        y2={spot.at[1] + across[1] * 84}
      />
    {/if}
  {/if}
  {#each plot.labels as label (label.id)}
    <text
      class="value"
      class:most={label.most}
      data-value={label.id}
      x={label.box.x + label.box.w / 2}
      y={label.box.y + label.box.h / 2}>{label.text}</text
    >
  {/each}
  {#each plot.bands as band (band.of)}
    <text class="title" x={band.left - 14} y={band.zero - 4}
      >{name(band.of)[0]}{#if name(band.of)[1]}<tspan class="index" dy="4">{name(band.of)[1]}</tspan
        >{/if}</text
    >
    <text class="unit" x={band.left - 14} y={band.zero + 11}
      >{inside.units[['N', 'V', 'M'].indexOf(band.of)]}</text
    >
  {/each}
</g>

<style>
  .diagrams {
    pointer-events: none;
  }
  .span {
    fill: var(--wash);
  }
  .guide {
    stroke: var(--rule);
    stroke-dasharray: 2 4;
  }
  .zero {
    stroke: var(--ink);
    stroke-width: 1.2;
  }
  .area {
    fill: color-mix(in oklab, var(--solved) 13%, transparent);
  }
  .line {
    fill: none;
    stroke: var(--solved);
    stroke-width: 2;
    stroke-linejoin: round;
  }
  .value {
    font-size: 13px;
    font-weight: 520;
    text-anchor: middle;
    dominant-baseline: central;
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--color-base-100);
    stroke-width: 3px;
  }
  .value.most {
    font-weight: 700;
    fill: var(--solved);
  }
  .title {
    font-size: 15px;
    font-weight: 680;
    text-anchor: end;
    fill: var(--ink);
  }
  .index {
    font-size: 11px;
  }
  .unit {
    font-size: 12px;
    text-anchor: end;
    fill: var(--color-neutral);
  }
  .read {
    stroke: var(--focus);
    stroke-dasharray: 3 3;
  }
  .read.cut {
    stroke-width: 2;
    stroke-dasharray: none;
  }
</style>
