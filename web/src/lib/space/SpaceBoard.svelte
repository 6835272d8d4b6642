<!-- A figure of space under the hand: turned, moved, seen from the front, from above, from the side; pointed at and chosen from. -->
<script lang="ts">
  import { is, nameOf, withoutPlace } from '../api/ids';
  import { flushSync, onMount, untrack, type Snippet } from 'svelte';
  import type { SolidScene, XY } from '../api/types';
  import { forget, measure } from '../board/measure';
  import type { Session } from '../bench/session.svelte';
  import { openUnclear } from '../entry/mend';
  import { placeSlot } from '../entry/tools';
  import { theme } from '../ui/theme.svelte';
  import { type Bounds, FOOT, FOOT_TAGGED, lookAxis, unproject, VIEWS, type ViewName } from './camera';
  import { flatten } from './flat';
  import type { GlPainter } from './gl';
  import { ghost } from './ghost';
  import { paint, type Prims } from './paint';
  import { roundStep } from './paint/step';
  import { paletteOf } from './palette';
  import { pick } from './pick';
  import { svgText } from './save';
  import SolidSvg from './SolidSvg.svelte';
  import SpaceWords from './SpaceWords.svelte';
  import Triad from './Triad.svelte';
  import { add, size as lengthOf, sub, times, type V3 } from './vec3';
  import { View } from './view.svelte';
  import { type PlacedWord, placeWords } from './words';

  const { session, scene, children }: { session: Session; scene: SolidScene; children?: Snippet } = $props();

  let root: HTMLDivElement;
  let canvas: HTMLCanvasElement;
  let fonts = $state(0);
  /** Whether WebGL paints; else SVG does. */
  let gl = $state.raw<GlPainter | null>(null);
  let tried = $state(false);
  /** Paper has no WebGL: what WebGL paints is gone from the canvas by then. */
  let printing = $state(false);
  let apart = $state(0);
  let phase = $state(0);
  let hover = $state.raw<XY | null>(null);

  const up = $derived(scene.up);
  const foot = $derived(session.entry ? FOOT_TAGGED : FOOT);
  /** Everything that is in sight; more of it when it is pulled apart. */
  const bounds = $derived.by((): Bounds | null => {
    const box = scene.bounds ?? null;
    if (!box || !session.parted) return box;
    const middle = times(add(box.low, box.high), 0.5);
    const wide = (corner: V3) => add(middle, times(sub(corner, middle), 1.75));
    return { low: wide(box.low), high: wide(box.high) };
  });
  const reach = $derived(bounds ? lengthOf(sub(bounds.high, bounds.low)) || 1 : 1);
  const view = new View(
    () => up,
    () => bounds,
    () => foot,
  );

  const done = $derived(['check', 'table', 'inside', 'size', 'stiff'].includes(session.stop));
  const step = $derived(done ? Infinity : session.stop === 'work' ? session.step : 0);
  const free = $derived.by(() => {
    if (session.stop !== 'work') return null;
    const turn = scene.free?.find((f) => f.first <= session.step && session.step <= f.last);
    return turn && turn.parts.length > 0 ? turn.parts : null;
  });
  const standsOut = $derived(
    new Set<string>([...session.lit.ids, ...session.chosen, session.entry?.mark ?? '']),
  );
  const lit = (id: string) => id !== '' && (standsOut.has(id) || standsOut.has(withoutPlace(id)));
  const prims: Prims = $derived(
    paint(scene, {
      k: view.k,
      freed: !['idealise', 'inside'].includes(session.stop),
      step,
      apart,
      free,
      six: session.stop === 'inside' ? session.looking.six : null,
      lit,
      arm: session.lit.spaceArm ?? null,
      axis: session.lit.axis ?? null,
      lengths: session.stop === 'idealise' && scene.lines.length <= 24,
    }),
  );
  /** How it moves, when nothing holds it. */
  const motion = $derived(
    ['idealise', 'free'].includes(session.stop) ? (session.reply?.solution?.free_motion ?? null) : null,
  );
  const moving: Prims | null = $derived(motion ? ghost(scene, motion, phase) : null);
  const NOTHING: Prims = { rods: [], heads: [], balls: [], plates: [], words: [] };
  const all: Prims = $derived(
    moving
      ? {
          ...prims,
          rods: [...prims.rods, ...moving.rods],
          heads: [...prims.heads, ...moving.heads],
          words: [...prims.words, ...moving.words],
        }
      : prims,
  );

  /** More words than these are not placed anew for every frame of a turn. */
  const LIVELY = 70;
  const hidden = $derived(view.turning && all.words.length > LIVELY);
  const words: readonly PlacedWord[] = $derived.by(() => {
    void fonts;
    return hidden ? [] : placeWords(all, view.project, view.screen, measure);
  });
  /** Supports, joints, and bars that have no label: for the keys. They stand still while the figure turns. */
  const things = $derived.by(() => {
    if (view.turning || session.stop !== 'idealise') return [];
    const said = new Set(words.map((word) => word.id));
    const holds = scene.holds.map(({ id, at, shape, name }) => ({ id, at, says: `${shape} ${name}` }));
    const bars = scene.lines
      .filter((line) => line.kind === 'bar' && !said.has(line.id))
      .flatMap(({ id, name, path: [from, to] }) =>
        from && to ? [{ id, at: times(add(from, to), 0.5), says: `Bar ${name}` }] : [],
      );
    return [...holds, ...bars]
      .filter(({ id }, i, all) => all.findIndex((other) => other.id === id) === i)
      .map(({ id, at, says }) => {
        const [x, y] = view.project(at);
        return { id, says, x, y };
      });
  });
  const drawn = $derived((gl === null && tried) || printing);
  const flat = $derived(drawn ? flatten(all, view.project, view.k) : []);

  $effect(() => {
    if (!gl) return;
    void theme.now;
    const [painter, what, k] = [gl, prims, view.k];
    untrack(() => painter.show('still', what, paletteOf(root), k));
  });
  $effect(() => {
    if (!gl) return;
    const [painter, what, k] = [gl, moving ?? NOTHING, view.k];
    untrack(() => painter.show('moving', what, paletteOf(root), k));
  });
  /** A frame is on its way: it draws whatever is newest then. */
  let coming = false;
  function draw(): void {
    coming = false;
    const turns = view.turning || (apart > 0 && apart < 1);
    const moves = turns ? 'turns' : moving !== null ? 'sways' : 'no';
    gl?.draw(view.seen, up, view.screen, reach, paletteOf(root).paper, moves);
  }
  $effect(() => {
    void [gl, prims, moving, view.seen, view.turning, view.screen, reach, theme.now];
    if (coming) return;
    coming = true;
    requestAnimationFrame(draw);
  });

  onMount(() => {
    const watch = new ResizeObserver(([entry]) => {
      if (!entry || printing) return;
      view.screen = { width: entry.contentRect.width, height: entry.contentRect.height };
      gl?.resize(view.screen);
    });
    watch.observe(root);
    void document.fonts.ready.then(() => {
      forget();
      fonts += 1;
    });
    void begin();
    return () => {
      watch.disconnect();
      gl?.dispose();
    };
  });

  async function begin(): Promise<void> {
    try {
      if (new URLSearchParams(location.search).has('flat')) throw new Error('SVG is wanted');
      const { GlPainter: Painter } = await import('./gl');
      const painter = new Painter(canvas);
      painter.resize(view.screen);
      gl = painter;
    } catch {
      // Without WebGL the same figure is painted in SVG.
      gl = null;
    }
    tried = true;
  }

  // Pulled apart and put together; what cannot move is shown moving.
  $effect(() => {
    const goal = session.parted ? 1 : 0;
    if (view.calm) {
      apart = goal;
      return;
    }
    let next = 0;
    const go = () => {
      const now = untrack(() => apart);
      apart = Math.abs(goal - now) < 0.01 ? goal : now + (goal - now) * 0.2;
      if (apart !== goal) next = requestAnimationFrame(go);
    };
    go();
    return () => cancelAnimationFrame(next);
  });
  $effect(() => {
    if (!motion || view.calm) {
      phase = 0.8;
      return;
    }
    let next = 0;
    const go = (now: number) => {
      phase = Math.sin((now / 2600) * 2 * Math.PI);
      next = requestAnimationFrame(go);
    };
    next = requestAnimationFrame(go);
    return () => cancelAnimationFrame(next);
  });
  // Whatever grows out of sight.
  $effect(() => {
    void [bounds, view.screen, foot];
    untrack(() => view.follow());
  });

  export function see(name: ViewName): void {
    view.see(name);
    session.said = `Seen in ${name} view.`;
  }
  export function fitAll(): void {
    view.fit();
  }
  export function zoomBy(factor: number): void {
    view.zoom(factor);
  }
  export function panBy(x: number, y: number): void {
    view.pan(x, y);
  }
  export function turnBy(x: number, y: number): void {
    view.turn(x, y);
  }
  /** The drawing as a file of its own. */
  export function picture(): string {
    return svgText(flatten(all, view.project, view.k), words, view.screen, root);
  }
  /** Opens the tag of a mark. */
  export function open(id: string): void {
    if (is(id, 'unclear')) openUnclear(session, id);
    else void session.openThing({ mark: { id } });
  }

  const here = (event: MouseEvent): XY => {
    const box = root.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };
  let grip: { at: XY; from: XY; pans: boolean; went: boolean } | null = null;

  function down(event: PointerEvent): void {
    if ((event.target as Element).closest('form, button')) return;
    if (event.button > 2) return;
    grip = { at: here(event), from: here(event), pans: event.button !== 0 || event.shiftKey, went: false };
  }
  function move(event: PointerEvent): void {
    hover = here(event);
    if (!grip) return;
    const [dx, dy] = [hover[0] - grip.at[0], hover[1] - grip.at[1]];
    if (!grip.went && Math.hypot(hover[0] - grip.from[0], hover[1] - grip.from[1]) < 4) return;
    if (!grip.went) root.setPointerCapture(event.pointerId);
    grip.went = true;
    grip.at = hover;
    view.turning = true;
    if (grip.pans) view.pan(dx, dy);
    else view.turn(dx, dy);
  }
  function release(): void {
    view.turning = false;
    grip = null;
  }
  function pressed(event: MouseEvent): void {
    const went = grip?.went ?? false;
    release();
    if (went || (event.target as Element).closest('form, button')) return;
    const at = here(event);
    const id = pick(scene, all, view.project, at);
    const slot = session.entry && placeSlot(session.entry.tool);
    if (slot) {
      const place = id && is(id, 'point') ? nameOf(id) : (pointed?.place ?? null);
      if (place) session.put(slot, place);
      else if (!id)
        session.tell(
          'A place is picked in the plan, front or side view: press one of them, or Shift 1, 2, 3.',
        );
      return;
    }
    if (session.entry) return;
    if (!id) session.choose([]);
    else if (event.shiftKey) session.choose([id], true);
    else if (session.stop === 'idealise') open(id);
    else session.hold(id);
  }
  function wheel(event: WheelEvent): void {
    event.preventDefault();
    view.zoom(Math.exp(-event.deltaY * 0.0012), here(event));
  }

  /** The coordinate along which a plane view looks: that of the place that was named last, else 0. */
  const level = $derived.by(() => {
    const axis = lookAxis(view.seen, up);
    const slot = session.entry && placeSlot(session.entry.tool);
    if (axis === null || !slot) return null;
    const last = session.entry?.typed[slot]?.trim().split(/\s+/).at(-1) ?? '';
    const named = scene.points.find((p) => p.name === last)?.at[axis];
    const typed = Number(last.split(';')[axis] ?? NaN);
    return { axis, at: named ?? (Number.isFinite(typed) ? typed : 0) };
  });
  /** How near a point has to be to be meant, in pixels: what is drawn may also stand beside it, what is put on something hardly. */
  const NEAR = { drawn: 12, put: 40 };
  /** The place under the pointer in a plane view: a point that is there, else round coordinates. */
  const pointed = $derived.by(() => {
    if (!hover || !level) return null;
    const pointer = hover;
    const off = ({ at }: { at: V3 }) => {
      const [x, y] = view.project(at);
      return Math.hypot(x - pointer[0], y - pointer[1]);
    };
    const nearest = scene.points.reduce<(typeof scene.points)[number] | null>(
      (best, point) => (best && off(best) <= off(point) ? best : point),
      null,
    );
    const drawn = session.entry?.tool === 'bars' || session.entry?.tool === 'body';
    if (nearest && off(nearest) <= (drawn ? NEAR.drawn : NEAR.put))
      return { place: nearest.name, at: view.project(nearest.at) };
    const found = unproject(view.seen, up, view.screen, hover);
    const grid = roundStep(12 / view.k);
    const at = found.map((v, i) =>
      i === level.axis ? level.at : Math.round(v / grid) * grid,
    ) as unknown as V3;
    const place = at.map((v) => String(Number(v.toPrecision(6)))).join(';');
    return { place, at: view.project(at) };
  });

  const names: Record<ViewName, string> = { plan: 'Plan', front: 'Front', side: 'Side', oblique: 'Oblique' };
  function pressWord(id: string): void {
    const slot = session.entry && placeSlot(session.entry.tool);
    if (slot && is(id, 'point')) session.put(slot, nameOf(id));
    else if (!session.entry && session.stop === 'idealise') open(id);
  }
