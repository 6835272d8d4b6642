<!--
  The structure taken apart: every free body a sheet of its own, so that it can fly to its place, be dragged aside, and be lit, without
  anything else being painted. Broken lines lead from each arrow to its opposite.
-->
<script lang="ts">
  import type { Piece, XY } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import { is, placeOf, standsFor } from '../api/ids';
  import { homeOf, type Laid, lay, pairs, piecesAt, type Places, spread } from './apart';
  import { between } from './exerted';
  import ArmLine from './ArmLine.svelte';
  import Drawing from './Drawing.svelte';
  import { measure } from './measure';
  import type { Reading } from './painted';
  import { toScreen, type Size, type View } from './view';

  interface Props {
    session: Session;
    /** The view of the assembled drawing, before anyone zoomed. */
    assembled: View;
    zoom: { readonly k: number; readonly x: number; readonly y: number };
    size: Size;
    reading: Pick<Reading, 'freed' | 'step' | 'resultants'>;
    fonts: number;
    lit: (id: string) => boolean;
  }
  const { session, assembled, zoom, size, reading, fonts, lit }: Props = $props();

  const scene = $derived(session.reply?.scene ?? { bounds: null, marks: [] });
  const free = $derived(
    (session.stop === 'work' && scene.free?.find((f) => f.first <= session.step && session.step <= f.last)) ||
      null,
  );
  const pieces = $derived(piecesAt(scene, free));
  const places: Places = $derived.by(() => {
    void fonts;
    return spread(pieces, assembled, size, measure);
  });
  const now = (piece: Piece) =>
    free !== null && (free.group?.id === piece.id || free.pieces.includes(piece.id));
  const spreadLoads = $derived(session.lit.ids.filter((id) => is(id, 'load')));
  const readingOf = (piece: Piece): Reading => ({
    freed: true,
    step: reading.step,
    resultants: reading.resultants,
    piece: true,
    lit: spreadLoads,
    arm: now(piece) ? session.lit.arm : null,
  });
  const laid = $derived.by(() => {
    void fonts;
    return lay(places, near, session.parting.moved, readingOf, measure);
  });
  // Nearer, the drawing grows and the words do not; farther, all of it is seen smaller, as a sheet of paper is: words that do not shrink
  // would run into each other.
  const nearness = $derived(places.shrink * zoom.k);
  const near = $derived(nearness < 1 ? { k: 1, x: 0, y: 0 } : { ...zoom, k: nearness });
  const far = $derived(nearness < 1 ? `translate(${zoom.x}px, ${zoom.y}px) scale(${nearness})` : undefined);
  const joined = $derived(pairs(laid).map((pair) => ({ ...pair, line: between(pair.a, pair.b, 12) })));
  const calm = matchMedia('(prefers-reduced-motion: reduce)').matches;

  /** Comes from its place in the assembled structure, and goes back there. */
  function fly(_: Element, { from }: { from: Laid }) {
    const away = nearness < 1;
    const there = homeOf(from, assembled);
    const home = away ? [(there[0] - zoom.x) / nearness, (there[1] - zoom.y) / nearness] : there;
    const grown = assembled.k / from.view.k / (away ? nearness : 1);
    return {
      duration: calm ? 0 : 420,
      easing: (t: number) => 1 - (1 - t) ** 3,
      css: (t: number, u: number) =>
        `transform: translate(${from.at[0] * t + (home[0] ?? 0) * u}px, ${from.at[1] * t + (home[1] ?? 0) * u}px) scale(${t + grown * u}); opacity: ${0.35 + 0.65 * t}`,
    };
  }

  let gripped: { readonly id: string; readonly from: XY; readonly was: XY; to: XY; far: boolean } | null =
    null;

  function grip(event: PointerEvent, piece: Piece): void {
    if (event.button !== 0) return;
    event.stopPropagation();
    gripped = {
      id: piece.id,
      from: [event.clientX, event.clientY],
      was: session.parting.moved[piece.id] ?? [0, 0],
      to: [0, 0],
      far: false,
    };
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
  }

  function drag(event: PointerEvent): void {
    if (!gripped) return;
    const [dx, dy] = [event.clientX - gripped.from[0], event.clientY - gripped.from[1]];
    if (!gripped.far && Math.hypot(dx, dy) < 4) return;
    gripped.far = true;
    const k = places.k * nearness;
    gripped.to = [gripped.was[0] + dx / k, gripped.was[1] - dy / k];
    session.parting.drag(gripped.id, gripped.to);
  }

  function drop(piece: Piece, event: PointerEvent | MouseEvent): void {
    const held = gripped;
    gripped = null;
    if (held?.far) session.parting.setAside(held.id, held.to);
    else if (held) session.choose([piece.id], event.shiftKey || session.chosen.length > 0);
  }

  /** Arrow keys push a piece aside; Space chooses it. */
  function key(event: KeyboardEvent, piece: Piece): void {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (by && !event.shiftKey) {
      const step = 12 / (places.k * nearness);
      const [x, y] = session.parting.moved[piece.id] ?? [0, 0];
      session.parting.setAside(piece.id, [x + (by[0] ?? 0) * step, y + (by[1] ?? 0) * step]);
    } else if (event.key === ' ' || event.key === 'Enter') session.choose([piece.id], true);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  const light = (id: string) => session.point({ ids: [standsFor(id)] });

  /** One press shows the opposite: on which other piece the same unknown acts the other way. */
  function opposite(id: string, piece: Piece): void {
    const column = standsFor(id);
    const here = piece.marks.find((m) => m.kind === 'exerted' && m.column === column);
    if (here?.kind !== 'exerted') return;
    const others = pieces.filter(
      (p) => p.id !== piece.id && p.marks.some((m) => m.kind === 'exerted' && m.column === column),
    );
    const symbol = here.symbol.index ? `${here.symbol.base}_${here.symbol.index}` : here.symbol.base;
    session.hold(column);
    session.tell(
      others.length > 0
        ? `${symbol}: on ${piece.name} one way, on ${others.map((p) => p.name).join(' and ')} the other.`
        : `${symbol}: its opposite acts on the ground.`,
    );
  }

  const NATURE: Record<Piece['nature'], string> = {
    body: '',
    'two-force': 'two forces',
    'three-force': 'three forces',
    particle: '',
    group: 'together',
  };
  const path = (l: Laid, p: readonly [number, number]) => toScreen(l.view, p).join(' ');
</script>

<div class="pieces" role="group" aria-label="Free bodies">
  <div class="sheet" style:transform={far}>
    <svg class="pairs" aria-hidden="true">
      {#each joined as pair (pair.column)}
        <line
          class:lit={lit(pair.column)}
          x1={pair.line[0][0]}
          y1={pair.line[0][1]}
          x2={pair.line[1][0]}
          y2={pair.line[1][1]}
        />
      {/each}
    </svg>
    {#each laid as l (l.piece.id)}
      <div
        class="piece"
        class:now={now(l.piece)}
        class:waits={free !== null && !now(l.piece) && !session.chosen.includes(l.piece.id)}
        style:width="{l.size.width}px"
        style:height="{l.size.height}px"
        style:transform="translate({l.at[0]}px, {l.at[1]}px)"
        data-piece={l.piece.id}
        in:fly={{ from: l }}
        out:fly={{ from: l }}
      >
        <svg aria-hidden="true">
          <!-- Lines of action: of two forces always, of three where one looks at the piece. -->
          {#if l.piece.nature === 'two-force' || now(l.piece) || session.chosen.includes(l.piece.id)}
            <svg class="actions" width={l.size.width} height={l.size.height}>
              {#each l.piece.lines as line, i (i)}
                <path d="M{path(l, line.from)}L{path(l, line.to)}" />
              {/each}
            </svg>
          {/if}
          {#if is(l.piece.id, 'end') && l.piece.bounds}
            {@const [x, y] = toScreen(l.view, l.piece.bounds.min)}
            <rect class="weight" x={x - 7} y={y - 7} width="14" height="14" rx="3" />
          {/if}
          <Drawing
            painted={l.painted}
            {lit}
            freed={true}
            behind={reading.resultants}
            enter={light}
            leave={() => session.leave()}
          />
          <!-- What is drawn of the body is what it is taken by. -->
          <!-- svelte-ignore a11y_no_static_element_interactions -->
          <g
            class="hold"
            onpointerdown={(e) => grip(e, l.piece)}
            onpointermove={drag}
            onpointerup={(e) => drop(l.piece, e)}
          >
            {#each l.painted.beams as b (b.id)}
              <polyline points={b.path.map((p) => p.join()).join(' ')} />
            {/each}
            {#each l.painted.bars as b (b.id)}
              <line x1={b.a[0]} y1={b.a[1]} x2={b.b[0]} y2={b.b[1]} />
            {/each}
            {#each l.painted.wheels as w (w.id)}
              <circle cx={w.at[0]} cy={w.at[1]} r={w.r} />
            {/each}
          </g>
          {#if now(l.piece) && session.lit.arm}
            <ArmLine arm={session.lit.arm} view={l.view} />
          {/if}
        </svg>
        <button
          class="title"
          class:chosen={session.chosen.includes(l.piece.id)}
          style:left="{l.box.x + 4}px"
          style:top="{l.box.y}px"
          aria-pressed={session.chosen.includes(l.piece.id)}
          onpointerdown={(e) => grip(e, l.piece)}
          onpointermove={drag}
          onpointerup={(e) => drop(l.piece, e)}
          onkeydown={(e) => key(e, l.piece)}
          title="Drag it aside; press to choose it"
          >{l.piece.name}{#if NATURE[l.piece.nature]}<small>{NATURE[l.piece.nature]}</small>{/if}</button
        >
        {#each l.painted.labels as label (label.id)}
          {#if placeOf(label.id) !== null && !is(label.id, 'load')}
            <button
              class="label {label.kind} {label.role}"
              class:lit={lit(label.id)}
              style:left="{label.box.x}px"
              style:top="{label.box.y}px"
              style:width="{label.box.w}px"
              style:height="{label.box.h}px"
              data-label={label.id}
              onclick={() => opposite(label.id, l.piece)}
              onpointerenter={() => light(label.id)}
              onpointerleave={() => session.leave()}
              ><span
                >{label.text}{#if label.index}<sub>{label.index}</sub>{/if}</span
              ></button
            >
          {:else}
            <!-- svelte-ignore a11y_no_static_element_interactions -->
            <span
              class="label {label.kind} {label.role}"
              class:pushed={label.kind === 'axial' && label.text.startsWith('C')}
              class:lit={lit(label.id)}
              style:rotate={label.turned ? `${label.turned}deg` : undefined}
              style:left="{label.box.x}px"
              style:top="{label.box.y}px"
              style:width="{label.box.w}px"
              style:height="{label.box.h}px"
              data-label={label.id}
              onpointerenter={() => light(label.id)}
              onpointerleave={() => session.leave()}
              ><span
                >{label.text}{#if label.index}<sub>{label.index}</sub>{/if}</span
              ></span
            >
          {/if}
        {/each}
      </div>
    {/each}
  </div>
</div>

<style>
  .pieces {
    position: absolute;
    inset: 0;
    pointer-events: none;
  }
  .sheet {
    position: absolute;
    inset: 0;
    transform-origin: 0 0;
  }
  .pairs {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    overflow: visible;
    animation: come 300ms 300ms both;
  }
  @keyframes come {
    from {
      opacity: 0;
    }
  }
  .pairs line {
    stroke: var(--faded);
    stroke-width: 1;
    stroke-dasharray: 2 5;
  }
  .pairs line.lit {
    stroke: var(--focus);
    stroke-width: 2;
    stroke-dasharray: 6 4;
  }
  .piece {
    position: absolute;
    left: 0;
    top: 0;
    transform-origin: 0 0;
    will-change: transform;
    transition: opacity 160ms;
  }
  .piece svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    overflow: visible;
  }
  .piece :global([data-mark]),
  .hold,
  .label {
    pointer-events: auto;
  }
  .waits {
    opacity: 0.42;
  }
  .piece .actions {
    overflow: hidden;
  }
  .weight {
    fill: var(--color-base-100);
    stroke: var(--ink);
    stroke-width: 2;
  }
  .actions path {
    stroke: var(--assumed);
    stroke-width: 1;
    stroke-dasharray: 10 4 2 4;
    fill: none;
  }
  .hold {
    fill: none;
    stroke: transparent;
    stroke-width: 18;
    cursor: grab;
    touch-action: none;
  }
  .hold circle {
    fill: transparent;
  }
  .title {
    position: absolute;
    pointer-events: auto;
    height: 24px;
    min-width: 24px;
    white-space: nowrap;
    font-size: 12.5px;
    font-weight: 620;
    color: var(--color-neutral);
    border-radius: 6px;
    padding: 0 6px;
    cursor: grab;
    touch-action: none;
  }
  .title small {
    margin-left: 6px;
    font-weight: 480;
  }
  .title:hover {
    background: var(--wash);
  }
  .title.chosen {
    color: var(--focus);
    box-shadow: inset 0 0 0 1.5px var(--focus);
  }
  .now .title {
    color: var(--focus);
  }
  .label {
    position: absolute;
    display: flex;
    align-items: center;
    justify-content: center;
    white-space: nowrap;
    line-height: 1;
    border-radius: 5px;
    font-size: 13.5px;
    font-weight: 560;
    background: color-mix(in oklab, var(--color-base-100) 82%, transparent);
  }
  button.label {
    cursor: pointer;
  }
  .label.name {
    font-size: 14px;
    font-weight: 650;
    background: none;
  }
  .label.unknown {
    font-size: 14px;
  }
  .label.axial {
    background: none;
    font-size: 13px;
    font-weight: 620;
    color: var(--tension);
  }
  .label.axial.pushed {
    color: var(--compression);
  }
  .label sub {
    font-size: 10.5px;
    bottom: -0.3em;
  }
  .assumed {
    color: var(--assumed);
  }
  .solved {
    color: var(--solved);
    font-weight: 680;
  }
  .focus,
  .label.lit {
    color: var(--focus);
  }
  .label.arm {
    font-size: 13px;
    font-weight: 650;
    background: var(--wash);
    box-shadow: inset 0 0 0 1px var(--focus);
    pointer-events: none;
  }
</style>
