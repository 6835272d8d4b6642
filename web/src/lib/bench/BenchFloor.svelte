<!-- A bench with its sheet open: where everything stands, and what the keys do. -->
<script lang="ts">
  import { Maximize, Minus, Plus } from '@lucide/svelte';
  import { onMount, untrack } from 'svelte';
  import { api, asRefusal } from '../api/client';
  import Board from '../board/Board.svelte';
  import SpaceBoard from '../space/SpaceBoard.svelte';
  import SpaceInside from '../space/SpaceInside.svelte';
  import SixBar from '../space/SixBar.svelte';
  import type { Painted } from '../board/painted';
  import { asCsv, save } from '../board/save';
  import { carrier } from '../carry/carrier.svelte';
  import { fileName } from '../carry/words';
  import EntryTag from '../entry/EntryTag.svelte';
  import { idOf, is, type Kind, nameOf } from '../api/ids';
  import { BEGINS, isLoad, type Tool, type ToolId } from '../entry/tools';
  import ToolStrip from '../entry/ToolStrip.svelte';
  import BarTable from '../page/BarTable.svelte';
  import InsidePage from '../page/InsidePage.svelte';
  import SizePage from '../page/SizePage.svelte';
  import StiffPage from '../page/StiffPage.svelte';
  import WorkPage from '../page/WorkPage.svelte';
  import { copyText } from '../ui/clipboard';
  import { route } from '../ui/route.svelte';
  import { theme } from '../ui/theme.svelte';
  import AheadLine from '../ahead/AheadLine.svelte';
  import Asked from './Asked.svelte';
  import { asText } from './asked';
  import ApartBar from './ApartBar.svelte';
  import Banners from './Banners.svelte';
  import { caption } from './caption';
  import { commands, type ByWord } from './commands';
  import FirstSteps from './FirstSteps.svelte';
  import GroupBar from './GroupBar.svelte';
  import InsideBar from './InsideBar.svelte';
  import { type Hands, onKey } from './keys';
  import { Neighbours } from './neighbours';
  import Palette from './Palette.svelte';
  import { Replay } from './replay.svelte';
  import type { Session } from './session.svelte';
  import { tagAt } from './tagplace';
  import Thread from './Thread.svelte';
  import TopBar from './TopBar.svelte';
  import Unplaced from './Unplaced.svelte';

  /** `arrived`: it is there, and hears keys. */
  const { session, arrived }: { session: Session; arrived: () => void } = $props();
  let plane = $state<ReturnType<typeof Board>>();
  let solid = $state<ReturnType<typeof SpaceBoard>>();
  /** The board that is there: of the plane, or of space. */
  const board = $derived(solid ?? plane);
  const figure = $derived(session.reply?.scene.solid ?? null);
  let insideBar = $state<ReturnType<typeof InsideBar>>();
  let keys: HTMLElement;
  let openTag = $state<ReturnType<typeof EntryTag>>();
  let finding = $state(false);
  let choosing = $state(false);
  let panel = $state<'conventions' | 'history' | null>(null);
  // svelte-ignore state_referenced_locally
  const replay = new Replay(session);

  const focusBoard = () => keys.focus();

  /** A press leaves the keys where they are while a tag is open: with the tag. */
  function keepTag(event: MouseEvent): void {
    if (!session.entry || (event.target as Element).closest('input, select, textarea, form')) return;
    event.preventDefault();
  }

  /** A press on the drawing leaves the keys with the board. */
  function hold(event: MouseEvent): void {
    if (session.entry) return;
    if ((event.target as Element).closest('button, input, select, textarea, a, form, [tabindex]')) return;
    event.preventDefault();
    focusBoard();
  }

  onMount(() => {
    focusBoard();
    arrived();
    const neighbours = new Neighbours(session.id, (version) => void news(version));
    session.saver.onkept = (version) => neighbours.tell(version);
    const back = () => document.visibilityState === 'visible' && void news(null);
    const leave = () => {
      session.end();
      api.leave(session.id);
    };
    addEventListener('visibilitychange', back);
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('visibilitychange', back);
      removeEventListener('pagehide', leave);
      neighbours.leave();
      replay.stop();
      leave();
    };
  });

  /** The newest version of another tab that could not be shown while a tag was open here. */
  let missed = $state(0);

  /** Another tab has kept a change: it is shown here, unless something drawn here is not kept yet. The saver finds out about that itself. */
  async function news(version: number | null): Promise<void> {
    if (session.entry) missed = Math.max(missed, version ?? 0);
    if (!session.saver.clean || session.entry || (version !== null && version <= session.saver.version))
      return;
    try {
      const there = await api.get(session.id);
      if (!session.saver.clean || session.entry || there.version <= session.saver.version) return;
      session.adopt(there.sheet, there.version);
      session.tell('Changed in another tab: this one is up to date again.');
    } catch {
      // Whether the server is there is found out, and said, by the next thing that needs it.
    }
  }

  // The tag was left: what was missed is made up for.
  $effect(() => {
    if (session.entry || missed === 0 || !session.saver.clean) return;
    const version = missed;
    missed = 0;
    untrack(() => void news(version));
  });

  /** The names of what is chosen of one kind. */
  const chosenOf = (kind: Kind) => session.chosen.filter((id) => is(id, kind)).map(nameOf);

  function choose(tool: Tool): void {
    if (session.empty && !BEGINS.includes(tool.id)) {
      const first = session.spatial ? 'a body (B) or bars (J)' : 'a beam (B) or joints and bars (J)';
      session.tell(`${tool.name} needs something to be put on: draw ${first} first.`);
      return;
    }
    replay.stop();
    // A roller holds as the last one on this sheet does: both ways, or only pushing.
    const last = session.sheet.supports?.findLast((s) => s.kind === 'roller');
    const pushes = tool.id === 'roller' && last?.one_way;
    // Several joints that are chosen are loaded together.
    const joints = chosenOf('point');
    const at = isLoad(tool.id) && joints.length > 0 ? { place: joints.join(' ') } : {};
    const typed = pushes ? { holds: 'pushes only' } : at;
    session.open(tool.id, Object.keys(typed).length > 0 ? { typed } : {});
  }

  /** Says something of the bars that are chosen, or cuts them; of others they are named, or pointed at. */
  function bars(tool: ToolId): void {
    const chosen = chosenOf('bar');
    const after = session.stop === 'work' ? session.step : 0;
    const typed = chosen.length > 0 ? { typed: { bars: chosen.join(' ') } } : {};
    session.open(tool, { target: tool === 'section' ? { after } : {}, ...typed });
    session.choose([]);
  }

  function askBars(): void {
    const chosen = chosenOf('bar');
    if (chosen.length === 0) {
      session.tell('Choose bars first: Shift and a click on them.');
      return;
    }
    const find = chosen.map((bar) => ({ what: 'bar' as const, bar }));
    session.change((sheet) => ({ ...sheet, find }));
    session.choose([]);
    session.said = `Asked: ${chosen.join(', ')}`;
  }

  function group(tool: ToolId, ids: readonly string[] = session.chosen): void {
    if (ids.length > 0) session.open(tool, { target: { ids } });
    else session.tell('Choose something first: Shift and a click, or Space on a thing.');
  }

  async function copyAnswers(): Promise<void> {
    if (!session.page) {
      session.tell('There are no answers yet.');
      return;
    }
    const done = await copyText(asText(session.sheet, session.page));
    session.tell(done ? 'The answers are copied.' : 'This browser does not let the answers be copied.');
  }

  function saveFile(what: 'svg' | 'csv'): void {
    const name = fileName(`${session.sheet.title || 'sheet'} inside`, what);
    const inside = session.reply?.scene.inside;
    if (what === 'svg' && board) save(name, 'image/svg+xml', board.picture());
    else if (inside) save(name, 'text/csv', asCsv(inside, session.sheet.units?.length ?? 'm'));
    session.said = `Saved ${name}`;
  }

  /** The sheet as a file. What the server does not have is written from here: in JSON, which needs nobody. */
  async function asFile(way: 'toml' | 'json'): Promise<void> {
    const title = session.sheet.title;
    try {
      if (!(await session.saver.settled())) way = 'json';
      const text =
        way === 'json' ? `${JSON.stringify(session.sheet, null, 2)}\n` : await api.file(session.id, way);
      const name = fileName(title, way);
      save(name, `application/${way}`, text);
      session.tell(`Saved as ${name}.`);
    } catch (error) {
      session.tell(`${asRefusal(error).message} ${asRefusal(error).cure}`);
    }
  }

  async function keepCopy(): Promise<void> {
    const sheet = session.found ?? session.sheet;
    const kept = await api.create({ ...sheet, title: `${sheet.title || 'Untitled'} (copy)` });
    route.go(`/sheet/${kept.id}`);
  }

  const hands: Hands & ByWord = {
    choose,
    group,
    bars,
    askBars,
    open: (id, near) => (solid ? solid.open(id) : plane?.open(id, near)),
    see: (view) => solid?.see(view),
    fit: () => board?.fitAll(),
    zoom: (factor) => board?.zoomBy(factor),
    replay: () => (session.stop === 'stiff' ? session.sharing.toggle() : replay.toggle()),
    copyAnswers: () => void copyAnswers(),
    chooseAsked: () => (choosing = true),
    conventions: () => (panel = 'conventions'),
    history: () => (panel = 'history'),
    cure: () => {
      const first = session.page?.verdict.cures[0];
      if (first !== undefined) void session.edit({ edit: 'cure', index: 0 }, first);
      else session.tell('Nothing moves here that could be held.');
    },
    duplicate: () => void keepCopy(),
    asFile: (way) => void asFile(way),
    openFile: () => carrier.ask(),
    shelf: () => route.go('/'),
    theme: () => theme.toggle(),
    print: () => print(),
    pan: (x, y) => board?.panBy(x, y),
    turn: (x, y) => solid?.turnBy(x, y),
    find: () => (finding = true),
    tag: () => openTag,
    cut: () => insideBar?.begin(),
    stopReplay: () => {
      replay.stop();
      session.sharing.stop();
    },
  };

  let tag = $state.raw({ width: 540, height: 100 });
  let stage = $state.raw({ width: 720, height: 640 });
  const place = $derived((painted: Painted) =>
    session.entry ? tagAt(painted, session.entry.mark, tag, stage) : null,
  );

  // What is chosen, and the step that is read, decide which equations could be written.
  const chosenBody = $derived(JSON.stringify(session.choice));
  $effect(() => {
    void chosenBody;
    untrack(() => session.askChoice());
  });

  let told = $state.raw<typeof session.told>(null);
  $effect(() => {
    told = session.told;
    if (!told) return;
    // Who could take something up again has time to read what.
    const timer = setTimeout(() => (told = null), told.again ? 12_000 : 3600);
    return () => clearTimeout(timer);
  });
