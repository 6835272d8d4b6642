<!-- The shelf: every sheet that is kept, looked through by word, tag and order; the trash; examples to start from. -->
<script lang="ts">
  import { BookOpen, FolderOpen, Moon, Sun } from '@lucide/svelte';
  import { onMount, tick, untrack, type ComponentProps } from 'svelte';
  import { ahead } from '../lib/ahead/ahead.svelte';
  import { api } from '../lib/api/client';
  import type { Sheet, SheetSummary } from '../lib/api/types';
  import { carrier } from '../lib/carry/carrier.svelte';
  import ChosenBar from '../lib/shelf/ChosenBar.svelte';
  import Colophon from '../lib/shelf/Colophon.svelte';
  import Differences from '../lib/shelf/Differences.svelte';
  import Examples from '../lib/shelf/Examples.svelte';
  import SheetCard from '../lib/shelf/SheetCard.svelte';
  import { Shelf } from '../lib/shelf/shelf.svelte';
  import ShelfBar from '../lib/shelf/ShelfBar.svelte';
  import Confirm from '../lib/ui/Confirm.svelte';
  import { route } from '../lib/ui/route.svelte';
  import { theme } from '../lib/ui/theme.svelte';

  const shelf = new Shelf();
  let removed = $state.raw<SheetSummary | null>(null);
  let compared = $state.raw<SheetSummary | null>(null);
  let question = $state.raw<Omit<ComponentProps<typeof Confirm>, 'close'> | null>(null);
  let examples = $state(false);
  let field = $state<HTMLInputElement | null>(null);
  let grid = $state<HTMLElement | null>(null);
  let end = $state<HTMLElement | null>(null);

  const EMPTY: Sheet = { format: 'helvek-sheet/1', title: '' };
  const bare = $derived(shelf.sheets?.length === 0 && !shelf.looking && !shelf.trash);

  // From the beginning, and again whenever sheets have come in.
  $effect(() => {
    void carrier.arrivals;
    untrack(() => void shelf.load());
  });

  onMount(() => {
    return () => shelf.leave();
  });

  // Typing is not waited for: an answer that was overtaken is not shown.
  function look(change: () => void): void {
    change();
    void shelf.load();
  }

  async function start(sheet: Sheet): Promise<void> {
    try {
      // What is typed at once is meant for the new sheet.
      route.go(`/sheet/${(await ahead.during(api.create(sheet))).id}`);
    } catch (error) {
      shelf.fail(error);
    }
  }

  async function remove(sheet: SheetSummary): Promise<void> {
    if (shelf.trash) {
      const beside = neighbour();
      question = {
        question: `Remove “${sheet.title}” for good?`,
        detail: 'It goes with all its revisions, and cannot be brought back.',
        yes: 'Remove for good',
        done: () => void shelf.act(() => api.removeForGood(sheet.id)).then(() => focusCard(beside)),
      };
      return;
    }
    const beside = neighbour();
    if (await shelf.act(() => api.remove(sheet.id))) removed = sheet;
    focusCard(beside);
  }

  /** What lies in the trash and is looked for, for good. */
  function empty(): void {
    const some = shelf.looking ? `the ${shelf.total} that ${shelf.total === 1 ? 'is' : 'are'} shown` : 'all';
    question = {
      question: `Remove ${some} for good?`,
      detail: `${shelf.total === 1 ? 'One sheet goes' : `${shelf.total} sheets go`} with all revisions, and cannot be brought back.`,
      yes: shelf.total === 1 ? 'Remove it for good' : `Remove ${shelf.total} for good`,
      done: () => void shelf.emptyTrash(),
    };
  }

  const cards = () => [...(grid?.querySelectorAll<HTMLElement>('.card > a') ?? [])];

  /** Where the card stands that has the focus; -1 when none has it. */
  function neighbour(): number {
    return cards().findIndex((card) => card.closest('.card')?.contains(document.activeElement));
  }

  /** What was focused is gone: the keys go on from the card that took its place. */
  function focusCard(at: number): void {
    if (at < 0) return;
    void tick().then(() => (cards()[at] ?? cards().at(-1) ?? field)?.focus());
  }

  /** All that are chosen, into an archive. */
  async function packChosen(): Promise<void> {
    await carrier.pack({ sheets: [...shelf.chosen] });
    if (carrier.outcome?.saved) shelf.chosen.clear();
  }

  /** All that are chosen, into the trash. */
  async function removeChosen(): Promise<void> {
    const gone = [...shelf.chosen];
    await shelf.act(async () => {
      for (const id of gone) await api.remove(id);
    });
    shelf.chosen.clear();
  }

  async function bringBack(sheet: SheetSummary): Promise<void> {
    if (await shelf.act(() => api.restore(sheet.id))) removed = null;
  }

  $effect(() => {
    if (!end) return;
    const watch = new IntersectionObserver(
      ([entry]) => {
        if (entry?.isIntersecting) void shelf.more();
      },
      { rootMargin: '600px' },
    );
    watch.observe(end);
    return () => watch.disconnect();
  });

  /** From card to card, also to the row above and below. */
  function step(event: KeyboardEvent): boolean {
    const all = cards();
    const at = all.indexOf(document.activeElement as HTMLElement);
    const here = all[at]?.getBoundingClientRect();
    if (!here) {
      all[0]?.focus();
      return all.length > 0;
    }
    const vertical = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const next =
      vertical === 0
        ? all[at + (event.key === 'ArrowRight' ? 1 : -1)]
        : (vertical > 0 ? all.slice(at + 1) : all.slice(0, at).reverse()).find(
            (c) => Math.abs(c.getBoundingClientRect().left - here.left) < 8,
          );
    if (!next && event.key === 'ArrowUp') field?.focus();
    next?.focus();
    return true;
  }

  function key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (target === field && event.key === 'ArrowDown') {
      step(event);
      event.preventDefault();
      return;
    }
    if (target.matches('input:not([type=checkbox]), textarea, select')) return;
    const id = target.getAttribute('href')?.split('/').at(-1);
    const sheet = shelf.sheets?.find((s) => s.id === id);
    const pressed = event.key.toLowerCase();
    if (pressed === 'n') void start(EMPTY);
    else if (pressed === '/') field?.focus();
    else if (pressed === 'x') examples = !examples;
    else if (pressed === 'o') carrier.ask();
    else if (event.key === ' ' && sheet && !shelf.trash) shelf.choose(sheet.id);
    else if (event.key === 'Escape' && shelf.chosen.size > 0) shelf.chosen.clear();
    else if (pressed === 's' && shelf.chosen.size > 0) void packChosen();
    else if (event.key === 'Delete' && shelf.chosen.size > 0) void removeChosen();
    else if (event.key.startsWith('Arrow')) step(event);
    else if (pressed === 'd' && sheet && !shelf.trash) void shelf.act(() => api.copy(sheet.id));
    else if (event.key === 'Delete' && sheet) void remove(sheet);
    else if (pressed === 'u' && removed) void bringBack(removed);
    else return;
    event.preventDefault();
  }
