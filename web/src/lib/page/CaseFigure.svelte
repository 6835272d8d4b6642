<!-- A case as a small figure: the members, the props that hold them or the one that is displaced. -->
<script lang="ts">
  import type { PageStiff, XY } from '../api/types';
  import { caseFigure } from './casefigure';

  interface Props {
    stiff: PageStiff;
    /** By its place among the tables; `null` for the sum of all, in which no prop carries anything. */
    which: number | null;
    /** What is said below it. */
    title: string;
    text: string;
    now: boolean;
    pick: (() => void) | null;
  }
  const { stiff, which, title, text, now, pick }: Props = $props();
  const WIDTH = 116;
  const HEIGHT = 62;
  const drawn = $derived(caseFigure(stiff, which, [WIDTH, HEIGHT]));
  const joined = (points: readonly XY[]) => points.map((p) => p.join()).join(' ');
</script>

<button class="case" class:now aria-pressed={now} disabled={!pick} onclick={() => pick?.()}>
  <svg viewBox="0 0 {WIDTH} {HEIGHT}" aria-hidden="true">
    {#each drawn.lines as line, i (i)}
      <polyline points={joined(line)} />
    {/each}
    {#each drawn.props as prop, i (i)}
      <g class:idle={prop.idle}>
        <line x1={prop.from[0]} y1={prop.from[1]} x2={prop.tip[0]} y2={prop.tip[1]} />
        {#if !prop.idle}<polygon points={joined(prop.head)} />{/if}
      </g>
    {/each}
  </svg>
  <strong>{title}</strong>
  <small>{text}</small>
</button>

<style>
  .case {
    display: grid;
    justify-items: center;
    gap: 1px;
    padding: 2px 6px 5px;
    border: 1px solid var(--rule);
    border-radius: 9px;
    min-width: 0;
    flex: 1 1 84px;
    max-width: 190px;
  }
  .case:not(:disabled) {
    cursor: pointer;
  }
  .case:not(:disabled):hover {
    border-color: var(--focus);
  }
  .case.now {
    border-color: var(--focus);
    background: color-mix(in oklab, var(--wash) 55%, transparent);
  }
  svg {
    width: min(116px, 100%);
    height: 62px;
  }
  polyline {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
    stroke-linejoin: round;
  }
  line {
    stroke: var(--solved);
    stroke-width: 2;
  }
  polygon {
    fill: var(--solved);
  }
  .idle line {
    stroke: var(--color-neutral);
    stroke-dasharray: 2 3;
  }
  strong {
    font-size: 12.5px;
    font-weight: 640;
    text-align: center;
    line-height: 1.2;
  }
  small {
    font-size: 12px;
    color: var(--color-neutral);
    text-align: center;
    line-height: 1.25;
  }
</style>
