<!-- A sheet on the shelf: its drawing, what was asked and what came out, how it stands. -->
<script lang="ts">
  import { Copy, RotateCcw, Tag, Trash2 } from '@lucide/svelte';
  import type { Refusal } from '../api/client';
  import type { SheetSummary } from '../api/types';
  import { ago } from '../ui/time';
  import Thumb from './Thumb.svelte';

  interface Props {
    sheet: SheetSummary;
    /** Why it has no card. */
    uncarded: Refusal | null;
    trash: boolean;
    /** Whether it is chosen with others. */
    chosen: boolean;
    choose: () => void;
    open: () => void;
    copy: () => void;
    remove: () => void;
    restore: () => void;
    tag: (tags: string[]) => void;
    /** Lays the old answers beside the new ones. */
    compare: () => void;
    /** Shows what carries this tag. */
    look: (tag: string) => void;
  }
  const { sheet, uncarded, trash, chosen, choose, open, copy, remove, restore, tag, compare, look }: Props =
    $props();
  const card = $derived(sheet.card);
  const more = $derived((card?.asked_in_all ?? 0) - 2);
  /** What stands where the drawing would. */
  const blank = $derived(
    uncarded ? 'no drawing' : !card ? 'being drawn …' : card.too_large ? 'too large for a card' : 'empty',
  );
  /** What stands where the answers would. */
  const quiet = $derived(
    uncarded
      ? `${uncarded.message} It can be opened all the same.`
      : !card
        ? ''
        : card.too_large
          ? 'open it to see what it comes to'
          : card.problems > 0
            ? `${card.problems} ${card.problems === 1 ? 'thing' : 'things'} to mend`
            : 'nothing asked yet',
  );
  let tagging = $state(false);

  function write(text: string): void {
    tagging = false;
    const tags = text
      .split(',')
      .map((t) => t.trim())
      .filter(Boolean);
    if (tags.join() !== sheet.tags.join()) tag(tags);
  }
</script>