</script>

<svelte:window onkeydown={key} />
<svelte:head><title>Shelf · Helvek</title></svelte:head>

<main
  class="shelf"
  class:told={carrier.busy || carrier.outcome}
  aria-label="Shelf"
  data-settled={shelf.settled}
>
  <header>
    <h1>
      <svg viewBox="0 0 32 24" aria-hidden="true"
        ><path d="M3 9H29" class="beam" /><path
          d="M7 22v-8m-3.4 3.4L7 13.6l3.4 3.8M25 22v-8m-3.4 3.4 3.4-3.8 3.4 3.8M16 0v4"
        /></svg
      >Helvek
    </h1>
    <span class="motto">a workbench for equilibrium</span>
    <span class="grow"></span>
    <button
      class="icon"
      onclick={() => theme.toggle()}
      aria-label={theme.now === 'paper' ? 'Dark theme' : 'Light theme'}
      title={theme.now === 'paper' ? 'By lamp light' : 'On paper'}
    >
      {#if theme.now === 'paper'}<Moon size={17} />{:else}<Sun size={17} />{/if}
    </button>
    <button class="plain" aria-pressed={examples} onclick={() => (examples = !examples)}>
      <BookOpen size={15} /> Examples <kbd>X</kbd>
    </button>
    <button
      class="plain"
      title="A sheet (.toml, .json) or an archive of sheets (.zip); they can be dropped or pasted too"
      onclick={() => carrier.ask()}
    >
      <FolderOpen size={15} /> Open a file <kbd>O</kbd>
    </button>
    <button class="new" onclick={() => start(EMPTY)}>New sheet <kbd>N</kbd></button>
  </header>

  {#if !bare || shelf.inTrash > 0}
    <ShelfBar {shelf} {look} {empty} bind:field />
  {/if}

  {#if shelf.failed}
    <p class="note bad" role="alert">
      {shelf.failed.message}
      {shelf.failed.cure}
      <button onclick={() => shelf.load()}>Try again</button>
    </p>
  {/if}
  {#if removed}
    {@const gone = removed}
    <p class="note" role="status">
      “{gone.title}” is in the trash.
      <button onclick={() => bringBack(gone)}>Put it back <kbd>U</kbd></button>
    </p>
  {/if}

  {#if shelf.differ > 0 && !shelf.trash}
    <p class="note" role="status">
      {shelf.differ === 1 ? '1 sheet differs' : `${shelf.differ} sheets differ`}: Helvek’s engine is a newer
      one than {shelf.differ === 1 ? 'it was' : 'they were'} saved under, and {shelf.differ === 1
        ? 'it gives'
        : 'they give'} other answers now.
      <button onclick={() => look(() => (shelf.differing = !shelf.differing))}
        >{shelf.differing ? 'Show all sheets' : 'Show only those'}</button
      >
    </p>
  {/if}

  {#if bare || examples}
    <section class="start">
      {#if bare}
        <p class="lead">
          The shelf is empty. <button class="new" onclick={() => start(EMPTY)}
            >Start the first sheet <kbd>N</kbd></button
          > or open a file, or take one of these; the example itself stays as it is.
        </p>
      {:else}
        <p class="lead">Take one: a copy goes onto the bench, the example itself stays as it is.</p>
      {/if}
      <Examples {start} />
    </section>
  {/if}

  {#if shelf.sheets && shelf.sheets.length > 0}
    <ul class="grid" bind:this={grid} aria-label={shelf.trash ? 'Sheets in the trash' : 'Sheets'}>
      {#each shelf.sheets as sheet (sheet.id)}
        <li>
          <SheetCard
            {sheet}
            uncarded={shelf.uncarded.get(sheet.id) ?? null}
            trash={shelf.trash}
            chosen={shelf.chosen.has(sheet.id)}
            choose={() => shelf.choose(sheet.id)}
            open={() => route.go(`/sheet/${sheet.id}`)}
            copy={() => shelf.act(() => api.copy(sheet.id))}
            remove={() => remove(sheet)}
            restore={() => bringBack(sheet)}
            tag={(tags) => shelf.act(() => api.tag(sheet.id, tags))}
            compare={() => (compared = sheet)}
            look={(tag) => look(() => (shelf.tag = tag))}
          />
        </li>
      {/each}
    </ul>
    {#if shelf.sheets.length < shelf.total}<p class="end" bind:this={end}>More …</p>{/if}
  {:else if shelf.sheets && !bare}
    <p class="nothing">
      {#if shelf.looking}
        {shelf.differing ? 'No such sheet differs.' : 'No sheet is called that.'}
        <button
          onclick={() =>
            look(() => {
              shelf.search = '';
              shelf.tag = null;
              shelf.differing = false;
            })}>Show all</button
        >
      {:else}
        The trash is empty.
      {/if}
    </p>
  {:else if !shelf.failed && !bare}
    <ul class="grid" aria-hidden="true">
      {#each [1, 2, 3, 4, 5, 6] as n (n)}<li class="ghost"></li>{/each}
    </ul>
  {/if}

  {#if shelf.chosen.size > 0 && !carrier.busy && !carrier.outcome}
    <ChosenBar {shelf} pack={packChosen} remove={removeChosen} />
  {/if}
  <Colophon {shelf} />

  {#if question}
    <Confirm {...question} close={() => (question = null)} />
  {/if}

  {#if compared}
    {@const sheet = compared}
    <Differences
      id={sheet.id}
      title={sheet.title}
      open={() => route.go(`/sheet/${sheet.id}`)}
      taken={() => void shelf.load(true)}
      close={() => (compared = null)}
    />
  {/if}

  <!-- The hatching of the ground, once for all drawings. -->
  <svg class="sr-only" aria-hidden="true">
    <defs>
      <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V7" class="hatch" />
      </pattern>
    </defs>
  </svg>
</main>

<style>
  .shelf {
    height: 100%;
    overflow-y: auto;
    padding: 26px max(28px, calc((100% - 1560px) / 2)) 40px;
  }
  /* Room for what is told at its foot. */
  .told {
    padding-bottom: 130px;
  }
  header {
    display: flex;
    align-items: center;
    gap: 12px;
    margin-bottom: 18px;
  }
  h1 {
    display: flex;
    align-items: center;
    gap: 11px;
    font-size: 25px;
    font-weight: 740;
  }
  h1 svg {
    width: 38px;
    fill: none;
    stroke: var(--focus);
    stroke-width: 2.6;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  h1 .beam {
    stroke: var(--ink);
    stroke-width: 3.6;
  }
  .motto {
    color: var(--color-neutral);
    padding-top: 5px;
  }
  .grow {
    flex: 1;
  }
  kbd {
    font-family: inherit;
    font-size: 11px;
    border: 1px solid currentColor;
    border-radius: 4px;
    padding: 0 5px;
    margin-left: 3px;
  }
  .new {
    background: var(--color-primary);
    color: var(--color-primary-content);
    border-radius: 7px;
    padding: 5px 12px;
    min-height: 34px;
    font-weight: 600;
    cursor: pointer;
  }
  .new:hover {
    background: var(--focus);
    color: var(--color-accent-content);
  }
  .plain {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    border: 1px solid var(--rule);
    border-radius: 7px;
    padding: 3px 11px;
    min-height: 34px;
    font-size: 14px;
    cursor: pointer;
    white-space: nowrap;
  }
  .plain kbd {
    color: var(--color-neutral);
  }
  .plain:hover,
  .plain[aria-pressed='true'] {
    border-color: var(--focus);
    color: var(--focus);
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(228px, 1fr));
    gap: 16px;
  }
  .grid li {
    display: grid;
  }
  .ghost {
    height: 300px;
    border: 1px dashed var(--rule);
    border-radius: 10px;
  }
  .icon {
    width: 34px;
    height: 34px;
    display: grid;
    place-items: center;
    color: var(--color-neutral);
    border-radius: 6px;
    cursor: pointer;
  }
  .icon:hover {
    background: var(--color-base-200);
    color: var(--ink);
  }
  .note {
    border-left: 3px solid var(--color-secondary);
    padding: 6px 12px;
    margin-bottom: 16px;
    background: var(--color-base-200);
  }
  .note.bad {
    border-color: var(--color-error);
  }
  .note button,
  .nothing button {
    text-decoration: underline;
    min-height: 24px;
    cursor: pointer;
    color: var(--focus);
  }
  .start {
    margin-bottom: 24px;
  }
  .lead {
    margin-bottom: 14px;
    color: var(--color-neutral);
  }
  .lead .new {
    margin: 0 8px;
  }
  .nothing,
  .end {
    text-align: center;
    color: var(--color-neutral);
    padding: 60px 0;
  }
  .end {
    padding: 20px 0;
  }
  .hatch {
    stroke: var(--ink);
    stroke-width: 1.3;
  }
  @media (max-width: 900px) {
    .motto {
      display: none;
    }
  }
</style>
