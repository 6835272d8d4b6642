<!-- The drawing: paints the layout, carries pan and zoom, and hands out handles for everything that can be changed. -->
<script lang="ts">
  import { zoom, zoomIdentity, type ZoomTransform } from 'd3-zoom';
  import { select } from 'd3-selection';
  import { onMount, type Snippet } from 'svelte';
  import type { MarkOf, XY } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import { placeSlot, toolFor, type ToolId } from '../entry/tools';
  import { beamSlots, loadNamed, loadSlots, short, supportNamed, supportSlots } from '../entry/written';
  import ArcMark from './ArcMark.svelte';
  import ArmLine from './ArmLine.svelte';
  import ArrowMark from './ArrowMark.svelte';
  import { type Label, layout, type Painted, type Reading } from './layout';
  import { forget, measure } from './measure';
  import MemberMarks from './MemberMarks.svelte';
  import MotionGhost from './MotionGhost.svelte';
  import SupportMark from './SupportMark.svelte';
  import { dot, length, sub, unit } from './vec';
  import { fit, roundStep, toScreen, toWorld, type View } from './view';

  const { session, children }: { session: Session; children?: Snippet<[Painted]> } = $props();

  let svg: SVGSVGElement;
  let size = $state.raw({ width: 720, height: 640 });
  let transform = $state.raw<ZoomTransform>(zoomIdentity);
  let fonts = $state(0);
  let hover = $state.raw<XY | null>(null);

  const scene = $derived(session.reply?.scene ?? { bounds: null, marks: [] });
  // The drawing follows the structure until someone moves it by hand.
  const base = $derived(fit(scene.bounds, size));
  const view: View = $derived({
    k: transform.k * base.k,
    x: transform.applyX(base.x),
    y: transform.applyY(base.y),
  });
  const reading: Omit<Reading, 'arm' | 'lit'> = $derived({
    freed: session.stop !== 'idealise',
    step: session.stop === 'check' ? Infinity : session.stop === 'work' ? session.step : 0,
    resultants: session.stop === 'work',
  });
  const painted = $derived.by(() => {
    void fonts;
    return layout(scene, view, size, { ...reading, lit: session.lit.ids, arm: session.lit.arm }, measure);
  });
  const motion = $derived(session.reply?.solution?.answers.free_motion ?? null);
  const moves = $derived(session.stop === 'idealise' || session.stop === 'free');
  const grid = $derived(roundStep(view, 34) * view.k);

  const behaviour = zoom<SVGSVGElement, unknown>()
    .scaleExtent([0.15, 40])
    .filter((event: MouseEvent & TouchEvent) => !event.ctrlKey || event.type === 'wheel')
    .on('zoom', (event: { transform: ZoomTransform }) => (transform = event.transform));

  onMount(() => {
    const selection = select(svg);
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

  export function fitAll(): void {
    select(svg).call(behaviour.transform, zoomIdentity);
  }

  export function zoomBy(factor: number): void {
    select(svg).call(behaviour.scaleBy, factor);
  }

  export function panBy(x: number, y: number): void {
    select(svg).call(behaviour.translateBy, x / transform.k, y / transform.k);
  }

  function toolOf(id: string): { tool: ToolId; before: Record<string, string>; name?: string } | null {
    const [kind, name] = [id.slice(0, id.indexOf(':')), id.slice(id.indexOf(':') + 1)];
    if (kind === 'body') return { tool: 'beam', before: beamSlots(scene) };
    if (kind === 'support') {
      const support = supportNamed(session.sheet, scene, id);
      const tool = support && toolFor(support.kind);
      return support && tool ? { tool, before: supportSlots(support, scene), name } : null;
    }
    const load = loadNamed(session.sheet, scene, id);
    const tool = load && toolFor(load.kind);
    return load && tool ? { tool, before: loadSlots(load, scene), name } : null;
  }

  /** Opens the tag of a mark. The base of a label `load:q1#end` is its mark. */
  export function open(id: string): void {
    const mark = id.split('#')[0] ?? id;
    if (mark.startsWith('dimension:')) {
      const m = scene.marks.find((x): x is MarkOf<'dimension'> => x.kind === 'dimension' && x.id === mark);
      if (!m) return;
      const value = short(Math.hypot(m.to[0] - m.from[0], m.to[1] - m.from[1]));
      session.open('distance', { mark, target: { first: m.first, second: m.second }, before: { value } });
      return;
    }
    const about = toolOf(mark);
    if (!about) return;
    const target = about.name === undefined ? {} : { name: about.name };
    const slot = id.endsWith('#end') ? { slot: 'end' } : {};
    session.open(about.tool, { mark, target, before: about.before, ...slot });
  }

  /** The round distance along the beam under the pointer. */
  const pointed = $derived.by(() => {
    const body = scene.marks.find((m) => m.kind === 'body');
    if (!hover || !body || body.kind !== 'body' || !session.entry || !placeSlot(session.entry.tool))
      return null;
    const [a, b] = [body.path[0], body.path.at(-1)];
    if (!a || !b) return null;
    const [along, span] = [unit(sub(b, a)), length(sub(b, a))];
    const step = roundStep(view, 7);
    const near = Math.round(dot(sub(toWorld(view, hover), a), along) / step) * step;
    const station = Math.min(span, Math.max(0, near));
    const place: XY = [a[0] + along[0] * station, a[1] + along[1] * station];
    return { station: short(station), at: toScreen(view, place) };
  });

  function pick(): void {
    const slot = session.entry && placeSlot(session.entry.tool);
    if (pointed && slot) session.type(slot, pointed.station);
  }

  function move(event: PointerEvent): void {
    const box = svg.getBoundingClientRect();
    hover = [event.clientX - box.left, event.clientY - box.top];
  }

  const light = (id: string) => session.point({ ids: [id.split('#')[0] ?? id] });
  const dark = () => session.point(null);
  const lit = (id: string) => session.lit.ids.includes(id.split('#')[0] ?? id);
  const chosen = (id: string) => session.entry?.mark === id.split('#')[0];

  function says(label: Label): string {
    if (label.kind === 'dimension')
      return `Distance ${label.id.slice('dimension:'.length).replace('-', ' to ')}: ${label.text}`;
    return `${label.id.split('#')[0]?.replace(':', ' ') ?? ''}: ${label.text}`;
  }

  const path = (points: readonly XY[]) => points.map((p) => p.join()).join(' ');

  // Roving focus: one stop for the Tab key, arrows go from handle to handle.
  const handles = $derived([
    ...(reading.freed ? [] : painted.supports.map((s) => s.id)),
    ...painted.labels.filter((l) => l.editable).map((l) => l.id),
  ]);
  let current = $state<string | null>(null);
  const stop = $derived(current !== null && handles.includes(current) ? current : (handles[0] ?? null));
  let overlay: HTMLDivElement;

  function rove(event: KeyboardEvent, id: string): void {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (by !== undefined && !event.shiftKey) {
      const next = handles[(handles.indexOf(id) + by + handles.length) % handles.length];
      if (next) {
        current = next;
        overlay.querySelector<HTMLElement>(`[data-handle="${CSS.escape(next)}"]`)?.focus();
      }
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      if (!id.startsWith('dimension:'))
        void session.edit({ edit: 'remove', id: id.split('#')[0] ?? id }, 'Removed');
    } else {
      return;
    }
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<div class="board" class:placing={session.entry !== null && pointed !== null}>
  <!-- The drawing itself is for the eye; every mark has a handle in the overlay, and the page says it all in words. -->
  <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
  <svg
    bind:this={svg}
    onpointermove={move}
    onpointerleave={() => (hover = null)}
    onclick={pick}
    aria-hidden="true"
  >
    <defs>
      <pattern id="grid" width={grid} height={grid} x={view.x} y={view.y} patternUnits="userSpaceOnUse">
        <path d="M{grid} 0H0V{grid}" class="grid" />
      </pattern>
      <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V7" class="hatch" />
      </pattern>
    </defs>
    <rect width="100%" height="100%" fill="url(#grid)" />

    {#each painted.dimensions as d (d.id)}
      <g class="dimension" class:lit={lit(d.id) || chosen(d.id)}>
        {#each d.feet as [a, b], i (i)}
          <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} class="foot" />
        {/each}
        <line x1={d.a[0]} y1={d.a[1]} x2={d.b[0]} y2={d.b[1]} />
        {#each [d.a, d.b] as p, i (i)}
          <path d="M{p[0] - 5} {p[1] + 5}l10 -10" class="tick" />
        {/each}
      </g>
    {/each}

    {#each painted.supports as s (s.id)}
      <SupportMark symbol={s} ghost={reading.freed} lit={lit(s.id) || chosen(s.id)} />
    {/each}

    {#if motion && moves}
      <MotionGhost {motion} {scene} {view} />
    {/if}

    {#each painted.combs as c (c.id)}
      <g class="comb" class:lit={lit(c.id) || chosen(c.id)} class:behind={reading.resultants}>
        <polyline points={path(c.outline)} />
        {#each c.teeth as t, i (i)}
          {@const d = unit(sub(t.head, t.tail))}
          <line x1={t.tail[0]} y1={t.tail[1]} x2={t.head[0] - d[0] * 4} y2={t.head[1] - d[1] * 4} />
          <path
            class="tooth"
            d="M{t.head[0]} {t.head[1]}L{t.head[0] - d[0] * 7 - d[1] * 3} {t.head[1] - d[1] * 7 + d[0] * 3}L{t
              .head[0] -
              d[0] * 7 +
              d[1] * 3} {t.head[1] - d[1] * 7 - d[0] * 3}Z"
          />
        {/each}
      </g>
    {/each}

    {#each painted.beams as b (b.id)}
      <g class="beam" class:lit={lit(b.id) || chosen(b.id)}>
        <polyline points={path(b.path)} />
        <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
        <polyline points={path(b.path)} class="reach" onclick={() => !session.entry && open(b.id)} />
      </g>
    {/each}

    <MemberMarks {painted} lit={(id) => lit(id)} />

    {#if session.lit.arm}
      <ArmLine arm={session.lit.arm} {view} />
    {/if}

    {#each painted.arrows as a (a.id)}
      <ArrowMark arrow={a} lit={lit(a.id) || chosen(a.id)} enter={() => light(a.id)} leave={dark} />
    {/each}
    {#each painted.arcs as a (a.id)}
      <ArcMark arc={a} lit={lit(a.id) || chosen(a.id)} enter={() => light(a.id)} leave={dark} />
    {/each}

    {#each painted.points as p (p.id)}
      <circle cx={p.at[0]} cy={p.at[1]} r="4.5" class="point" class:lit={lit(p.id)} />
    {/each}

    {#each painted.joints as j (j.id)}
      {#if lit(j.id)}<circle cx={j.at[0]} cy={j.at[1]} r="9" class="ring" />{/if}
    {/each}

    {#each painted.labels as l (l.id)}
      {#if l.leader}
        <line
          class="leader"
          x1={l.leader[0]}
          y1={l.leader[1]}
          x2={l.box.x + l.box.w / 2}
          y2={l.box.y + l.box.h / 2}
        />
      {/if}
    {/each}

    {#if pointed}
      <g class="pointed">
        <line x1={pointed.at[0]} y1={pointed.at[1] - 46} x2={pointed.at[0]} y2={pointed.at[1] + 46} />
        <circle cx={pointed.at[0]} cy={pointed.at[1]} r="6" />
        <text x={pointed.at[0] + 9} y={pointed.at[1] - 34}>{pointed.station}</text>
      </g>
    {/if}
  </svg>

  <div class="overlay" bind:this={overlay} role="group" aria-label="Things on the board">
    {#if !reading.freed}
      {#each painted.supports as s (s.id)}
        <button
          class="support-handle"
          style:left="{s.at[0] - 22}px"
          style:top="{s.at[1] - 6}px"
          tabindex={stop === s.id ? 0 : -1}
          data-handle={s.id}
          aria-label="{s.shape} {s.id.slice('support:'.length)}"
          onclick={() => open(s.id)}
          onkeydown={(e) => rove(e, s.id)}
          onfocus={() => (current = s.id)}
          onpointerenter={() => light(s.id)}
          onpointerleave={dark}
        ></button>
      {/each}
    {/if}
    {#each painted.labels as l (l.id)}
      {#if l.editable}
        <button
          class="tagged {l.kind} {l.role}"
          class:lit={lit(l.id) || chosen(l.id)}
          style:left="{l.box.x}px"
          style:top="{l.box.y}px"
          style:width="{l.box.w}px"
          style:height="{l.box.h}px"
          style:rotate={l.turned ? `${l.turned}deg` : undefined}
          tabindex={stop === l.id ? 0 : -1}
          data-handle={l.id}
          data-label={l.id}
          aria-label={says(l)}
          onclick={() => open(l.id)}
          onkeydown={(e) => rove(e, l.id)}
          onfocus={() => (current = l.id)}
          onpointerenter={() => light(l.id)}
          onpointerleave={dark}>{l.text}</button
        >
      {:else}
        <!-- svelte-ignore a11y_no_static_element_interactions -->
        <span
          class="tagged {l.kind} {l.role}"
          class:lit={lit(l.id)}
          style:left="{l.box.x}px"
          style:top="{l.box.y}px"
          style:width="{l.box.w}px"
          style:height="{l.box.h}px"
          data-label={l.id}
          onpointerenter={() => l.kind !== 'name' && light(l.id)}
          onpointerleave={dark}
          ><span
            >{l.text}{#if l.index}<sub>{l.index}</sub>{/if}</span
          ></span
        >
      {/if}
    {/each}
  </div>
  {@render children?.(painted)}
</div>

<style>
  .board {
    position: relative;
    overflow: hidden;
    height: 100%;
  }
  svg {
    display: block;
    width: 100%;
    height: 100%;
    cursor: grab;
    touch-action: none;
  }
  svg:active {
    cursor: grabbing;
  }
  .placing svg {
    cursor: crosshair;
  }
  .grid {
    fill: none;
    stroke: var(--grid);
    stroke-width: 0.6;
  }
  .hatch {
    stroke: var(--ink);
    stroke-width: 1.3;
  }
  .beam polyline {
    fill: none;
    stroke: var(--ink);
    stroke-width: 7;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  .beam.lit polyline:not(.reach) {
    stroke: var(--focus);
  }
  .beam .reach {
    stroke: transparent;
    stroke-width: 24;
    cursor: pointer;
  }
  .point {
    fill: var(--color-base-100);
    stroke: var(--ink);
    stroke-width: 2;
    pointer-events: none;
  }
  .dimension line {
    stroke: var(--assumed);
    stroke-width: 1;
  }
  .dimension .foot {
    stroke: var(--faded);
    stroke-width: 0.8;
  }
  .dimension .tick {
    stroke: var(--assumed);
    stroke-width: 1.5;
  }
  .dimension.lit line,
  .dimension.lit path {
    stroke: var(--focus);
  }
  .comb polyline {
    fill: color-mix(in oklab, var(--given) 5%, transparent);
    stroke: var(--given);
    stroke-width: 1.3;
  }
  .comb line {
    stroke: var(--given);
    stroke-width: 1.3;
  }
  .comb .tooth {
    fill: var(--given);
  }
  .comb.behind {
    opacity: 0.5;
  }
  .comb.lit {
    opacity: 1;
  }
  .comb.lit polyline,
  .comb.lit line {
    stroke: var(--focus);
  }
  .comb.lit .tooth {
    fill: var(--focus);
  }
  .ring {
    fill: none;
    stroke: var(--focus);
    stroke-width: 2.5;
  }
  .leader {
    stroke: var(--faded);
    stroke-width: 1;
    stroke-dasharray: 2 3;
  }
  .pointed {
    pointer-events: none;
  }
  .pointed line {
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
  }
  .overlay {
    position: absolute;
    inset: 0;
    pointer-events: none;
  }
  .tagged,
  .support-handle {
    position: absolute;
    pointer-events: auto;
    white-space: nowrap;
  }
  .support-handle {
    width: 44px;
    height: 48px;
    cursor: pointer;
    border-radius: 6px;
  }
  .tagged:not(.name) {
    background: color-mix(in oklab, var(--color-base-100) 82%, transparent);
  }
  .tagged {
    display: flex;
    align-items: center;
    justify-content: center;
    border-radius: 5px;
    line-height: 1;
  }
  .tagged.name {
    font-size: 14px;
    font-weight: 650;
    pointer-events: none;
  }
  .tagged.value,
  .tagged.resultant {
    font-size: 13.5px;
    font-weight: 560;
  }
  .tagged.dimension {
    font-size: 13px;
    font-weight: 480;
    color: var(--assumed);
    background: var(--color-base-100);
  }
  .tagged.unknown {
    font-size: 14px;
    font-weight: 560;
  }
  .tagged sub {
    font-size: 10.5px;
    bottom: -0.3em;
  }
  button.tagged {
    cursor: pointer;
  }
  button.tagged:hover,
  button.tagged.lit {
    background: var(--wash);
    color: var(--focus);
    box-shadow: inset 0 -1px 0 var(--focus);
  }
  .assumed {
    color: var(--assumed);
  }
  .solved {
    color: var(--solved);
    font-weight: 680 !important;
  }
  .tagged.arm {
    font-size: 13px;
    font-weight: 650;
    background: var(--wash);
    box-shadow: inset 0 0 0 1px var(--focus);
    pointer-events: none;
  }
  .focus,
  span.tagged.lit {
    color: var(--focus);
  }
  .faded {
    color: var(--assumed);
  }
</style>
