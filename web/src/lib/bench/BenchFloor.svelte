<!-- A bench with its sheet open: where everything stands, and what the keys do. -->
<script lang="ts">
  import { Maximize, Minus, Plus } from '@lucide/svelte';
  import { onMount } from 'svelte';
  import { api } from '../api/client';
  import Board from '../board/Board.svelte';
  import type { Painted } from '../board/layout';
  import EntryTag from '../entry/EntryTag.svelte';
  import { type Tool, TOOLS } from '../entry/tools';
  import ToolStrip from '../entry/ToolStrip.svelte';
  import WorkPage from '../page/WorkPage.svelte';
  import { route } from '../ui/route.svelte';
  import Asked from './Asked.svelte';
  import { type Session, type Stop, STOPS } from './session.svelte';
  import Thread from './Thread.svelte';
  import TopBar from './TopBar.svelte';

  const { session }: { session: Session } = $props();
  let board: ReturnType<typeof Board>;
  let floor: HTMLElement;

  const focusBoard = () => floor.querySelector<HTMLElement>('.stage')?.focus();
  onMount(focusBoard);

  function choose(tool: Tool): void {
    if (session.empty && tool.id !== 'beam') return;
    // There is one beam: its tool changes it once it is there.
    const body = session.reply?.scene.marks.find((m) => m.kind === 'body');
    if (tool.id === 'beam' && body) board.open(body.id);
    else session.open(tool.id);
  }

  /** Single keys act only while the board or the page is used, never while something is typed. */
  function key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    const typing = target.matches('input, select, textarea');
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !typing) {
      event.preventDefault();
      if (event.shiftKey) session.redo();
      else session.undo();
      return;
    }
    const here = target === document.body || target.closest('[data-keys]') !== null;
    if (typing || !here || event.ctrlKey || event.metaKey || event.altKey) return;
    const pressed = event.key.toLowerCase();
    const tool = TOOLS.find((t) => t.key === pressed);
    const stop = STOPS[Number(event.key) - 1];
    if (tool) choose(tool);
    else if (stop && !(session.empty && stop !== 'idealise')) session.go(stop);
    else if (pressed === 'n') session.walk(event.shiftKey ? -1 : 1);
    else if (event.key === '0') board.fitAll();
    else if (event.key === '+' || event.key === '=') board.zoomBy(1.25);
    else if (event.key === '-') board.zoomBy(0.8);
    else if (event.shiftKey && event.key.startsWith('Arrow')) {
      board.panBy(
        { ArrowLeft: 60, ArrowRight: -60 }[event.key] ?? 0,
        { ArrowUp: 60, ArrowDown: -60 }[event.key] ?? 0,
      );
    } else return;
    event.preventDefault();
  }

  /** A tag stands at what it is about; of a new thing, at the lower edge, where the hand expects it. */
  let tag = $state.raw({ width: 540, height: 100 });
  function tagAt(painted: Painted, width: number, height: number): { left: number; top: number } | null {
    const mark = session.entry?.mark;
    const box =
      painted.labels.find((l) => l.id === mark)?.box ??
      painted.supports
        .filter((s) => s.id === mark)
        .map((s) => ({ x: s.at[0] - 20, y: s.at[1], w: 40, h: 46 }))[0];
    if (!box) return null;
    const left = Math.max(8, Math.min(box.x, width - tag.width - 8));
    // On the side away from the beam, so that what is being changed stays in sight.
    const beam = painted.beams[0]?.path ?? [];
    const middle = beam.reduce((sum, p) => sum + p[1], 0) / Math.max(1, beam.length);
    const above = box.y + box.h < middle;
    const top = above ? box.y - tag.height - 8 : box.y + box.h + 8;
    return { left, top: Math.max(8, Math.min(top, height - tag.height - 62)) };
  }

  let stage = $state.raw({ width: 720, height: 640 });

  async function copyOf(): Promise<void> {
    const kept = await api.create({ ...session.sheet, title: `${session.sheet.title || 'Untitled'} (copy)` });
    route.go(`/sheet/${kept.id}`);
  }

  const free = $derived(session.stop === ('free' satisfies Stop));
</script>

<svelte:window onkeydown={key} />
<svelte:head><title>{session.sheet.title || 'Untitled sheet'} · Helvek</title></svelte:head>

<main
  class="floor"
  bind:this={floor}
  data-settled={session.settled}
  data-stop={session.stop}
  data-step={session.step}
  aria-label="Bench"
