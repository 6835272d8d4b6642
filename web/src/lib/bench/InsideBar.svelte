<!-- Under the diagrams: how they are drawn, and where a member is cut through. -->
<script lang="ts">
  import { Pencil } from '@lucide/svelte';
  import { INNER, lies } from '../board/diagrams';
  import { ENVELOPE, Looking } from './looking.svelte';
  import type { Session } from './session.svelte';
  import TrainBar from './TrainBar.svelte';
  import { listed } from '../ui/listed';

  interface Props {
    session: Session;
    /** Saves the drawing, or the diagrams as numbers. */
    save: (what: 'svg' | 'csv') => void;
    /** Opens the tag of what is read. */
    open: (id: string) => void;
    /** Gives the keys back to the board. */
    done: () => void;
  }
  const { session, save, open, done }: Props = $props();
  const inside = $derived(session.reply?.scene.inside ?? null);
  const fits = $derived(inside !== null && lies(inside));
  const under = $derived(fits && !session.looking.along);
  const words = { N: 'N', V: 'V', M: 'M' };
  const names = { N: 'Normal force', V: 'Shear force', M: 'Bending moment' };
  const refused = $derived(inside?.stretches.find((s) => s.refused)?.refused ?? null);
  const made = $derived(session.reply?.solution?.cut ?? null);
  const wrong = $derived(session.looking.cut ? (session.reply?.solution?.cut_refused?.[0] ?? null) : null);
  const train = $derived(
    (session.page?.trains ?? []).find((t) => t.name === session.looking.train && !t.refused) ?? null,
  );
  let typed = $state('');
  let field = $state<HTMLInputElement>();

  // What is pointed at takes the place of what was typed.
  $effect(() => {
    if (session.looking.cut?.spot) typed = '';
  });

  export function begin(): void {
    field?.focus();
    field?.select();
  }

  function go(event: SubmitEvent): void {
    event.preventDefault();
    const place = typed.trim();
    session.looking.cutAt(place ? { place, spot: null } : null);
    done();
  }

  /** Leaves the field; the cut stays where it was. */
  function leave(event: KeyboardEvent): void {
    if (event.key !== 'Escape') return;
    typed = session.looking.cut && !session.looking.cut.spot ? session.looking.cut.place : '';
    done();
  }

  function side(of: 'before' | 'after'): void {
    if (session.looking.cut) session.looking.cutAt({ ...session.looking.cut, side: of });
  }

  function ask(): void {
    if (!made) return;
    const { body, stretch, station, side: of, steps } = made;
    const one = {
      what: 'internal' as const,
      on: body,
      from: stretch[0],
      to: stretch[1],
      distance: Number(station.toPrecision(12)),
      ...(steps ? { side: of } : {}),
    };
    session.change((sheet) => ({ ...sheet, find: [...listed(sheet.find), one] }));
    session.tell('Asked: N, V and M at this place.');
  }
</script>