</script>

<svelte:window
  onbeforeprint={() => flushSync(() => (printing = true))}
  onafterprint={() => (printing = false)}
/>

<!-- Everything on it is also reached by the buttons of its labels, by key and by word. -->
<!-- svelte-ignore a11y_no_static_element_interactions -->
<!-- svelte-ignore a11y_click_events_have_key_events -->
<div
  class="board solid-board"
  class:placing={pointed !== null}
  bind:this={root}
  data-painter={gl ? 'webgl' : tried ? 'svg' : ''}
  data-view={view.name ?? 'turned'}
  data-still={!view.turning && apart === (session.parted ? 1 : 0)}
  onpointerdown={down}
  onpointermove={move}
  onpointerup={() => (view.turning = false)}
  onpointercancel={release}
  onpointerleave={() => (hover = null)}
  onclick={pressed}
  oncontextmenu={(e) => e.preventDefault()}
  onwheel={wheel}
>
  <canvas bind:this={canvas} class:off={gl === null || printing} aria-hidden="true"></canvas>
  {#if drawn}
    <svg
      class="flat"
      aria-hidden="true"
      style:width="{view.screen.width}px"
      style:height="{view.screen.height}px"
      viewBox="0 0 {view.screen.width} {view.screen.height}"><SolidSvg items={flat} /></svg
    >
  {/if}
  {#if pointed}
    <svg class="cursor" aria-hidden="true">
      <path
        class="cross"
        d="M{pointed.at[0] - 40} {pointed.at[1]}h80M{pointed.at[0]} {pointed.at[1] - 40}v80"
      />
      <text x={pointed.at[0] + 9} y={pointed.at[1] - 12}>{pointed.place}</text>
    </svg>
  {/if}
  <SpaceWords {session} {words} {things} gripped={() => grip !== null} press={pressWord} />
  <div class="views" role="group" aria-label="Views">
    {#each VIEWS as name, i (name)}
      <button
        class:now={view.name === name}
        aria-pressed={view.name === name}
        title="{names[name]} view (Shift {i + 1})"
        onclick={(e) => {
          e.stopPropagation();
          see(name);
        }}>{names[name]}</button
      >
    {/each}
  </div>
  <Triad camera={view.seen} {up} />
  {@render children?.()}
</div>

<style>
  .board {
    position: relative;
    overflow: hidden;
    height: 100%;
    contain: layout style;
    touch-action: none;
    cursor: grab;
    background: var(--color-base-100);
  }
  .board:active {
    cursor: grabbing;
  }
  .placing {
    cursor: crosshair;
  }
  canvas,
  .flat,
  .cursor {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    display: block;
  }
  canvas.off {
    visibility: hidden;
  }
  .cursor,
  .flat {
    pointer-events: none;
  }
  .cross {
    stroke: var(--focus);
    stroke-dasharray: 3 3;
    fill: none;
  }
  .cursor text {
    fill: var(--focus);
    font-size: 13px;
    font-weight: 600;
    paint-order: stroke;
    stroke: var(--color-base-100);
    stroke-width: 4px;
  }
  .views {
    position: absolute;
    left: 8px;
    top: 8px;
    display: flex;
    border: 1px solid var(--rule);
    border-radius: 7px;
    overflow: hidden;
    background: var(--color-base-100);
  }
  .views button {
    height: 28px;
    padding: 0 10px;
    font-size: 13px;
    cursor: pointer;
    color: var(--color-neutral);
  }
  .views button + button {
    border-left: 1px solid var(--rule);
  }
  .views button:hover {
    color: var(--focus);
  }
  @media print {
    .views {
      display: none;
    }
  }
  .views .now {
    background: var(--wash);
    color: var(--ink);
    font-weight: 620;
  }
</style>
