<!-- A pin among its plates: what each presses with, which planes are sheared, which areas bear. -->
<script lang="ts">
  import type { PinMark } from '../api/types';
  import { drawnPin, ROOM } from './pinview';
  import { figures } from '../ui/figures';

  const { mark }: { mark: PinMark } = $props();
  const drawn = $derived(drawnPin(mark));
  const plain = (value: number) => figures(value, 4);
  let pointed = $state<number | null>(null);
</script>

<figure aria-label="The pin at {mark.at} among its plates">
  <svg
    viewBox="0 0 {ROOM.width} {ROOM.height}"
    role="img"
    aria-label="{mark.plates.length} plates on the pin at {mark.at}"
  >
    <defs>
      <pattern id="bears" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="5" />
      </pattern>
    </defs>
    {#each drawn.plates as plate (plate.number)}
      <!-- svelte-ignore a11y_no_static_element_interactions -->
      <g
        class:pointed={pointed === plate.number}
        onpointerenter={() => (pointed = plate.number)}
        onpointerleave={() => (pointed = null)}
      >
        <rect
          class="plate"
          x={plate.x}
          y={ROOM.middle - ROOM.half}
          width={plate.width}
          height={2 * ROOM.half}
        />
      </g>
    {/each}
    <rect class="pin" x={drawn.pin.x} y={drawn.pin.y} width={drawn.pin.width} height={drawn.pin.height} />
    {#each drawn.plates as plate (plate.number)}
      <rect class="bears" x={plate.x} width={plate.width} y={plate.bearing.y} height={plate.bearing.height} />
      {#if plate.arrow}
        {@const x = plate.x + plate.width / 2}
        {@const tip = plate.arrow.to}
        {@const back = plate.arrow.from > tip ? 6 : -6}
        <path
          class="arrow"
          class:askew={plate.askew}
          d="M{x} {plate.arrow.from}V{tip}M{x - 4} {tip + back}L{x} {tip}L{x + 4} {tip + back}"
        />
      {/if}
      <text x={plate.x + plate.width / 2} y={ROOM.middle - ROOM.half + 13}>{plate.number}</text>
    {/each}
    {#each drawn.planes as plane, i (i)}
      <line
        class="plane"
        class:idle={plane.share < 1e-6}
        x1={plane.x}
        x2={plane.x}
        y1={drawn.pin.y - 7}
        y2={drawn.pin.y + drawn.pin.height + 7}
      />
    {/each}
    <text class="size" x={drawn.pin.x + drawn.pin.width + 6} y={ROOM.middle + 4}
      >{plain(mark.diameter)} {mark.unit}</text
    >
    {#if !drawn.toScale}
      <text class="foot" x={ROOM.width / 2} y={ROOM.height - 4}
        >not to scale: thin parts are drawn thicker</text
      >
    {/if}
  </svg>
  <ol>
    {#each mark.plates as plate, i (i)}
      <li
        class:pointed={pointed === i + 1}
        onpointerenter={() => (pointed = i + 1)}
        onpointerleave={() => (pointed = null)}
      >
        <span class="owner">{plate.of}</span>
        {plain(plate.thickness)}
        {mark.unit}{#if plate.force}, presses with {plate.force}{/if}
        {#if mark.planes[i]?.force}
          <small>then the pin is sheared by {mark.planes[i]?.force}</small>
        {/if}
      </li>
    {/each}
  </ol>
</figure>

<style>
  svg {
    width: 100%;
    display: block;
  }
  .plate {
    fill: color-mix(in oklab, var(--ink) 7%, var(--color-base-100));
    stroke: var(--ink);
    stroke-width: 1.3;
  }
  .pointed .plate {
    fill: var(--wash);
  }
  .pin {
    fill: color-mix(in oklab, var(--solved) 14%, var(--color-base-100));
    stroke: var(--solved);
    stroke-width: 1.6;
  }
  .bears {
    fill: url(#bears);
    stroke: none;
  }
  #bears line {
    stroke: var(--ink);
    stroke-width: 1.1;
    opacity: 0.6;
  }
  .plane {
    stroke: var(--focus);
    stroke-width: 2;
    stroke-dasharray: 4 3;
  }
  .plane.idle {
    stroke: var(--faded);
  }
  .arrow {
    fill: none;
    stroke: var(--solved);
    stroke-width: 2;
  }
  .arrow.askew {
    stroke-dasharray: 4 2;
  }
  text {
    text-anchor: middle;
    font-size: 11px;
    font-weight: 620;
    fill: var(--ink);
  }
  .size {
    text-anchor: start;
    fill: var(--solved);
  }
  .foot {
    font-weight: 400;
    fill: var(--color-neutral);
  }
  ol {
    list-style: decimal;
    padding-left: 20px;
    font-size: 13px;
    line-height: 1.5;
  }
  li.pointed {
    background: var(--wash);
  }
  .owner {
    font-weight: 620;
  }
  small {
    display: block;
    font-size: 12px;
    color: var(--focus);
  }
</style>
