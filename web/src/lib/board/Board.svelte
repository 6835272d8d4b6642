<!-- The drawing under the hand: pans and zooms, is pointed at, dragged and chosen from. -->
<script lang="ts">
  import { idOf, is, markOf, nameOf, standsFor } from '../api/ids';
  import { zoom, zoomIdentity, type ZoomTransform } from 'd3-zoom';
  import { select } from 'd3-selection';
  import { onMount, type Snippet } from 'svelte';
  import type { XY } from '../api/types';
  import { ENVELOPE } from '../bench/looking.svelte';
  import type { Session } from '../bench/session.svelte';
  import { openUnclear } from '../entry/mend';
  import { GATHERS, OF_BARS, placeSlot } from '../entry/tools';
  import ArmLine from './ArmLine.svelte';
  import DeflectedMarks from './DeflectedMarks.svelte';
  import DiagramMarks from './DiagramMarks.svelte';
  import { lies, plot, roomAbove, spotAt } from './diagrams';
  import { Drag } from './drag.svelte';
  import EndMark from './EndMark.svelte';
  import { shapeText } from './enlarged';
  import Drawing from './Drawing.svelte';
  import Glow from './Glow.svelte';
  import Handles from './Handles.svelte';
  import { layout } from './layout';
  import { forget, measure } from './measure';
  import MotionGhost from './MotionGhost.svelte';
  import type { Painted, Reading } from './painted';
  import Pieces from './Pieces.svelte';
  import Readout from './Readout.svelte';
  import { asSvg } from './save';
  import { freeAt, orderAt } from './order';
  import { Slide } from './slide';
  import { barsAcross, exact, marksIn, pointAt, snapToPlace } from './snap';
  import { mix, sub } from './vec';
  import { fit, type Margin, roomFor, roundStep, toScreen, toWorld, type View } from './view';

  const { session, children }: { session: Session; children?: Snippet<[Painted, boolean]> } = $props();

  let svg: SVGSVGElement;
  let root: HTMLDivElement;
  let size = $state.raw({ width: 720, height: 640 });
  let transform = $state.raw<ZoomTransform>(zoomIdentity);
  let fonts = $state(0);
  let hover = $state.raw<XY | null>(null);

  const scene = $derived(session.reply?.scene ?? { bounds: null, marks: [] });
  // The drawing follows the structure until someone moves it by hand, and stands still while something on it is dragged.
  let held = $state.raw<View | null>(null);
  /** N, V and M, where they are read. */
  const inside = $derived(session.stop === 'inside' ? (scene.inside ?? null) : null);
  const below = $derived(inside !== null && lies(inside) && !session.looking.along);
  // Under a beam there is no room for distances; along the members of a frame none for what acts on it.
  const drawn = $derived.by(() => {
    if (!inside) return scene;
    const out = below ? ['dimension'] : ['dimension', 'force', 'couple', 'distributed', 'reaction'];
    // A train that stands somewhere is always seen.
    const { train } = session.looking;
    const kept = (id: string) => train !== null && is(id, 'load') && nameOf(id).startsWith(`${train} `);
    return { ...scene, marks: scene.marks.filter((m) => !out.includes(m.kind) || kept(m.id)) };
  });
  const room = $derived.by((): Margin => {
    if (!inside) return roomFor(scene);
    if (!below) return { left: 130, right: 130, top: 110, bottom: 130 };
    const above = 96;
    return {
      left: 110,
      right: 90,
      top: above,
      bottom: size.height - above - roomAbove(size, scene.bounds ?? null, 200),
    };
  });
  /** Places are being pressed: the drawing stays where it was pressed, as long as all of it is in sight. */
  let pressing = $state(false);
  const base = $derived(held ?? fit(scene.bounds, size, room));
  const view: View = $derived({
    k: transform.k * base.k,
    x: transform.applyX(base.x),
    y: transform.applyY(base.y),
  });
  const last = $derived(['check', 'table', 'stiff', 'inside', 'size'].includes(session.stop));
  const reading: Omit<Reading, 'arm' | 'lit'> = $derived({
    freed: !['idealise', 'stiff'].includes(session.stop) && (inside === null || below),
    step: last ? Infinity : session.stop === 'work' ? session.step : 0,
    // There is no working beside these: what is known is shown as found.
    all: inside !== null || session.stop === 'stiff' || session.stop === 'size',
    resultants: session.stop === 'work',
    ...(session.stop === 'work' && session.page && scene.free
      ? { free: freeAt(scene, session.step), order: orderAt(scene, session.page, session.step) }
      : {}),
  });
  // What is pointed at moves nothing on the drawing but the resultants of a load: nothing is laid out anew for the rest.
  const parted = $derived((session.parted || session.halved) && (scene.apart?.length ?? 0) > 0);
  const arm = $derived(parted ? null : session.lit.arm);
  const spread = $derived(session.lit.ids.filter((id) => is(id, 'load', 'point')).join('\n'));
  const painted = $derived.by(() => {
    void fonts;
    return layout(drawn, view, size, { ...reading, lit: spread.split('\n'), arm }, measure);
  });
  const width = (text: string) => measure(text, 'value');
  const plotted = $derived.by(() => {
    void fonts;
    if (!inside) return null;
    const low = toScreen(view, scene.bounds?.min ?? [0, 0])[1];
    const wanted = { along: !below, of: session.looking.inner, low, busy: painted.labels.map((l) => l.box) };
    return plot(inside, view, size, wanted, width);
  });
  /** The deflected shape, where stiffness is read. */
  const shape = $derived(session.stop === 'stiff' ? (scene.deflected ?? null) : null);
  /** The end of a member that is pointed at in a table, with its moment. */
  const pointedEnd = $derived.by(() => {
    const stiff = session.stop === 'stiff' ? session.page?.stiff : null;
    const row = session.sharing.end;
    const end = row === null ? undefined : stiff?.ends[row];
    if (!stiff || row === null || !end) return null;
    const text = session.sharing.entry ?? stiff.moments[row] ?? '';
    const value = Number(text.replace('−', '-'));
    const turn = Math.sign(value) * (stiff.sense === 'clockwise' ? -1 : 1);
    return { end, text: value === 0 ? '' : `${text} ${stiff.unit}`, turn };
  });
  const motion = $derived(session.reply?.solution?.free_motion ?? null);
  const moves = $derived(session.stop === 'idealise' || session.stop === 'free');
  const grid = $derived(roundStep(view, 34) * view.k);

  const slide = new Slide(() => [
    svg,
    ...root.querySelectorAll<HTMLElement>(':scope > .overlay, :scope > .glow, :scope > .pieces'),
  ]);

  // A drag of the empty board pans; with Shift it chooses; on a thing it moves the thing.
  const behaviour = zoom<HTMLDivElement, unknown>()
    .scaleExtent([0.15, 40])
    .filter((event: MouseEvent & TouchEvent) => {
      // What floats above the drawing has a life of its own.
      if (!(event.target instanceof Element) || !svg.contains(event.target)) return false;
      if (event.type === 'wheel') return true;
      if (inside && event instanceof MouseEvent && onCut(here(event))) return false;
      const onThing = event.target.closest('[data-mark]') !== null;
      const cutting = session.entry?.tool === 'section';
      return !event.ctrlKey && !event.shiftKey && !cutting && !(onThing && !reading.freed) && !event.button;
    })
    .on('zoom', (event: { transform: ZoomTransform; sourceEvent: Event | null }) => {
      const panned = event.sourceEvent !== null && event.transform.k === transform.k;
      if (panned && event.sourceEvent?.type !== 'wheel') slide.move(transform, event.transform);
      else transform = event.transform;
    })
    .on('end', () => (transform = slide.rest() ?? transform));

  onMount(() => {
    const selection = select(root);
    selection.call(behaviour).on('dblclick.zoom', null);
    const watch = new ResizeObserver(([entry]) => {
      if (entry) size = { width: entry.contentRect.width, height: entry.contentRect.height };
    });
    watch.observe(svg);
    void document.fonts.ready.then(() => {
      forget();
      fonts += 1;
    });
    return () => {
      watch.disconnect();
      selection.on('.zoom', null);
    };
  });

  /** The drawing as a file of its own. */
  export function picture(): string {
    return asSvg(svg, painted.labels);
  }

  export function fitAll(): void {
    select(root).call(behaviour.transform, zoomIdentity);
  }

  export function zoomBy(factor: number): void {
    select(root).call(behaviour.scaleBy, factor);
  }

  export function panBy(x: number, y: number): void {
    select(root).call(behaviour.translateBy, x / transform.k, y / transform.k);
  }

  /** Opens the tag of a mark. */
  export function open(id: string, near?: XY): void {
    const mark = scene.marks.find((m) => 'id' in m && m.id === markOf(id));
    if (mark?.kind === 'dimension') {
      const { first, second, axis } = mark;
      void session.openThing({ distance: { first, second, axis: axis ?? null } }, mark.id);
    } else if (is(id, 'unclear')) openUnclear(session, id);
    else void session.openThing({ mark: { id, near: near ? [...near] : null } });
  }

  const here = (event: MouseEvent): XY => {
    const box = svg.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };

  // svelte-ignore state_referenced_locally
  const drag = new Drag(session, () => view);

  /** Where a member is cut through. */
  const sliced = $derived.by(() => {
    if (!inside || !session.looking.cut) return null;
    // On influence lines the place lies on the path of the train.
    const path = inside.stretches[0];
    if (inside.titles && path && typeof inside.section === 'number') {
      const [from, to] = [toScreen(view, path.from), toScreen(view, path.to)];
      const at = mix(from, to, inside.section / (path.length || 1));
      return { stretch: path, station: inside.section, at };
    }
    const made = session.reply?.solution?.cut;
    const named = session.looking.cut.spot
      ? {
          stretch: inside.stretches.find((s) => s.id === session.looking.cut?.spot?.id),
          station: session.looking.cut.spot.station,
        }
      : made && {
          stretch: inside.stretches.find(
            (s) => s.body === made.body && s.ends[0] === made.stretch[0] && s.ends[1] === made.stretch[1],
          ),
          station: made.station,
        };
    if (!named?.stretch) return null;
    const { stretch, station } = named;
    const [from, to] = [toScreen(view, stretch.from), toScreen(view, stretch.to)];
    return { stretch, station, at: mix(from, to, station / (stretch.length || 1)) };
  });
  /** The part of a stretch that is pointed at on the page, across the board. */
  const span = $derived.by((): readonly [number, number] | null => {
    const pointed = session.looking.span;
    const stretch = inside?.stretches.find((s) => s.id === pointed?.id);
    if (!pointed || !stretch) return null;
    const [from, to] = [toScreen(view, stretch.from), toScreen(view, stretch.to)];
    const [a, b] = pointed.ends.map((end) => mix(from, to, end / (stretch.length || 1))[0] ?? 0);
    return a === undefined || b === undefined ? null : [Math.min(a, b), Math.max(a, b)];
  });
  /** The cut is in the hand. */
  let slicing = $state(false);

  /** Cuts through where the pointer is. */
  function slice(at: XY): void {
    const found = inside && spotAt(inside, view, at, below);
    if (!found) return;
    if (session.looking.state === ENVELOPE) {
      session.tell('A cut is made under one state of loads: choose a combination, or the loads as drawn.');
      return;
    }
    const { stretch, station } = found;
    const [x, y] = mix(stretch.from, stretch.to, station / (stretch.length || 1));
    session.looking.cutAt({
      // The path of a train may lead over several bodies.
      place: inside.titles ? `${exact(x)}; ${exact(y)}` : `${stretch.body} ${exact(x)}; ${exact(y)}`,
      spot: { id: stretch.id, station },
    });
  }

  /** How near the pointer has to be to take hold of a cut, in pixels. */
  const GRIP = 9;

  function onCut(at: XY): boolean {
    if (!sliced) return false;
    const [dx, dy] = sub(at, sliced.at);
    return below ? Math.abs(dx) <= GRIP : Math.hypot(dx, dy) <= 40;
  }

  /** The place that is read off the diagrams. */
  const pointedAt = $derived(inside && hover && !slicing ? spotAt(inside, view, hover, below) : null);

  function down(event: PointerEvent): void {
    if (event.button !== 0) return;
    const target = event.target as Element;
    const id = target.closest<HTMLElement | SVGElement>('[data-handle], [data-mark]');
    const mark = id?.dataset['handle'] ?? id?.dataset['mark'];
    if (session.entry?.tool === 'section' && !target.closest('form')) {
      drag.cut(here(event));
      return;
    }
    if (inside && onCut(here(event))) {
      slicing = true;
      root.setPointerCapture(event.pointerId);
      return;
    }
    if (mark && !event.shiftKey && !reading.freed && !inside) drag.grip(markOf(mark), here(event));
    else if (!mark && event.shiftKey) drag.span(here(event));
  }

  function move(event: PointerEvent): void {
    hover = here(event);
    if (slicing) {
      slice(hover);
      return;
    }
    if (!drag.moved(hover)) return;
    held ??= base;
    if (!root.hasPointerCapture(event.pointerId)) root.setPointerCapture(event.pointerId);
  }

  async function up(): Promise<void> {
    if (slicing) {
      slicing = false;
      return;
    }
    const line = drag.line;
    if (line) {
      session.type('bars', barsAcross(scene, view, line[0], line[1]).join(' '));
      drag.cancel();
      letGo();
      return;
    }
    const box = drag.box;
    if (box) session.choose(marksIn(scene, view, box[0], box[1]), true);
    await drag.drop();
    letGo();
  }

  function cancel(): void {
    drag.cancel();
    letGo();
  }

  /** The drawing follows the structure again, unless places are being pressed on it. */
  function letGo(): void {
    if (!pressing) held = null;
  }

  /** The sensible place under the pointer, while a place is wanted. */
  const pointed = $derived.by(() => {
    if (!hover || !session.entry || drag.on || !placeSlot(session.entry.tool)) return null;
    const { tool } = session.entry;
    // A rope runs over what is there: points and pulleys.
    if (tool === 'rope') return null;
    const anywhere = tool === 'bars' || tool === 'body';
    const onMember = anywhere ? null : snapToPlace(session.still, view, hover);
    // An axle may stand on the ground.
    const free = anywhere || tool === 'pulley';
    const snap = onMember ?? (free ? snapToPlace(session.still, view, hover, true) : null);
    return snap && { ...snap, screen: toScreen(view, snap.at) };
  });

  function pick(event: MouseEvent): void {
    if (inside && !parted) {
      slice(here(event));
      return;
    }
    const slot = session.entry && placeSlot(session.entry.tool);
    if (pointed && slot) {
      held ??= base;
      pressing = true;
      session.put(slot, pointed.place);
    } else if (!session.entry) session.choose([]);
  }

  $effect(() => {
    if (!pressing) return;
    const { min, max } = scene.bounds ?? {};
    const seen = [min, max].every((corner) => {
      if (!corner) return true;
      const [x, y] = toScreen(view, corner);
      return x >= 0 && y >= 0 && x <= size.width && y <= size.height;
    });
    if (session.entry && seen) return;
    pressing = false;
    held = null;
  });

  /** What is pressed is worked next, or goes into the open tag. */
  function take(id: string): boolean {
    const mark = markOf(id);
    const point = is(mark, 'point') ? nameOf(mark) : null;
    // A point of what is being typed is not there yet: the place under it is meant.
    if (point !== null && !(point in (session.sheet.points ?? {}))) return false;
    if (point !== null && reading.order?.has(mark)) {
      void session.pickNext(point);
      return true;
    }
    const slot = session.entry && placeSlot(session.entry.tool);
    if (point !== null && slot && !session.entry?.mark) {
      session.put(slot, point);
      return true;
    }
    // Where a support or a joint is pressed and a place is still wanted, the point is meant that it stands at.
    const stands = session.still.marks.find((m) => m.id === mark);
    const under =
      stands?.kind === 'support' || stands?.kind === 'joint' ? pointAt(session.still, stands.at) : null;
    const wanted = slot && !session.entry?.mark && (slot in GATHERS || !session.entry?.typed[slot]);
    if (under && wanted) {
      session.put(slot, under.name);
      return true;
    }
    if (is(mark, 'wheel') && session.entry?.tool === 'rope' && !session.entry.mark) {
      session.put('path', nameOf(mark));
      return true;
    }
    if (is(mark, 'bar') && session.entry && OF_BARS.includes(session.entry.tool)) {
      const before = (session.entry.typed['bars'] ?? '').split(' ').filter(Boolean);
      const bar = nameOf(mark);
      const now = before.includes(bar) ? before.filter((b) => b !== bar) : [...before, bar];
      session.type('bars', now.join(' '));
      return true;
    }
    return false;
  }

  function pickMember(id: string, event: MouseEvent): void {
    if (inside) return;
    if (take(id)) {
      event.stopPropagation();
      return;
    }
    if (event.shiftKey && is(id, 'bar')) {
      event.stopPropagation();
      session.choose([id], true);
      return;
    }
    if (session.entry || reading.freed) return;
    event.stopPropagation();
    open(id, toWorld(view, here(event)));
  }

  /** Pointing at things for an open tag leaves the cursor in it. Looked at on the way down: what pans the board ends the press there. */
  function keepFocus(event: MouseEvent): void {
    if (session.entry && !(event.target as Element).closest('form')) event.preventDefault();
  }

  /** The bars that are named in an open tag. */
  const named = $derived(
    session.entry && OF_BARS.includes(session.entry.tool)
      ? (session.entry.typed['bars'] ?? '').split(/[\s,]+/).map((bar) => idOf('bar', bar))
      : [],
  );

  const light = (id: string) => session.point({ ids: [markOf(id)] });
  const dark = () => session.leave();
  const standsOut = $derived(
    new Set<string | null | undefined>([
      ...named,
      ...session.lit.ids,
      ...session.chosen,
      session.entry?.mark,
    ]),
  );
  /** Joints that transmit what is pointed at. */
  const ringed = $derived(new Set(session.lit.ids.filter((id) => is(id, 'joint')).map(markOf)));
  const lit = (id: string) => standsOut.has(id) || standsOut.has(markOf(id)) || standsOut.has(standsFor(id));
