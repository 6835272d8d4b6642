<!-- Handles over the drawing: everything that can be pointed at, opened, chosen or removed, by pointer and by keyboard. -->
<script lang="ts">
  import type { XY } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import { markOf, nameOf, pieceOf, said } from '../api/ids';
  import { actOn, canChoose } from './handlekeys';
  import { piecesOf } from './members';
  import type { Label, Painted } from './painted';
  import { mix } from './vec';

  interface Props {
    session: Session;
    painted: Painted;
    freed: boolean;
    lit: (id: string) => boolean;
    /** `near`: a place on the screen. */
    open: (id: string, near?: XY) => void;
    /** Something else is done with what is pressed: it goes into an open tag, or is worked next. */
    take: (id: string) => boolean;
    enter: (id: string) => void;
    leave: () => void;
  }
  const { session, painted, freed, lit, open, take, enter, leave }: Props = $props();

  // Roving focus: one stop for the Tab key, arrows go from handle to handle, in the order of the work.
  const RANK: Record<Label['kind'], number> = {
    unclear: 0,
    value: 1,
    axial: 1.5,
    dimension: 2,
    name: 3,
    unknown: 4,
    resultant: 5,
    arm: 6,
  };
  const editable = $derived(
    painted.labels.filter((l) => l.editable).sort((a, b) => RANK[a.kind] - RANK[b.kind]),
  );
  /** Members are pointed at on the drawing itself; for keys each straight piece and each bar has a handle in its middle. */
  const members = $derived.by(() => {
    if (freed) return [];
    const labelled = new Set(editable.map((l) => l.id));
    const pieces = painted.beams.flatMap((beam) =>
      piecesOf(beam.path).map((at, i, all) => {
        const which = all.length > 1 ? `, piece ${i + 1} of ${all.length}` : '';
        return { id: pieceOf(beam.id, i), mark: beam.id, at, says: `Member ${nameOf(beam.id)}${which}` };
      }),
    );
    const bars = painted.bars
      .filter((bar) => !labelled.has(bar.id))
      .map((bar) => ({
        id: bar.id,
        mark: bar.id,
        at: mix(bar.a, bar.b, 0.5),
        says: `Bar ${nameOf(bar.id)}`,
      }));
    return [...pieces, ...bars];
  });
  const handles = $derived([
    ...(freed ? [] : painted.supports.map((s) => s.id)),
    ...(freed ? [] : [...painted.wheels, ...painted.joints].map((m) => m.id)),
    ...editable.map((l) => l.id),
    ...members.map((m) => m.id),
  ]);
  let current = $state<string | null>(null);
  const stop = $derived(current !== null && handles.includes(current) ? current : (handles[0] ?? null));
  let overlay: HTMLDivElement;

  const chosen = (id: string) => session.chosen.includes(markOf(id));

  function says(label: Label): string {
    if (label.kind === 'dimension') return `Distance ${nameOf(label.id).replace('-', ' to ')}: ${label.text}`;
    if (label.kind === 'unclear') return `Not understood: ${label.text}`;
    return `${said(label.id)}: ${label.text}`;
  }

  /** What is wrong with what is not understood. */
  function problem(id: string): string {
    const mark = session.reply?.scene.marks.find((m) => m.kind === 'unclear' && m.id === id);
    return mark?.kind === 'unclear' ? `${mark.message} ${mark.cure}` : '';
  }

  /** Why a bar carries nothing. */
  function rule(id: string): string | undefined {
    return session.page?.table.find((row) => row.of === id)?.rule ?? undefined;
  }

  function click(event: MouseEvent, id: string): void {
    if (event.shiftKey && canChoose(id)) session.choose([markOf(id)], true);
    else if (!take(id)) open(id);
  }

  function rove(event: KeyboardEvent, id: string): void {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (by !== undefined && !event.shiftKey) {
      const next = handles[(handles.indexOf(id) + by + handles.length) % handles.length];
      if (next) {
        current = next;
        overlay.querySelector<HTMLElement>(`[data-handle="${CSS.escape(next)}"]`)?.focus();
      }
    } else {
      actOn(event, markOf(id), session);
      return;
    }
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<div class="overlay" bind:this={overlay} role="group" aria-label="Things on the board">
  {#if !freed}
    {#each painted.supports as s (s.id)}
      <button
        class="support-handle"
        class:chosen={chosen(s.id)}
        style:left="{s.at[0] - 22}px"
        style:top="{s.at[1] - 6}px"
        style:rotate="{s.turned}deg"
        tabindex={stop === s.id ? 0 : -1}
        data-handle={s.id}
        aria-pressed={session.chosen.length > 0 ? chosen(s.id) : undefined}
        aria-label="{s.shape} {nameOf(s.id)}"
        onclick={(e) => click(e, s.id)}
        onkeydown={(e) => rove(e, s.id)}
        onfocus={() => (current = s.id)}
        onpointerenter={() => enter(s.id)}
        onpointerleave={leave}
      ></button>
    {/each}
  {/if}
  {#if !freed}
    {#each [...painted.wheels.map( (w) => ({ ...w, what: 'pulley' }) ), ...painted.joints.map( (j) => ({ ...j, r: 12, what: 'joint' }) )] as m (m.id)}
      <button
        class="round"
        style:left="{m.at[0] - m.r}px"
        style:top="{m.at[1] - m.r}px"
        style:width="{2 * m.r}px"
        style:height="{2 * m.r}px"
        tabindex={stop === m.id ? 0 : -1}
        data-handle={m.id}
        aria-label="{m.what} {nameOf(m.id)}"
        onclick={(e) => click(e, m.id)}
        onkeydown={(e) => rove(e, m.id)}
        onfocus={() => (current = m.id)}
        onpointerenter={() => enter(m.id)}
        onpointerleave={leave}
      ></button>
    {/each}
  {/if}
  {#each members as m (m.id)}
    <button
      class="middle"
      style:left="{m.at[0] - 12}px"
      style:top="{m.at[1] - 12}px"
      tabindex={stop === m.id ? 0 : -1}
      data-handle={m.id}
      aria-label={m.says}
      onclick={() => !take(m.mark) && open(m.mark, m.at)}
      onkeydown={(e) => rove(e, m.id)}
      onfocus={() => {
        current = m.id;
        enter(m.mark);
      }}
      onblur={leave}
    ></button>
  {/each}
  {#each painted.labels as l (l.id)}
    {#if l.editable}
      <button
        class="tagged {l.kind} {l.role}"
        class:pushed={l.kind === 'axial' && l.text.startsWith('C')}
        class:lit={lit(l.id)}
        class:chosen={chosen(l.id)}
        style:left="{l.box.x}px"
        style:top="{l.box.y}px"
        style:width="{l.box.w}px"
        style:height="{l.box.h}px"
        style:rotate={l.turned ? `${l.turned}deg` : undefined}
        tabindex={stop === l.id ? 0 : -1}
        data-handle={l.id}
        data-label={l.id}
        aria-pressed={session.chosen.length > 0 && canChoose(l.id) ? chosen(l.id) : undefined}
        aria-label={says(l)}
        title={l.kind === 'unclear' ? problem(l.id) : l.kind === 'axial' ? rule(l.id) : undefined}
        onclick={(e) => click(e, l.id)}
        onkeydown={(e) => rove(e, l.id)}
        onfocus={() => (current = l.id)}
        onpointerenter={() => enter(l.id)}
        onpointerleave={leave}>{l.text}</button
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
        onpointerenter={() => enter(l.id)}
        onpointerleave={leave}
        ><span
          >{l.text}{#if l.index}<sub>{l.index}</sub>{/if}</span
        ></span
      >
    {/if}
  {/each}
</div>

<style>
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
    touch-action: none;
  }
  .round {
    position: absolute;
    pointer-events: auto;
    border-radius: 50%;
    cursor: pointer;
    touch-action: none;
  }
  .middle {
    position: absolute;
    width: 24px;
    height: 24px;
    border-radius: 50%;
  }
  .support-handle {
    width: 44px;
    height: 48px;
    transform-origin: 22px 6px;
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
  .tagged.axial {
    background: none;
    font-size: 13px;
    font-weight: 620 !important;
    color: var(--tension);
  }
  .tagged.axial.pushed {
    color: var(--compression);
  }
  .tagged.unknown {
    font-size: 14px;
    font-weight: 560;
  }
  .tagged.unclear {
    font-size: 13px;
    font-weight: 560;
    color: var(--color-error);
    background: var(--color-base-100);
    box-shadow: inset 0 0 0 1.5px var(--color-error);
    text-decoration: underline wavy var(--color-error) 1px;
    text-underline-offset: 3px;
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
  button.chosen,
  button.tagged.chosen {
    box-shadow: inset 0 0 0 2px var(--focus);
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
