<!-- The diagrams: areas, curves, values and the place that is read. -->
<script lang="ts">
  import type { Diagrams } from '../api/types';
  import { type Plot, readAt, shown, type Spot } from './diagrams';
  import { seen, sub, unit } from './vec';

  interface Props {
    inside: Diagrams;
    plot: Plot;
    /** The place under the pointer, or where it is cut. */
    spot: Spot | null;
    cut: boolean;
    width: (text: string) => number;
  }
  const { inside, plot, spot, cut, width }: Props = $props();

  const bottom = $derived(plot.bands[plot.bands.length - 1]?.bottom ?? 0);
  const top = $derived(plot.bands[0]?.top ?? 0);

  function said(value: number): string {
    return Number(value.toPrecision(4)).toString().replace('-', '−');
  }
  const lines = $derived.by(() => {
    if (!spot) return [];
    const place = `${Number(spot.station.toPrecision(4))} from ${spot.stretch.ends[0]}`;
    const values = shown(inside).map((of) => {
      const [before, after] = readAt(spot.stretch, of, spot.station);
      const [a, b] = [said(before), said(after)];
      return `${of} ${a === b ? a : `${a} | ${b}`}`;
    });
    return [place, ...values];
  });
  const across = $derived.by(() => {
    if (!spot) return [0, 1] as const;
    const way = seen(unit(sub(spot.stretch.to, spot.stretch.from)));
    return [way[1], -way[0]] as const;
  });
  const box = $derived.by(() => {
    if (!spot) return null;
    const w = Math.max(...lines.map(width)) + 16;
    const h = lines.length * 17 + 8;
    const x = spot.at[0] + 14;
    const y = plot.mode === 'under' ? top - h - 4 : spot.at[1] - h - 10;
    return { x, y: Math.max(6, y), w, h };
  });
</script>

<g class="diagrams">
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
      <line class="read" class:cut x1={spot.at[0]} y1={spot.at[1] - 26} x2={spot.at[0]} y2={bottom} />
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
    <text class="title" x={band.left - 14} y={band.zero - 4}>{band.of}</text>
    <text class="unit" x={band.left - 14} y={band.zero + 11}
      >{inside.units[['N', 'V', 'M'].indexOf(band.of)]}</text
    >
  {/each}
  {#if spot && box}
    <rect class="told" x={box.x} y={box.y} width={box.w} height={box.h} rx="5" />
    {#each lines as line, i (i)}
      <text class="says" class:place={i === 0} x={box.x + 8} y={box.y + 17 + i * 17}>{line}</text>
    {/each}
  {/if}
</g>

<style>
  .diagrams {
    pointer-events: none;
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
  .told {
    fill: var(--color-base-100);
    stroke: var(--focus);
  }
  .says {
    font-size: 13px;
    font-weight: 560;
    fill: var(--ink);
  }
  .says.place {
    fill: var(--color-neutral);
    font-weight: 460;
  }
</style>