</script>

<svelte:window
  onkeydown={(event) => {
    if (event.key === 'Escape' && drag.on) cancel();
  }}
/>

<!-- The drawing itself is for the eye; every mark has a handle in the overlay, and the page says it all in words. -->
<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
  class="board"
  class:placing={pointed !== null}
  class:dragging={drag.on}
  bind:this={root}
  onmousedowncapture={keepFocus}
  onpointerdown={down}
  onpointermove={move}
  onpointerup={up}
  onpointercancel={cancel}
  onpointerleave={() => (hover = null)}
>
  <svg bind:this={svg} onclick={pick} aria-hidden="true">
    <defs>
      <pattern id="grid" width={grid} height={grid} x={view.x} y={view.y} patternUnits="userSpaceOnUse">
        <path d="M{grid} 0H0V{grid}" class="grid" />
      </pattern>
      <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V7" class="hatch" />
      </pattern>
    </defs>
    <rect x="-100%" y="-100%" width="300%" height="300%" fill="url(#grid)" class="paper" />
    {#if motion && moves && !parted && !inside}
      <MotionGhost {motion} {scene} {view} />
    {/if}
    {#if !parted}
      <Drawing
        {painted}
        {lit}
        ringed={(id) => ringed.has(id)}
        freed={reading.freed}
        behind={reading.resultants}
        enter={light}
        leave={dark}
        pick={pickMember}
      />
    {/if}
    {#if inside && plotted && !parted}
      <DiagramMarks {inside} plot={plotted} spot={sliced ?? pointedAt} cut={sliced !== null} {span} />
    {/if}
    {#if shape}
      <DeflectedMarks {shape} {view} {lit} />
    {/if}
    {#if pointedEnd}
      <EndMark {...pointedEnd} {view} />
    {/if}
    {#if arm}
      <ArmLine {arm} {view} />
    {/if}
    {#if pointed}
      <g class="pointed">
        <line
          x1={pointed.screen[0]}
          y1={pointed.screen[1] - 46}
          x2={pointed.screen[0]}
          y2={pointed.screen[1] + 46}
        />
        <circle cx={pointed.screen[0]} cy={pointed.screen[1]} r="6" />
        <text x={pointed.screen[0] + 9} y={pointed.screen[1] - 34}>{pointed.said}</text>
      </g>
    {/if}
    {#if drag.snap}
      {@const [x, y] = toScreen(view, drag.snap.at)}
      <g class="pointed">
        <path d="M{x - 46} {y}H{x + 46}M{x} {y - 46}V{y + 46}" />
        <circle cx={x} cy={y} r="6" />
        <text x={x + 9} y={y - 34}>{drag.snap.said}</text>
      </g>
    {/if}
    {#if drag.line}
      {@const [[ax, ay], [bx, by]] = drag.line}
      <line class="cut" x1={ax} y1={ay} x2={bx} y2={by} />
    {/if}
    {#if drag.box}
      {@const [[ax, ay], [bx, by]] = drag.box}
      <rect
        class="span"
        x={Math.min(ax, bx)}
        y={Math.min(ay, by)}
        width={Math.abs(bx - ax)}
        height={Math.abs(by - ay)}
      />
    {/if}
  </svg>
  {#if parted}
    <Pieces {session} assembled={base} zoom={transform} {size} {reading} {fonts} {lit} />
  {:else}
    <Glow {painted} {lit} />
    <Handles
      {session}
      {painted}
      freed={reading.freed}
      {lit}
      open={(id, near) => open(id, near && toWorld(view, near))}
      {take}
      enter={light}
      leave={dark}
    />
  {/if}
  {#if inside && plotted && !parted && (sliced ?? pointedAt)}
    {@const at = sliced ?? pointedAt}
    {#if at}
      <Readout
        {inside}
        plot={plotted}
        spot={at}
        unit={session.sheet.units?.length ?? 'm'}
        width={size.width}
      />
    {/if}
  {/if}
  {#if shape}<p class="shape-text">{shapeText(shape, view)}</p>{/if}
  {@render children?.(painted, drag.on)}
</div>

<style>
  .board {
    position: relative;
    overflow: hidden;
    height: 100%;
    contain: layout style;
  }
  svg {
    display: block;
    width: 100%;
    height: 100%;
    cursor: grab;
    touch-action: none;
    /* What lies beyond the edge comes into sight while the picture slides. */
    overflow: visible;
  }
  svg:active {
    cursor: grabbing;
  }
  .placing svg {
    cursor:
      url('/cursor-place.svg') 12 12,
      crosshair;
  }
  .dragging,
  .dragging :global(*) {
    cursor: grabbing !important;
    user-select: none;
  }
  .shape-text {
    position: absolute;
    left: 12px;
    bottom: 10px;
    font-size: 13px;
    font-weight: 600;
    color: var(--solved);
    background: color-mix(in oklab, var(--color-base-100) 85%, transparent);
    padding: 2px 6px;
    border-radius: 6px;
    pointer-events: none;
  }
  .grid {
    fill: none;
    stroke: var(--grid);
    stroke-width: 0.6;
  }
  /* It is far larger than the drawing, and would lie under the words. */
  @media print {
    .paper {
      display: none;
    }
  }
  .hatch {
    stroke: var(--ink);
    stroke-width: 1.3;
  }
  .pointed {
    pointer-events: none;
  }
  .pointed line,
  .pointed path {
    stroke: var(--focus);
    stroke-dasharray: 3 3;
  }
  .pointed circle {
    fill: none;
    stroke: var(--focus);
    stroke-width: 2;
  }
  .pointed text {
    fill: var(--focus);
    font-size: 13px;
    font-weight: 600;
    paint-order: stroke;
    stroke: var(--color-base-100);
    stroke-width: 4px;
  }
  .cut {
    stroke: var(--focus);
    stroke-width: 2.5;
    stroke-dasharray: 9 4 2 4;
    pointer-events: none;
  }
  .span {
    fill: color-mix(in oklab, var(--color-accent) 8%, transparent);
    stroke: var(--focus);
    stroke-dasharray: 4 3;
    pointer-events: none;
  }
</style>
