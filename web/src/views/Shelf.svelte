<!-- The shelf: every sheet that is kept, the last one touched first. -->
<script lang="ts">
  import { Moon, Sun, Trash2 } from '@lucide/svelte';
  import { onMount } from 'svelte';
  import { api, Refusal } from '../lib/api/client';
  import type { Sheet, SheetSummary } from '../lib/api/types';
  import { route } from '../lib/ui/route.svelte';
  import { theme } from '../lib/ui/theme.svelte';

  let sheets = $state.raw<readonly SheetSummary[] | null>(null);
  let failed = $state.raw<Refusal | null>(null);
  let removed = $state.raw<{ title: string; sheet: Sheet } | null>(null);

  const EMPTY: Sheet = { format: 'helvek-sheet/1', title: '' };

  function fail(error: unknown): void {
    failed = error instanceof Refusal ? error : new Refusal('fault', 'That did not work.', 'Try again.');
  }

  async function load(): Promise<void> {
    try {
      sheets = await api.list();
      failed = null;
    } catch (error) {
      fail(error);
    }
  }

  async function start(sheet: Sheet): Promise<void> {
    try {
      route.go(`/sheet/${(await api.create(sheet)).id}`);
    } catch (error) {
      fail(error);
    }
  }

  async function remove(row: SheetSummary): Promise<void> {
    try {
      const { sheet } = await api.get(row.id);
      await api.remove(row.id);
      removed = { title: row.title, sheet };
      await load();
    } catch (error) {
      fail(error);
    }
  }

  async function bringBack(): Promise<void> {
    if (!removed) return;
    try {
      await api.create(removed.sheet);
      removed = null;
      await load();
    } catch (error) {
      fail(error);
    }
  }

  onMount(load);

  const when = (iso: string) =>
    new Date(iso).toLocaleString('en-GB', {
      day: 'numeric',
      month: 'short',
      hour: '2-digit',
      minute: '2-digit',
    });

  function key(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey || event.key.toLowerCase() !== 'n') return;
    if ((event.target as HTMLElement).matches('input, textarea, select')) return;
    event.preventDefault();
    void start(EMPTY);
  }
</script>

<svelte:window onkeydown={key} />
<svelte:head><title>Shelf · Helvek</title></svelte:head>

<main class="shelf" aria-label="Shelf" data-settled={sheets !== null}>
  <header>
    <h1>
      <svg viewBox="0 0 32 24" aria-hidden="true"
        ><path d="M3 9H29" class="beam" /><path
          d="M7 22v-8m-3.4 3.4L7 13.6l3.4 3.8M25 22v-8m-3.4 3.4 3.4-3.8 3.4 3.8M16 0v4"
        /></svg
      >Helvek
    </h1>
    <span class="line">a workbench for equilibrium</span>
    <span class="grow"></span>
    <button
      class="icon"
      onclick={() => theme.toggle()}
      aria-label={theme.now === 'paper' ? 'Dark theme' : 'Light theme'}
      title={theme.now === 'paper' ? 'By lamp light' : 'On paper'}
    >
      {#if theme.now === 'paper'}<Moon size={17} />{:else}<Sun size={17} />{/if}
    </button>
    <button class="new" onclick={() => start(EMPTY)}>New sheet <kbd>N</kbd></button>
  </header>

  {#if failed}
    <p class="note bad" role="alert">
      {failed.message}
      {failed.cure}
      <button onclick={load}>Try again</button>
    </p>
  {/if}
  {#if removed}
    <p class="note" role="status">
      “{removed.title}” is off the shelf. <button onclick={bringBack}>Bring it back</button>
    </p>
  {/if}

  {#if sheets && sheets.length === 0}
    <div class="bare">
      <p>The shelf is empty.</p>
      <button class="new" onclick={() => start(EMPTY)}>Start the first sheet <kbd>N</kbd></button>
    </div>
  {:else if sheets}
    <ul>
      {#each sheets as row (row.id)}
        <li>
          <a
            href="/sheet/{row.id}"
            onclick={(e) => {
              if (e.ctrlKey || e.metaKey || e.shiftKey) return;
              e.preventDefault();
              route.go(`/sheet/${row.id}`);
            }}
          >
            <span class="title">{row.title}</span>
            <time datetime={row.changed}>{when(row.changed)}</time>
          </a>
          <button
            class="icon"
            onclick={() => remove(row)}
            aria-label="Remove {row.title}"
            title="Take off the shelf"
          >
            <Trash2 size={16} />
          </button>
        </li>
      {/each}
    </ul>
  {:else if !failed}
    <p class="quiet">Looking at the shelf …</p>
  {/if}
</main>

<style>
  .shelf {
    height: 100%;
    overflow-y: auto;
    max-width: 860px;
    margin: 0 auto;
    padding: 44px 28px;
  }
  header {
    display: flex;
    align-items: center;
    gap: 14px;
    margin-bottom: 26px;
  }
  h1 {
    display: flex;
    align-items: center;
    gap: 11px;
    font-size: 26px;
    font-weight: 740;
  }
  h1 svg {
    width: 40px;
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
  .line,
  .quiet {
    color: var(--color-neutral);
  }
  .line {
    padding-top: 6px;
  }
  .grow {
    flex: 1;
  }
  .new {
    background: var(--color-primary);
    color: var(--color-primary-content);
    border-radius: 7px;
    padding: 6px 12px;
    font-weight: 600;
    cursor: pointer;
  }
  .new:hover {
    background: var(--focus);
    color: var(--color-accent-content);
  }
  .new kbd {
    font-family: inherit;
    font-size: 11px;
    opacity: 0.85;
    border: 1px solid currentColor;
    border-radius: 4px;
    padding: 0 5px;
    margin-left: 6px;
  }
  li {
    display: flex;
    align-items: center;
    border-top: 1px solid var(--rule);
  }
  li:last-child {
    border-bottom: 1px solid var(--rule);
  }
  a {
    flex: 1;
    min-width: 0;
    display: flex;
    align-items: baseline;
    gap: 16px;
    padding: 13px 8px;
  }
  a:hover .title {
    color: var(--focus);
  }
  .title {
    flex: 1;
    font-size: 17px;
    font-weight: 580;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  time {
    color: var(--color-neutral);
    font-size: 13.5px;
    white-space: nowrap;
  }
  .icon {
    width: 32px;
    height: 32px;
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
    padding: 5px 12px;
    margin-bottom: 16px;
    background: var(--color-base-200);
  }
  .note.bad {
    border-color: var(--color-error);
  }
  .note button {
    text-decoration: underline;
    cursor: pointer;
    color: var(--focus);
  }
  .bare {
    display: grid;
    justify-items: center;
    gap: 16px;
    padding: 80px 0;
    color: var(--color-neutral);
    font-size: 17px;
  }
</style>
