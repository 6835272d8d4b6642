<!-- An open tag: the slots of one thing, typed in place. Enter keeps, Escape leaves, @ goes on to the place. -->
<script lang="ts">
  import { CornerDownLeft, Trash2, X } from '@lucide/svelte';
  import AheadLine from '../ahead/AheadLine.svelte';
  import { onMount, tick } from 'svelte';
  import type { Offer } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import type { Entry } from './entry';
  import { partsOf } from './hint';
  import { slotOf } from './marked';
  import { without } from './mend';
  import { isSupport, placeSlot, tool, type ToolId } from './tools';

  const { session, entry, done }: { session: Session; entry: Entry; done: () => void } = $props();
  const kind = $derived(tool(entry.tool, session.spatial));
  const slots = $derived(entry.mark !== null ? [...kind.slots, ...(kind.more ?? [])] : kind.slots);
  const problem = $derived(
    entry.tool === 'mend' ? session.reply?.problems.find((p) => p.path === entry.target.path) : undefined,
  );
  let form: HTMLFormElement;
  /** The slot that was in use last. */
  let here = '';

  const field = (slot: string) =>
    form.querySelector<HTMLInputElement | HTMLSelectElement>(`[name="${slot}"]`);

  function enter(slot: string): void {
    const found = field(slot);
    found?.focus();
    if (found instanceof HTMLInputElement) found.select();
  }

  onMount(() => {
    enter(entry.slot);
    // What is half typed goes on at its end, when the tag comes to stand elsewhere.
    const found = field(entry.slot);
    if (entry.trail.length > 0 && found instanceof HTMLInputElement) {
      found.setSelectionRange(found.value.length, found.value.length);
    }
  });

  /** Back to where it was typed last. */
  export function focus(): void {
    if (!form.contains(document.activeElement)) (field(here) ?? field(entry.slot))?.focus();
  }

  export async function commit(): Promise<void> {
    if (await session.commit()) {
      done();
      return;
    }
    await tick();
    const marked = session.refused.map((p) => slotOf(p.path, keys)).find((slot) => slot !== null);
    if (marked) enter(marked);
  }

  export function leave(): void {
    session.close();
    done();
  }

  /** The slot that @ goes on to from another one. In a train and a rope it stands between what is typed. */
  const place = $derived(
    ['train', 'rope', 'bars', 'body'].includes(entry.tool) ? null : placeSlot(entry.tool),
  );

  /** What is typed or pasted into a slot; from an @ on it goes into the slot of the place. */
  function typed(slot: string, text: string): void {
    const own = field(slot);
    if (slot === place && text.trimStart().startsWith('@')) {
      // Here it is already.
      const mine = text.trimStart().slice(1).trimStart();
      session.type(slot, mine);
      if (own) own.value = mine;
      return;
    }
    const at = text.indexOf('@');
    if (at < 0 || !place || slot === place || slot === 'rename') {
      session.type(slot, text);
      return;
    }
    const [mine, rest] = [text.slice(0, at).trim(), text.slice(at + 1).trim()];
    session.typeAll(rest === '' ? { [slot]: mine } : { [slot]: mine, [place]: rest });
    const next = field(place);
    if (own) own.value = mine;
    if (next && rest !== '') next.value = rest;
    enter(place);
    if (rest !== '' && next instanceof HTMLInputElement) next.setSelectionRange(rest.length, rest.length);
  }

  function key(event: KeyboardEvent): void {
    // An input method has the key.
    if (event.isComposing) return;
    event.stopPropagation();
    if (event.key === 'Escape') {
      event.preventDefault();
      leave();
    } else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) {
      event.preventDefault();
      void commit();
    } else if (event.key === 'ArrowUp' && event.target instanceof HTMLInputElement) {
      event.preventDefault();
      const slot = event.target.name;
      session.type(slot, entry.before[slot] ?? '');
    } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
      // What the browser would take back here may have been typed elsewhere.
      event.preventDefault();
      if (event.shiftKey) session.redo();
      else if (!session.untype()) session.undo();
      if (!session.entry) done();
    }
  }

  const EMPTIED: Partial<Record<ToolId, string>> = { most: 'most', plates: 'plates', profile: 'dimensions' };

  function remove(): void {
    const { mark: id, target } = entry;
    const mends = entry.tool === 'mend';
    if (!id) return;
    const emptied = EMPTIED[entry.tool];
    // What is said of things goes with its slot: it is no thing by itself.
    if (emptied) {
      session.type(emptied, '');
      void commit();
      return;
    }
    session.close(false);
    if (mends) session.change((sheet) => without(sheet, target.path ?? ''));
    else void session.remove([id]);
    done();
  }

  function choose(slot: string, word: string): void {
    // A support turns into another one, with other slots; what a bar or a joint is, is one of its slots.
    if (slot === 'kind' && isSupport(entry.tool)) session.retool(word as ToolId);
    else session.type(slot, word);
  }

  const removable = $derived(entry.mark !== null && !['distance', 'piece'].includes(entry.tool));
  const was = $derived((slot: string | null) => {
    if (slot === null) return null;
    const before = entry.before[slot] ?? '';
    return entry.mark !== null && before !== '' && before !== entry.typed[slot] ? before : null;
  });

  const keys = $derived(slots.map((slot) => slot.key));
  /** What is wrong with a slot. */
  const wrong = $derived((slot: string) => session.refused.find((p) => slotOf(p.path, keys) === slot));
  const first = $derived(session.refused[0]);
  const offers = $derived(
    first ? session.offers((about) => about.of === 'slot' && slots.some((s) => s.key === about.slot)) : [],
  );

  async function accept(offer: Offer): Promise<void> {
    if (await session.accept(offer)) done();
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<form
  bind:this={form}
  class="tag"
  onkeydown={key}
  onsubmit={(e) => e.preventDefault()}
  onfocusin={(e) => {
    const name = e.target instanceof Element ? e.target.getAttribute('name') : null;
    if (name) here = name;
  }}
  aria-label={kind.name}
>
  <div class="row">
    <span class="what">{kind.name}</span>
    {#each slots as slot (slot.key)}
      <label class="slot" class:wrong={wrong(slot.key)}>
        <span>{slot.label}</span>
        {#if slot.words}
          <select
            name={slot.key}
            value={entry.typed[slot.key] || slot.usual}
            onchange={(e) => choose(slot.key, e.currentTarget.value)}
          >
            {#each slot.words as word (word)}
              <option>{word}</option>
            {/each}
          </select>
        {:else}
          <input
            name={slot.key}
            value={entry.typed[slot.key] ?? ''}
            placeholder={slot.usual}
            style:width="{slot.width + 1.5}ch"
            autocomplete="off"
            autocapitalize="off"
            spellcheck="false"
            aria-invalid={wrong(slot.key) ? 'true' : undefined}
            oninput={(e) => typed(slot.key, e.currentTarget.value)}
          />
        {/if}
      </label>
    {/each}
  </div>
  <div class="foot">
    {#if first}
      <p class="message" role="alert">
        {first.message} <span>{first.cure}</span>
        {#each offers as offer (offer.text)}
          <button type="button" class="offer" onclick={() => accept(offer)}>{offer.text}</button>
        {/each}
        {#if was(slotOf(first.path, keys))}<span class="was"
            ><kbd>↑</kbd> brings back {was(slotOf(first.path, keys))}</span
          >{/if}
      </p>
    {:else if problem}
      <p class="message">{problem.message} <span>{problem.cure}</span></p>
    {:else}
      <p class="hint">
        {#each partsOf(kind.hint) as part, i (i)}{#if part.slot}<code data-slot={part.slot}>{part.text}</code
            >{:else}{part.text}{/if}{/each}
      </p>
    {/if}
    <span class="ends">
      <button type="button" class="end keep" onclick={commit} title="Keep (Enter)" aria-label="Keep">
        <CornerDownLeft size={15} />
      </button>
      {#if removable}
        <button type="button" class="end" onclick={remove} title="Remove" aria-label="Remove">
          <Trash2 size={15} />
        </button>
      {/if}
      <button type="button" class="end" onclick={leave} title="Leave (Escape)" aria-label="Leave">
        <X size={15} />
      </button>
    </span>
  </div>
  <AheadLine />
</form>

<style>
  .tag {
    background: var(--color-base-100);
    border: 1.5px solid var(--focus);
    border-radius: 8px;
    box-shadow: 0 6px 22px color-mix(in oklab, var(--ink) 16%, transparent);
    padding: 7px 9px 6px;
    width: max-content;
    max-width: 100%;
  }
  .row {
    display: flex;
    align-items: flex-end;
    flex-wrap: wrap;
    gap: 5px 7px;
  }
  .what {
    font-weight: 680;
    font-size: 14px;
    padding-bottom: 4px;
    margin-right: 2px;
  }
  .slot {
    display: flex;
    flex-direction: column;
    font-size: 11.5px;
    color: var(--color-neutral);
  }
  .slot input,
  .slot select {
    font-size: 15px;
    font-weight: 560;
    color: var(--ink);
    background: var(--color-base-200);
    border: 1px solid var(--rule);
    border-radius: 5px;
    padding: 2px 5px;
    height: 28px;
  }
  .slot input::placeholder {
    color: var(--color-neutral);
    opacity: 0.75;
    font-weight: 420;
  }
  .slot input:focus,
  .slot select:focus {
    outline: 2px solid var(--focus);
    outline-offset: 0;
  }
  .wrong input {
    border-color: var(--color-error);
    text-decoration: underline wavy var(--color-error) 1px;
    text-underline-offset: 3px;
  }
  .ends {
    display: flex;
    gap: 2px;
  }
  .end {
    width: 28px;
    height: 28px;
    display: grid;
    place-items: center;
    border-radius: 5px;
    color: var(--color-neutral);
    cursor: pointer;
  }
  .end:hover {
    background: var(--color-base-200);
    color: var(--ink);
  }
  .keep {
    color: var(--focus);
  }
  .hint,
  .message {
    font-size: 12px;
    line-height: 1.35;
    color: var(--color-neutral);
    /* The slots decide how wide a tag is, not its hint. */
    width: 0;
    min-width: 14em;
    flex: 1;
  }
  .hint code {
    font-family: inherit;
    font-weight: 620;
    color: var(--ink);
    white-space: nowrap;
  }
  .foot {
    display: flex;
    align-items: center;
    gap: 8px;
    margin-top: 4px;
    min-height: 28px;
  }
  .message {
    color: var(--color-error);
    font-weight: 600;
  }
  .offer {
    display: block;
    margin-top: 4px;
    border: 1px solid var(--focus);
    border-radius: 6px;
    padding: 3px 9px;
    min-height: 28px;
    color: var(--focus);
    font-weight: 600;
    cursor: pointer;
  }
  .offer:hover {
    background: var(--wash);
  }
  .was kbd {
    font-family: inherit;
    border: 1px solid var(--rule);
    border-radius: 4px;
    padding: 0 4px;
  }
  .message span {
    font-weight: 440;
  }
</style>
