<!-- What nothing prevents: every part displaced along the free motion, bodies swaying along it. -->
<script lang="ts">
  import type { FreeMotion, MarkOf, Scene, XY } from '../api/types';
  import { toScreen, type View } from './view';

  const { motion, scene, view }: { motion: FreeMotion; scene: Scene; view: View } = $props();

  /** A motion of the plane has two components. */
  interface PartMotion {
    readonly body: string;
    readonly about: XY;
    readonly translation: XY;
    readonly rotation: number;
  }
  const flat = (v: readonly number[]): XY => [v[0] ?? 0, v[1] ?? 0];
  const parts: readonly PartMotion[] = $derived(
    motion.bodies.map(({ body, about, translation, rotation }) => ({
      body,
      about: flat(about),
      translation: flat(translation),
      rotation,
    })),
  );

  /** How far the point that moves most is drawn, in pixels. */
  const REACH = 26;

  const of = <K extends 'body' | 'bar'>(kind: K) =>
    scene.marks.filter((m): m is MarkOf<K> => m.kind === kind);
  const moved = (m: PartMotion, p: XY): XY => [
    m.translation[0] - m.rotation * (p[1] - m.about[1]),
    m.translation[1] + m.rotation * (p[0] - m.about[0]),
  ];
  const bodies = $derived(
    of('body').flatMap((mark) => {
      const m = parts.find((part) => part.body === mark.name);
      return m ? [{ mark, m }] : [];
    }),
  );
  const joint = $derived((p: XY) => {
    const near = (m: PartMotion) => Math.hypot(m.about[0] - p[0], m.about[1] - p[1]) < 1e-9;
    const m = parts.find(near);
    return m ? moved(m, p) : ([0, 0] as XY);
  });
  // One motion of the whole: all its parts are drawn to one scale.
  const size = $derived.by(() => {
    const steps = [
      ...bodies.flatMap(({ mark, m }) => mark.path.map((p) => moved(m, p))),
      ...of('bar').flatMap((bar) => [joint(bar.from), joint(bar.to)]),
    ];
    const most = Math.max(1e-9, ...steps.map((d) => Math.hypot(d[0], d[1]) * view.k));
    return REACH / most;
  });
  /** A straight piece between two places that move, swaying about its middle. */
  const swaying = (a: XY, b: XY) => {
    const [da, db] = [joint(a), joint(b)];
    const [x, y] = [b[0] - a[0], b[1] - a[1]];
    const turn = (x * (db[1] - da[1]) - y * (db[0] - da[0])) / (x * x + y * y);
    return {
      path: [toScreen(view, a), toScreen(view, b)],
      dx: ((da[0] + db[0]) / 2) * view.k * size,
      dy: (-(da[1] + db[1]) / 2) * view.k * size,
      turn: (-turn * size * 180) / Math.PI,
      about: toScreen(view, [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]),
    };
  };
  const ghosts = $derived([
    ...bodies.map(({ mark, m }) => ({
      path: mark.path.map((p) => toScreen(view, p)),
      dx: m.translation[0] * view.k * size,
      dy: -m.translation[1] * view.k * size,
      turn: (-m.rotation * size * 180) / Math.PI,
      about: toScreen(view, m.about),
    })),
    ...of('bar').map((bar) => swaying(bar.from, bar.to)),
  ]);
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
