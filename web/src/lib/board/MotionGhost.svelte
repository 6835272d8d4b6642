<!-- What nothing prevents: the body swaying along its free motion. -->
<script lang="ts">
  import type { FreeMotion, XY } from '../api/types';
  import { toScreen, type View } from './view';

  const {
    motion,
    beams,
    view,
  }: { motion: FreeMotion; beams: readonly { id: string; path: readonly XY[] }[]; view: View } = $props();

  /** How far the point that moves most is drawn, in pixels. */
  const REACH = 26;

  const ghosts = $derived(
    beams.map((beam, i) => {
      const m = motion.bodies[i];
      if (!m) return { path: beam.path, dx: 0, dy: 0, turn: 0, about: [0, 0] as XY };
      const about = toScreen(view, m.about);
      const far = Math.max(...beam.path.map((p) => Math.hypot(p[0] - about[0], p[1] - about[1])));
      // Pixels per unit of motion: translation in sheet units, rotation in radians.
      const [tx, ty, turn] = [m.translation[0] * view.k, m.translation[1] * view.k, m.rotation];
      const most = Math.max(Math.hypot(tx, ty) + Math.abs(turn) * far, 1e-9);
      const size = REACH / most;
      return { path: beam.path, dx: tx * size, dy: -ty * size, turn: (-turn * size * 180) / Math.PI, about };
    }),
  );
</script>

{#each ghosts as g, i (i)}
  <g
    class="ghost"
    data-mark="motion"
    style:--dx="{g.dx}px"
    style:--dy="{g.dy}px"
    style:--turn="{g.turn}deg"
    style:transform-origin="{g.about[0]}px {g.about[1]}px"
  >
    <polyline points={g.path.map((p) => p.join()).join(' ')} />
  </g>
{/each}

<style>
  .ghost {
    pointer-events: none;
    animation: sway 2.4s ease-in-out infinite alternate;
    transform: translate(var(--dx), var(--dy)) rotate(var(--turn));
  }
  polyline {
    fill: none;
    stroke: var(--color-error);
    stroke-width: 3;
    stroke-dasharray: 9 7;
    stroke-linecap: round;
  }
  @keyframes sway {
    from {
      transform: translate(0, 0) rotate(0deg);
    }
    to {
      transform: translate(var(--dx), var(--dy)) rotate(var(--turn));
    }
  }
</style>