<article class="card" class:chosen>
  {#if !trash}
    <input
      type="checkbox"
      class="checkbox checkbox-sm checkbox-secondary"
      aria-label="Choose {sheet.title}"
      title="Choose (Space)"
      checked={chosen}
      onchange={choose}
    />
  {/if}
  <a
    href="/sheet/{sheet.id}"
    class:trash
    aria-disabled={trash}
    onclick={(e) => {
      if (!trash && (e.ctrlKey || e.metaKey || e.shiftKey)) return;
      e.preventDefault();
      if (!trash) open();
    }}
  >
    <span class="thumb">
      {#if card && (card.scene.marks.length > 0 || card.scene.solid)}<Thumb scene={card.scene} />{:else}<span
          class="blank">{blank}</span
        >{/if}
    </span>
    <span class="title">{sheet.title}</span>
    <span class="asked">
      {#each card?.asked.slice(0, 2) ?? [] as line, i (i)}
        <span class="line"
          ><span class="label">{line.label}</span><strong>{line.parts[line.short]?.says}</strong></span
        >
      {:else}
        <span class="line quiet">{quiet}</span>
      {/each}
      {#if more > 0}<span class="line quiet">and {more} more</span>{/if}
    </span>
  </a>
  {#if sheet.differs && !trash}
    <button
      class="mx-3 mb-0.5 cursor-pointer self-start text-left text-[12.5px] font-semibold text-warning underline underline-offset-2"
      onclick={compare}>answers differ since engine {sheet.engine}</button
    >
  {/if}
  <footer>
    {#if card?.verdict}<span class="verdict {card.verdict}">{card.verdict}</span>{/if}
    <time datetime={sheet.changed}>{ago(sheet.changed)}</time>
    <span class="grow"></span>
    {#if trash}
      <button onclick={restore} aria-label="Put {sheet.title} back" title="Put back"
        ><RotateCcw size={15} /></button
      >
    {:else}
      <button onclick={() => (tagging = true)} aria-label="Tags of {sheet.title}" title="Tags"
        ><Tag size={15} /></button
      >
      <button onclick={copy} aria-label="Duplicate {sheet.title}" title="Duplicate (D)"
        ><Copy size={15} /></button
      >
    {/if}
    <button
      onclick={remove}
      aria-label="{trash ? 'Remove for good:' : 'Remove'} {sheet.title}"
      title={trash ? 'Remove for good' : 'Into the trash (Delete)'}><Trash2 size={15} /></button
    >
  </footer>
  {#if tagging}
    <input
      class="tagging"
      {@attach (field: HTMLInputElement) => field.select()}
      value={sheet.tags.join(', ')}
      placeholder="tags, with commas between"
      aria-label="Tags of {sheet.title}"
      onblur={(e) => write(e.currentTarget.value)}
      onkeydown={(e) => {
        e.stopPropagation();
        if (e.isComposing) return;
        // Taken away it blurs, and is written: as it was.
        if (e.key === 'Escape') e.currentTarget.value = sheet.tags.join(', ');
        if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur();
      }}
    />
  {:else if sheet.tags.length > 0}
    <p class="tags">
      {#each sheet.tags as one (one)}<button onclick={() => look(one)}>{one}</button>{/each}
    </p>
  {/if}
</article>

<style>
  .card {
    position: relative;
    display: flex;
    flex-direction: column;
    border: 1px solid var(--rule);
    border-radius: 10px;
    background: var(--color-base-100);
    overflow: hidden;
    content-visibility: auto;
    contain-intrinsic-size: auto 320px;
    transition: border-color 120ms;
  }
  .card.chosen {
    border-color: var(--focus);
    box-shadow: 0 0 0 1px var(--focus);
  }
  .checkbox {
    position: absolute;
    left: 8px;
    top: 8px;
    z-index: 1;
    background-color: var(--color-base-100);
    opacity: 0;
  }
  .checkbox:checked {
    background-color: var(--focus);
  }
  .card:hover .checkbox,
  .card:focus-within .checkbox,
  .checkbox:checked {
    opacity: 1;
  }
  /* A finger does not hover. */
  @media (hover: none) and (pointer: coarse) {
    .checkbox {
      opacity: 1;
    }
  }
  .card:hover,
  .card:focus-within {
    border-color: var(--color-neutral);
  }
  a {
    display: flex;
    flex-direction: column;
    flex: 1;
    border-radius: 9px 9px 0 0;
  }
  a:focus-visible {
    outline-offset: -3px;
  }
  a.trash {
    cursor: default;
    opacity: 0.6;
  }
  .thumb {
    display: block;
    aspect-ratio: 500 / 290;
    border-bottom: 1px solid var(--rule);
    background-color: color-mix(in oklab, var(--color-base-200) 45%, var(--color-base-100));
  }
  .blank {
    display: grid;
    place-items: center;
    height: 100%;
    color: var(--color-neutral);
    font-size: 14px;
  }
  .title {
    font-size: 15.5px;
    font-weight: 640;
    line-height: 1.3;
    padding: 9px 12px 0;
    overflow: hidden;
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    overflow-wrap: anywhere;
  }
  a:not(.trash):hover .title {
    color: var(--focus);
  }
  .asked {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    padding: 4px 12px 6px;
    font-size: 13px;
    line-height: 1.45;
  }
  /* An answer that does not fit beside its name stands below it: neither is cut while there is room. */
  .line {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 0 10px;
    white-space: nowrap;
  }
  .label,
  .quiet {
    color: var(--color-neutral);
    overflow: hidden;
    text-overflow: ellipsis;
  }
  strong {
    font-weight: 640;
    overflow: hidden;
    text-overflow: ellipsis;
    margin-left: auto;
    max-width: 100%;
  }
  footer {
    display: flex;
    align-items: center;
    gap: 5px;
    padding: 2px 5px 5px 12px;
    font-size: 12px;
    color: var(--color-neutral);
    white-space: nowrap;
    min-height: 34px;
  }
  .verdict {
    font-weight: 620;
    color: var(--color-success);
  }
  .verdict.slides,
  .verdict.unstable {
    color: var(--color-error);
  }
  .verdict.balanced,
  .verdict.indeterminate {
    color: var(--color-warning);
  }
  .grow {
    flex: 1;
  }
  time {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  footer button {
    /* They give way before the words do, as far as a finger allows. */
    flex: 0 100 28px;
    min-width: 24px;
    height: 28px;
    display: grid;
    place-items: center;
    border-radius: 6px;
    cursor: pointer;
    margin-left: -5px;
  }
  footer button:hover {
    background: var(--color-base-200);
    color: var(--ink);
  }
  .tags {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    padding: 0 12px 10px;
  }
  .tags button {
    font-size: 12px;
    min-height: 24px;
    padding: 0 8px;
    border: 1px solid var(--rule);
    border-radius: 12px;
    color: var(--color-neutral);
    cursor: pointer;
  }
  .tags button:hover {
    border-color: var(--focus);
    color: var(--focus);
  }
  .tagging {
    margin: 0 10px 10px;
    height: 30px;
    border: 1px solid var(--rule);
    border-radius: 6px;
    padding: 0 8px;
    font-size: 13.5px;
    background: var(--color-base-200);
  }
</style>