<div class="bar" role="group" aria-label="Inside the members">
  {#if !session.halved}
    {#if fits}
      <span class="turn">
        <button aria-pressed={!session.looking.along} onclick={() => (session.looking.along = false)}
          >Below</button
        >
        <button aria-pressed={session.looking.along} onclick={() => (session.looking.along = true)}
          >Along</button
        >
      </span>
    {/if}
    {#if !under && inside}
      <span class="turn">
        {#each INNER as of (of)}
          <button
            title={names[of]}
            aria-pressed={session.looking.inner === of}
            onclick={() => (session.looking.inner = of)}>{words[of]}</button
          >
        {/each}
      </span>
    {/if}
  {/if}
  {#if session.looking.states.length > 1 && !session.halved}
    <label class="state">
      <kbd>C</kbd>
      <select
        aria-label="Loads"
        value={session.looking.state ?? ''}
        onchange={(event) => session.looking.read(event.currentTarget.value || null)}
      >
        {#each session.looking.states as state (state)}
          <option value={state ?? ''}>{Looking.word(state)}</option>
        {/each}
      </select>
    </label>
    {#if session.looking.mark}
      <button
        class="change"
        title="Change {session.looking.train ? 'this train' : 'this combination'}"
        aria-label="Change what is read"
        onclick={() => session.looking.mark && open(session.looking.mark)}><Pencil size={14} /></button
      >
    {/if}
  {/if}
  {#if !inside && session.settled}
    <span>Nothing to look into: without equilibrium there are no forces inside.</span>
  {:else}
    {#if train}
      <span class="break"></span>
      <TrainBar {session} {train} />
    {/if}
    <form onsubmit={go} class:hidden={session.looking.state === ENVELOPE}>
      <label for="cut-place">{train ? 'Influence at' : 'Cut at'} <kbd>X</kbd></label>
      <input
        id="cut-place"
        bind:this={field}
        bind:value={typed}
        placeholder="2.5 or C"
        autocomplete="off"
        onkeydown={leave}
      />
    </form>
    {#if wrong}
      <span class="wrong" title={wrong.cure}>{wrong.message}</span>
    {:else if made}
      {#if made.steps}
        <span class="turn" role="group" aria-label="Which side of what acts there">
          <button aria-pressed={made.side === 'before'} onclick={() => side('before')}>before</button>
          <button aria-pressed={made.side === 'after'} onclick={() => side('after')}>after</button>
        </span>
      {/if}
      <button
        class="act"
        aria-pressed={session.looking.halves}
        onclick={() => session.looking.showHalves(!session.looking.halves)}
        >{session.looking.halves ? 'Diagrams' : 'Both parts'} <kbd>Z</kbd></button
      >
      <button class="act" onclick={ask} title="Ask for N, V and M at this place">Ask</button>
    {:else if refused && session.looking.train === null}
      <span class="wrong" title={refused}>{refused}</span>
    {:else if session.looking.states.length === 1 && !train}
      <span>or press a place.</span>
    {/if}
    {#if !session.halved}
      <span class="turn files">
        <button onclick={() => save('svg')} title="Save the drawing as SVG">SVG</button>
        <button onclick={() => save('csv')} title="Save N, V and M as CSV">CSV</button>
      </span>
    {/if}
  {/if}
</div>

<style>
  .bar {
    display: flex;
    align-items: center;
    flex-wrap: wrap;
    justify-content: center;
    gap: 0 7px;
    min-height: 38px;
    font-size: 13px;
    color: var(--color-neutral);
    background: var(--color-base-100);
    border: 1px solid var(--rule);
    border-radius: 9px;
    padding: 3px 12px 3px 6px;
    white-space: nowrap;
  }
  .turn {
    display: flex;
  }
  /** What belongs to a train stands in a row of its own. */
  .break {
    flex-basis: 100%;
    order: 1;
  }
  .break ~ :global(*) {
    order: 2;
  }
  .break ~ .files {
    order: 0;
  }
  .change {
    padding: 0 6px;
    color: var(--color-neutral);
  }
  .hidden {
    display: none;
  }
  form:not(.hidden) {
    display: flex;
    align-items: center;
    gap: 6px;
    padding-left: 6px;
  }
  input {
    width: 74px;
    height: 28px;
    padding: 0 8px;
    border: 1px solid var(--rule);
    border-radius: 6px;
    background: var(--color-base-100);
    color: var(--ink);
    font-size: 13.5px;
  }
  input:focus {
    outline: 2px solid var(--focus);
    outline-offset: 0;
  }
  button {
    height: 28px;
    padding: 0 9px;
    border-radius: 7px;
    cursor: pointer;
    white-space: nowrap;
  }
  button:hover {
    background: var(--wash);
  }
  button[aria-pressed='true'] {
    color: var(--focus);
    background: var(--wash);
    font-weight: 620;
  }
  select {
    height: 28px;
    border: 1px solid var(--rule);
    border-radius: 6px;
    background: var(--color-base-100);
    color: var(--ink);
    padding: 0 6px;
    max-width: 130px;
  }
  .act {
    color: var(--ink);
    font-weight: 560;
  }
  kbd {
    font-size: 11px;
    margin-left: 2px;
    color: var(--color-neutral);
  }
  .wrong {
    color: var(--color-error);
    overflow: hidden;
    text-overflow: ellipsis;
    max-width: 320px;
  }
</style>