>
  <div class="top"><TopBar {session} /></div>
  <div class="left"><Thread {session} /></div>
  <!-- The stage takes the keys of the board; what is on it is reached with Tab. -->
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <section
    class="stage"
    tabindex="0"
    data-keys
    aria-label="Board"
    bind:clientWidth={null, (w) => (stage = { ...stage, width: w ?? 720 })}
    bind:clientHeight={null, (h) => (stage = { ...stage, height: h ?? 640 })}
  >
    <Board bind:this={board} {session}>
      {#snippet children(painted)}
        {#if session.entry}
          {@const at = tagAt(painted, stage.width, stage.height)}
          <div
            class="tag-place"
            class:docked={!at}
            bind:offsetWidth={null, (w) => (tag = { ...tag, width: w ?? 540 })}
            bind:offsetHeight={null, (h) => (tag = { ...tag, height: h ?? 100 })}
            style:left={at ? `${at.left}px` : undefined}
            style:top={at ? `${at.top}px` : undefined}
          >
            {#key session.entry.mark ?? session.entry.tool}
              <EntryTag {session} entry={session.entry} done={focusBoard} />
            {/key}
          </div>
        {/if}
      {/snippet}
    </Board>
    {#if session.empty && !session.entry}
      <div class="first">
        <svg viewBox="0 0 300 90" aria-hidden="true">
          <path d="M30 40H270" class="b" />
          <path d="M30 44L18 64H42ZM270 44L258 64H282Z" class="s" />
          <path d="M110 4V30M104 22L110 32L116 22" class="s" />
          <path d="M30 80H270M25 85L35 75M265 85L275 75" class="d" />
        </svg>
        <p>Press <kbd>B</kbd> and type the length of a beam.</p>
      </div>
    {/if}
    {#if session.stop === 'idealise'}
      <div class="tools"><ToolStrip {session} {choose} /></div>
    {:else}
      <p class="caption">
        {#if free}
          Supports taken away, their reactions in place. Dashed: assumed.
        {:else}
          Dashed: assumed · heavy: found, in its true sense
        {/if}
      </p>
    {/if}
    <div class="zoom">
      <button onclick={() => board.zoomBy(1.25)} title="Nearer (+)" aria-label="Nearer"
        ><Plus size={15} /></button
      >
      <button onclick={() => board.zoomBy(0.8)} title="Farther (−)" aria-label="Farther"
        ><Minus size={15} /></button
      >
      <button onclick={() => board.fitAll()} title="See all (0)" aria-label="See all"
        ><Maximize size={15} /></button
      >
    </div>
    {#if session.offline || session.saver.state === 'offline'}
      <div class="banner" role="alert">
        Helvek’s server does not answer. What you draw stays here and is kept as soon as it is back; answers
        wait.
      </div>
    {:else if session.saver.state === 'conflict' || session.saver.state === 'gone'}
      <div class="banner" role="alert">
        {session.saver.state === 'gone'
          ? 'This sheet was removed elsewhere.'
          : 'This sheet was changed elsewhere; nothing was overwritten.'}
        <button onclick={copyOf}>Keep mine as a copy</button>
        {#if session.saver.state === 'conflict'}
          <button onclick={() => location.reload()}>Open the other</button>
        {/if}
      </div>
    {/if}
  </section>
  <div class="right"><WorkPage {session} /></div>
  <div class="bottom"><Asked {session} /></div>
  <div class="sr-only" aria-live="polite">{session.said}</div>
</main>

<style>
  .floor {
    display: grid;
    height: 100%;
    grid-template: 46px minmax(0, 1fr) 62px / 176px minmax(0, 1fr) minmax(340px, 32%);
    grid-template-areas: 'top top top' 'left stage right' 'bottom bottom bottom';
  }
  .top {
    grid-area: top;
  }
  .left {
    grid-area: left;
    background: var(--color-base-200);
    border-right: 1px solid var(--rule);
    min-height: 0;
  }
  .stage {
    grid-area: stage;
    position: relative;
    min-width: 0;
    min-height: 0;
  }
  .stage:focus-visible {
    outline: 1.5px solid color-mix(in oklab, var(--focus) 60%, transparent);
    outline-offset: -2px;
    border-radius: 0;
  }
  .right {
    grid-area: right;
    border-left: 1px solid var(--rule);
    min-height: 0;
  }
  .bottom {
    grid-area: bottom;
  }
  .tools {
    position: absolute;
    left: 50%;
    bottom: 10px;
    transform: translateX(-50%);
    max-width: calc(100% - 16px);
  }
  .tag-place {
    position: absolute;
    z-index: 3;
    max-width: calc(100% - 16px);
  }
  .tag-place.docked {
    left: 50%;
    bottom: 62px;
    transform: translateX(-50%);
  }
  .caption {
    position: absolute;
    left: 12px;
    bottom: 10px;
    font-size: 12.5px;
    color: var(--color-neutral);
    background: var(--color-base-100);
    border-radius: 5px;
    padding: 2px 8px;
  }
  .zoom {
    position: absolute;
    right: 8px;
    top: 8px;
    display: flex;
    border: 1px solid var(--rule);
    border-radius: 7px;
    background: var(--color-base-100);
  }
  .zoom button {
    width: 28px;
    height: 28px;
    display: grid;
    place-items: center;
    cursor: pointer;
    color: var(--color-neutral);
  }
  .zoom button:hover {
    color: var(--focus);
  }
  .first {
    position: absolute;
    inset: 0 0 60px;
    display: grid;
    place-content: center;
    justify-items: center;
    gap: 18px;
    pointer-events: none;
    font-size: 17px;
  }
  .first svg {
    width: 300px;
    fill: none;
    stroke: var(--faded);
    stroke-width: 2;
    stroke-dasharray: 5 5;
    stroke-linecap: round;
  }
  .first .b {
    stroke-width: 6;
    stroke-dasharray: 2 11;
  }
  kbd {
    font-family: inherit;
    font-weight: 650;
    border: 1px solid var(--rule);
    border-bottom-width: 2px;
    border-radius: 5px;
    padding: 1px 8px;
    background: var(--color-base-100);
  }
  .banner {
    position: absolute;
    left: 50%;
    top: 10px;
    transform: translateX(-50%);
    width: max-content;
    max-width: min(560px, calc(100% - 130px));
    background: var(--color-base-100);
    border: 1.5px solid var(--color-warning);
    border-radius: 8px;
    padding: 7px 12px;
    font-size: 13.5px;
    z-index: 4;
  }
  .banner button {
    text-decoration: underline;
    cursor: pointer;
    margin-left: 8px;
    color: var(--focus);
  }
</style>