</script>

<svelte:window onkeydown={(event) => !finding && onKey(event, session, hands)} />
<svelte:head><title>{session.sheet.title || 'Untitled sheet'} · Helvek</title></svelte:head>

<main
  class="floor"
  data-settled={session.settled}
  data-stop={session.stop}
  data-step={session.step}
  aria-label="Bench"
  onmousedowncapture={keepTag}
>
  <h1 class="sr-only">{session.sheet.title || 'Untitled sheet'}</h1>
  <div class="top"><TopBar {session} {asFile} done={focusBoard} bind:panel /></div>
  <div class="left"><Thread {session} {replay} /></div>
  <section
    class="stage"
    data-keys
    style:--stage-width="{stage.width}px"
    style:--print-scale={Math.min(1, 690 / stage.width)}
    style:--print-height="{(stage.height * Math.min(1, 690 / stage.width)).toFixed(0)}px"
    bind:clientWidth={null, (w) => (stage = { ...stage, width: w ?? 720 })}
    bind:clientHeight={null, (h) => (stage = { ...stage, height: h ?? 640 })}
    onmousedowncapture={hold}
  >
    <!--
      Takes the keys of the board; what is on it is reached with Tab. It stands beside the drawing and not around it, because a
      browser paints slowly what lies within the thing that has the focus.
    -->
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div class="board-keys" bind:this={keys} tabindex="0" role="group" aria-label="Board"></div>
    {#snippet entryTag(painted: Painted | null)}
      {#if session.entry}
        {@const at = painted && place(painted)}
        <!-- svelte-ignore a11y_no_static_element_interactions -->
        <div
          class="tag-place"
          class:docked={!at}
          class:high={session.stop === 'inside'}
          onpointerdown={(e) => e.stopPropagation()}
          bind:offsetWidth={null, (w) => (tag = { ...tag, width: w ?? 540 })}
          bind:offsetHeight={null, (h) => (tag = { ...tag, height: h ?? 100 })}
          style:left={at ? `${at.left}px` : undefined}
          style:top={at ? `${at.top}px` : undefined}
        >
          {#key session.entry.number}
            <EntryTag {session} entry={session.entry} done={focusBoard} bind:this={openTag} />
          {/key}
        </div>
      {/if}
    {/snippet}
    {#if figure}
      <SpaceBoard bind:this={solid} {session} scene={figure}>
        {@render entryTag(null)}
      </SpaceBoard>
    {:else}
      <Board bind:this={plane} {session}>
        {#snippet children(painted, dragging)}
          {#if !dragging}{@render entryTag(painted)}{/if}
        {/snippet}
      </Board>
    {/if}
    <Unplaced {session} open={(id) => board?.open(id)} />
    {#if session.blank && !session.entry}
      <FirstSteps {session} />
    {/if}
    {#if session.stop === 'inside' && session.spatial}
      <div class="tools"><SixBar {session} /></div>
    {:else if session.stop === 'inside'}
      <div class="tools">
        <InsideBar
          {session}
          save={saveFile}
          open={(id) => board?.open(id)}
          done={focusBoard}
          bind:this={insideBar}
        />
      </div>
    {:else if session.parting.possible && !['idealise', 'table', 'stiff', 'size'].includes(session.stop)}
      <div class="tools"><ApartBar {session} /></div>
    {:else if session.chosen.length > 0 && !session.entry}
      <div class="tools"><GroupBar {session} {group} {bars} {askBars} /></div>
    {:else if session.stop === 'idealise'}
      <div class="tools"><ToolStrip {session} {choose} find={() => (finding = true)} /></div>
    {:else}
      <p class="caption">
        {caption(session)}
      </p>
    {/if}
    <div class="zoom">
      <button onclick={() => board?.zoomBy(1.25)} title="Nearer (+)" aria-label="Nearer"
        ><Plus size={15} /></button
      >
      <button onclick={() => board?.zoomBy(0.8)} title="Farther (−)" aria-label="Farther"
        ><Minus size={15} /></button
      >
      <button onclick={() => board?.fitAll()} title="See all (0)" aria-label="See all"
        ><Maximize size={15} /></button
      >
    </div>
    <Banners {session} keep={keepCopy} />
    {#if !session.entry}
      <div class="absolute bottom-[72px] left-1/2 z-10 max-w-[90%] -translate-x-1/2"><AheadLine /></div>
    {/if}
    {#if told}
      {@const left = told.again}
      <p class="told" class:low={session.spatial}>
        {told.text}
        {#if left}<button
            class="ml-2 cursor-pointer font-semibold whitespace-nowrap underline underline-offset-2"
            onclick={() => session.takeUp(left)}>Take it up again</button
          >{/if}
      </p>
    {/if}
  </section>
  <div class="right">
    {#if session.stop === 'table'}
      <BarTable {session} open={(id) => board?.open(id)} />
    {:else if session.stop === 'inside' && session.spatial}
      <SpaceInside {session} />
    {:else if session.stop === 'inside'}
      <InsidePage {session} {choose} />
    {:else if session.stop === 'stiff'}
      <StiffPage {session} {choose} />
    {:else if session.stop === 'size'}
      <SizePage {session} {choose} />
    {:else}
      <WorkPage {session} mend={(path) => board?.open(idOf('unclear', path))} />
    {/if}
  </div>
  <div class="bottom"><Asked {session} copy={copyAnswers} bind:choosing /></div>
  <div class="sr-only" aria-live="polite">{session.said}</div>
</main>
{#if finding}
  <Palette list={commands(session, hands)} close={() => (finding = false)} />
{/if}

<style>
  .floor {
    display: grid;
    height: 100%;
    grid-template: 46px minmax(0, 1fr) 62px / 176px minmax(0, 1fr) clamp(340px, 32%, 620px);
    grid-template-areas: 'top top top' 'left stage right' 'bottom bottom bottom';
  }
  .top {
    grid-area: top;
    min-width: 0;
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
  .board-keys {
    position: absolute;
    inset: 0;
    z-index: 1;
    pointer-events: none;
  }
  .board-keys:focus-visible {
    outline: 1px solid color-mix(in oklab, var(--focus) 45%, transparent);
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
    min-width: 0;
  }
  .tools {
    position: absolute;
    left: 50%;
    bottom: 10px;
    transform: translateX(-50%);
    width: max-content;
    max-width: calc(100% - 16px);
  }
  .tag-place {
    position: absolute;
    z-index: 3;
    max-width: calc(100% - 16px);
  }
  .tag-place.docked {
    left: 50%;
    bottom: 68px;
    transform: translateX(-50%);
    width: max-content;
  }
  .tag-place.docked.high {
    bottom: 82px;
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
  .told {
    position: absolute;
    left: 50%;
    top: 12px;
    transform: translateX(-50%);
    width: max-content;
    max-width: calc(100% - 240px);
    background: var(--color-primary);
    color: var(--color-primary-content);
    border-radius: 8px;
    padding: 6px 14px;
    font-size: 13.5px;
    z-index: 5;
    animation: come 180ms ease-out;
  }
  /* Below the views of a figure of space. */
  .told.low {
    top: 48px;
  }
  @keyframes come {
    from {
      opacity: 0;
      translate: 0 -6px;
    }
  }

  /* A tablet on its side: less beside the board. On its foot: the page below it. */
  @media (max-width: 1100px) {
    .floor {
      grid-template-columns: 132px minmax(0, 1fr) 330px;
    }
  }
  @media (max-width: 900px) {
    .floor {
      grid-template: 46px 58px minmax(0, 1fr) minmax(0, 0.8fr) 62px / minmax(0, 1fr);
      grid-template-areas: 'top' 'left' 'stage' 'right' 'bottom';
    }
    .left {
      border-right: none;
      border-bottom: 1px solid var(--rule);
    }
    .right {
      border-left: none;
      border-top: 1px solid var(--rule);
    }
  }

  @media print {
    .floor {
      display: block;
      height: auto;
    }
    .left,
    .zoom,
    .tools,
    .caption,
    .board-keys,
    .told {
      display: none;
    }
    .stage {
      height: var(--print-height);
      overflow: visible;
      break-inside: avoid;
    }
    .stage > :global(.board) {
      width: var(--stage-width);
      overflow: visible;
      transform: scale(var(--print-scale));
      transform-origin: 0 0;
    }
    .right {
      border: none;
    }
  }
</style>
