<!-- Looking through the shelf: by word, by tag, in an order, and into the trash. -->
<script lang="ts">
  import { Search, Trash2, X } from '@lucide/svelte';
  import type { Shelf, Sort } from './shelf.svelte';

  interface Props {
    shelf: Shelf;
    /** Changes what is looked for, and looks. */
    look: (change: () => void) => void;
    /** Removes what is shown of the trash. */
    empty: () => void;
    /** The field of the search, for the keys of the shelf. */
    field: HTMLInputElement | null;
  }
  let { shelf, look, empty, field = $bindable() }: Props = $props();
</script>

<div class="bar" role="search">
  <label class="search">
    <Search size={16} />
    <input
      bind:this={field}
      value={shelf.search}
      placeholder="Search titles and tags"
      aria-label="Search"
      autocomplete="off"
      oninput={(e) => look(() => (shelf.search = e.currentTarget.value))}
      onkeydown={(e) => {
        if (e.key !== 'Escape' || e.isComposing) return;
        if (shelf.search === '') e.currentTarget.blur();
        else look(() => (shelf.search = ''));
      }}
    />
    <kbd>/</kbd>
  </label>
  <select
    aria-label="Order"
    value={shelf.sort}
    onchange={(e) => look(() => (shelf.sort = e.currentTarget.value as Sort))}
  >
    <option value="changed">last changed first</option>
    <option value="title">by title</option>
    <option value="created">newest first</option>
  </select>
  <span class="tags">
    {#each shelf.tags.slice(0, 12) as { tag, count } (tag)}
      <button
        class="tag"
        aria-pressed={shelf.tag === tag}
        onclick={() => look(() => (shelf.tag = shelf.tag === tag ? null : tag))}
        >{tag} <small>{count}</small>{#if shelf.tag === tag}<X size={12} />{/if}</button
      >
    {/each}
  </span>
  <span class="grow"></span>
  <span class="count" role="status"
    >{shelf.total} {shelf.total === 1 ? 'sheet' : 'sheets'}{shelf.trash ? ' in the trash' : ''}</span
  >
  {#if shelf.trash && shelf.total > 0}
    <button class="plain" onclick={empty}
      >{shelf.looking
        ? `Remove ${shelf.total === 1 ? 'it' : `these ${shelf.total}`} for good`
        : 'Empty it for good'}</button
    >
  {/if}
  <button class="plain" aria-pressed={shelf.trash} onclick={() => look(() => (shelf.trash = !shelf.trash))}
    ><Trash2 size={15} /> Trash{#if shelf.inTrash > 0}&nbsp;<small>{shelf.inTrash}</small>{/if}</button
  >
</div>

<style>
  kbd {
    font-family: inherit;
    font-size: 11px;
    border: 1px solid currentColor;
    border-radius: 4px;
    padding: 0 5px;
    margin-left: 3px;
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
  .plain:hover,
  .plain[aria-pressed='true'] {
    border-color: var(--focus);
    color: var(--focus);
  }
  .bar {
    display: flex;
    align-items: center;
    gap: 10px;
    margin-bottom: 16px;
  }
  .search {
    display: flex;
    align-items: center;
    gap: 8px;
    width: 280px;
    height: 34px;
    padding: 0 10px;
    border: 1px solid var(--rule);
    border-radius: 7px;
    color: var(--color-neutral);
  }
  .search:focus-within {
    outline: 2px solid var(--focus);
  }
  .search input {
    flex: 1;
    min-width: 0;
    height: 100%;
    font-size: 14.5px;
    color: var(--ink);
    background: transparent;
    outline: none;
  }
  .search input::placeholder {
    color: var(--color-neutral);
    opacity: 1;
  }
  select {
    height: 34px;
    border: 1px solid var(--rule);
    border-radius: 7px;
    padding: 0 8px;
    font-size: 14px;
    background: var(--color-base-100);
    cursor: pointer;
  }
  .tags {
    display: flex;
    gap: 5px;
    min-width: 0;
    overflow: hidden;
    flex-wrap: wrap;
    max-height: 34px;
  }
  .tag {
    display: inline-flex;
    align-items: center;
    gap: 4px;
    font-size: 13px;
    min-height: 28px;
    margin: 3px 0;
    padding: 0 10px;
    border: 1px solid var(--rule);
    border-radius: 14px;
    cursor: pointer;
    white-space: nowrap;
  }
  .tag small {
    color: var(--color-neutral);
  }
  .tag:hover,
  .tag[aria-pressed='true'] {
    border-color: var(--focus);
    color: var(--focus);
  }
  .count {
    color: var(--color-neutral);
    font-size: 13.5px;
    white-space: nowrap;
  }
  @media (max-width: 900px) {
    .count {
      display: none;
    }
    .search {
      width: 190px;
    }
  }
</style>
