<!-- Which way x, y and z point. -->
<script lang="ts">
  import { type Camera, frame } from './camera';
  import { dot, type V3 } from './vec3';

  const { camera, up }: { camera: Camera; up: V3 } = $props();
  const LENGTH = 30;
  const AXES: readonly (readonly [string, V3])[] = [
    ['x', [1, 0, 0]],
    ['y', [0, 1, 0]],
    ['z', [0, 0, 1]],
  ];
  const arms = $derived.by(() => {
    const [right, upward, toward] = frame(camera, up);
    return AXES.map(([name, axis]) => ({
      name,
      x: LENGTH * dot(axis, right),
      y: -LENGTH * dot(axis, upward),
      depth: dot(axis, toward),
    })).sort((a, b) => a.depth - b.depth);
  });
</script>

<svg class="triad" viewBox="-50 -50 100 100" aria-hidden="true">
  {#each arms as arm (arm.name)}
    {@const long = Math.hypot(arm.x, arm.y)}
    {@const far = long > 6 ? (long + 11) / long : 1}
    <line x1="0" y1="0" x2={arm.x} y2={arm.y} class:behind={arm.depth < -0.3} />
    {#if long > 6}
      <circle cx={arm.x} cy={arm.y} r="2.4" />
    {:else}
      <circle cx="0" cy="0" r="4" class="ahead" />
    {/if}
    <text x={long > 6 ? arm.x * far : 10} y={long > 6 ? arm.y * far : 10}>{arm.name}</text>
  {/each}
</svg>

<style>
  .triad {
    position: absolute;
    left: 6px;
    top: 42px;
    width: 92px;
    height: 92px;
    pointer-events: none;
  }
  line {
    stroke: var(--ink);
    stroke-width: 2;
    stroke-linecap: round;
  }
  .behind {
    stroke-dasharray: 3 4;
  }
  circle {
    fill: var(--ink);
  }
  .ahead {
    fill: var(--color-base-100);
    stroke: var(--ink);
    stroke-width: 2;
  }
  text {
    font-size: 14px;
    font-style: italic;
    font-weight: 600;
    text-anchor: middle;
    dominant-baseline: central;
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--color-base-100);
    stroke-width: 3px;
  }
</style>
