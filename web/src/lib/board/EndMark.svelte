<!-- An end of a member that is pointed at: the part of the member next to its joint, and the moment the joint exerts on it. -->
<script lang="ts">
  import type { PageEnd, XY } from '../api/types';
  import { add, length, scale, sub, unit } from './vec';
  import { toScreen, type View } from './view';

  interface Props {
    end: PageEnd;
    /** Its moment as it is written; empty when there is none. */
    text: string;
    /** +1 counter-clockwise, −1 clockwise, 0 for none. */
    turn: number;
    view: View;
  }
  const { end, text, turn, view }: Props = $props();

  /** How much of the member is taken, in pixels at most, and the radius of the arrow. */
  const REACH = 96;
  const RADIUS = 19;

  const at = $derived(toScreen(view, end.at));
  const far = $derived(toScreen(view, end.toward));
  const along = $derived(unit(sub(far, at)));
  const reach = $derived(Math.min(REACH, 0.4 * length(sub(far, at))));
  const to = $derived(add(at, scale(along, reach)));
  const middle = $derived(add(at, scale(along, Math.min(30, reach))));
  /** Three quarters of a circle round a place of the member near the joint, with the tip where it turns to. */
  const arc = $derived.by(() => {
    const begin = Math.atan2(along[1], along[0]) + Math.PI / 4;
    const sweep = -turn * 1.5 * Math.PI;
    const point = (angle: number): XY => [
      middle[0] + RADIUS * Math.cos(angle),
      middle[1] + RADIUS * Math.sin(angle),
    ];
    const [from, tip] = [point(begin), point(begin + sweep)];
    const back = begin + sweep + turn * 0.42;
    const barb = (radius: number): XY => [
      middle[0] + radius * Math.cos(back),
      middle[1] + radius * Math.sin(back),
    ];
    return {
      path: `M${from.join()}A${RADIUS} ${RADIUS} 0 1 ${turn > 0 ? 0 : 1} ${tip.join()}`,
      head: [barb(RADIUS - 6), tip, barb(RADIUS + 6)].map((p) => p.join()).join(' '),
    };
  });
</script>

<g class="end" data-mark="end:{end.name}">
  <line x1={at[0]} y1={at[1]} x2={to[0]} y2={to[1]} />
  <circle cx={at[0]} cy={at[1]} r="6" />
  {#if turn !== 0}
    <path d={arc.path} />
    <polyline points={arc.head} />
  {/if}
  <text x={middle[0] + 26} y={middle[1] - 26}>{end.name} {text}</text>
</g>

<style>
  .end {
    pointer-events: none;
  }
  line {
    stroke: var(--focus);
    stroke-width: 9;
    stroke-linecap: round;
    opacity: 0.32;
  }
  circle {
    fill: var(--color-base-100);
    stroke: var(--focus);
    stroke-width: 2;
  }
  path,
  polyline {
    fill: none;
    stroke: var(--focus);
    stroke-width: 2.4;
    stroke-linejoin: round;
    stroke-linecap: round;
  }
  text {
    fill: var(--focus);
    font-size: 13.5px;
    font-weight: 650;
    paint-order: stroke;
    stroke: var(--color-base-100);
    stroke-width: 5px;
    stroke-linejoin: round;
  }
</style>
