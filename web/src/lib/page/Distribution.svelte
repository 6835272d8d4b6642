<!-- The table of a distribution: alive, row by row, each entry with its end of a member and its rule. -->
<script lang="ts">
  import { ChevronLeft, ChevronRight, Pause, Play } from '@lucide/svelte';
  import type { Snippet } from 'svelte';
  import type { PageEnd, PageStiff } from '../api/types';
  import type { Session } from '../bench/session.svelte';

  interface Props {
    session: Session;
    stiff: PageStiff;
    /** How it is written. */
    settings: Snippet;
  }
  const { session, stiff, settings }: Props = $props();
  const sharing = $derived(session.sharing);
  const table = $derived(sharing.table);
  /** The ends that are its columns, each with its place among all ends. */
  const columns = $derived(
    stiff.columns.flatMap((place) => {
      const end = stiff.ends[place];
      return end ? [{ end, place }] : [];
    }),
  );
  const shown = $derived(sharing.rows ?? table?.rows.length ?? 0);
  const rows = $derived((table?.rows ?? []).slice(0, shown));
  /** The row that was written last, while they are gone through. */
  const now = $derived(sharing.rows === null ? -1 : shown - 1);
  /** The entry that is pointed at: row and column. */
  let at = $state<readonly [number, number] | null>(null);
  const cell = $derived(at ? table?.rows[at[0]]?.cells[at[1]] : null);
  const rule = $derived.by(() => {
    if (!at || !cell) return null;
    const [row, column] = at;
    const name = columns[column]?.end.name ?? '';
    const value = cell.text ? ` ${cell.text}` : '';
    return { title: `${name}, ${table?.rows[row]?.label}:${value}`, text: cell.rule };
  });
  /** Neighbouring ends of one joint stand under its name. */
  const joints = $derived.by(() => {
    const list: { name: string; span: number }[] = [];
    columns.forEach(({ end }, i) => {
      const last = list.at(-1);
      if (last && columns[i - 1]?.end.joint === end.joint) last.span += 1;
      else list.push({ name: end.joint, span: 1 });
    });
    return list;
  });
  /** What stands for a share where there is none: an overhang takes nothing. */
  const shareOf = (end: PageEnd) => (end.kind === 'turns' ? '' : end.kind === 'overhang' ? '0' : end.kind);
  const begins = $derived((column: number) => columns[column - 1]?.end.joint !== columns[column]?.end.joint);

  function point(row: number, column: number): void {
    at = [row, column];
    sharing.point(columns[column]?.place ?? null, table?.rows[row]?.cells[column]?.text ?? null);
  }

  function leave(): void {
    at = null;
    sharing.point(null);
  }

  let body = $state() as HTMLTableSectionElement;

  /** Arrows go from entry to entry. */
  function arrows(event: KeyboardEvent, row: number, column: number): void {
    const by = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    const to = body.rows[row + (by[0] ?? 0)]?.cells[column + 1 + (by[1] ?? 0)];
    to?.querySelector<HTMLElement>('button')?.focus();
  }
</script>

{#if table}
  <p class="quiet">{table.about}</p>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div class="scroll" tabindex="0" role="region" aria-label="Table of the distribution">
    <table>
      <thead>
        <tr class="joints">
          <th class="label">{stiff.unit}, {stiff.sense === 'clockwise' ? '↻' : '↺'} +</th>
          {#each joints as joint, i (i)}<th colspan={joint.span} class="begins">{joint.name}</th>{/each}
        </tr>
        <tr>
          <th class="label">end</th>
          {#each columns as { end, place }, k (k)}
            <th
              class:begins={begins(k)}
              class:lit={sharing.end === place}
              title={end.stiffness || end.kind}
              onpointerenter={() => sharing.point(place)}
              onpointerleave={leave}>{end.name}</th
            >
          {/each}
        </tr>
        <tr class="share">
          <th class="label">share</th>
          {#each columns as { end, place }, k (k)}
            <td class:begins={begins(k)} class:lit={sharing.end === place} title={end.stiffness || end.kind}
              >{end.factor || shareOf(end)}</td
            >
          {/each}
        </tr>
      </thead>
      <tbody bind:this={body}>
        {#each rows as row, r (r)}
          <tr class={row.kind} class:now={r === now}>
            <th class="label" scope="row">{row.label}</th>
            {#each row.cells as entry, k (k)}
              <td
                class:begins={begins(k)}
                class:lit={sharing.end === columns[k]?.place}
                class:from={cell?.from === k && r === (at?.[0] ?? 0) - 1}
              >
                {#if entry.text}
                  <button
                    tabindex={r === 0 && k === row.cells.findIndex((c) => c.text) ? 0 : -1}
                    onpointerenter={() => point(r, k)}
                    onpointerleave={leave}
                    onfocus={() => point(r, k)}
                    onblur={leave}
                    onkeydown={(event) => arrows(event, r, k)}
                    aria-label="{columns[k]?.end.name} {row.label} {entry.text}: {entry.rule}"
                    >{entry.text}</button
                  >
                {/if}
              </td>
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <div class="under">
    <p class="rule" data-part="rule">
      {#if rule}<b>{rule.title}</b> {rule.text}{:else}Point at an entry: its end lights up, and its rule
        stands here.{/if}
    </p>
    <div class="controls">
      <div class="rounds" role="group" aria-label="Rounds">
        <button onclick={() => sharing.walk(-1)} title="A row back (Shift N)" aria-label="A row back"
          ><ChevronLeft size={15} /></button
        >
        <button
          onclick={() => sharing.toggle()}
          title={sharing.playing ? 'Stop (Space)' : 'Play the rounds (Space)'}
          aria-label={sharing.playing ? 'Stop' : 'Play the rounds'}
        >
          {#if sharing.playing}<Pause size={15} />{:else}<Play size={15} />{/if}
        </button>
        <button onclick={() => sharing.walk(1)} title="A row on (N)" aria-label="A row on"
          ><ChevronRight size={15} /></button
        >
      </div>
      {@render settings()}
    </div>
  </div>
{/if}

<style>
  .scroll {
    overflow-x: auto;
    border: 1px solid var(--rule);
    border-radius: 8px;
    margin: 6px 0;
  }
  table {
    border-collapse: collapse;
    width: 100%;
    font-size: 12.5px;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    padding: 1px 5px;
    text-align: right;
    white-space: nowrap;
    height: 24px;
  }
  th {
    font-weight: 600;
  }
  .label {
    position: sticky;
    left: 0;
    background: var(--color-base-100);
    text-align: left;
    font-weight: 500;
    color: var(--color-neutral);
  }
  .joints th {
    text-align: center;
    border-bottom: 1px solid var(--rule);
  }
  .joints .label {
    text-align: left;
    font-size: 11.5px;
  }
  .begins {
    border-left: 1px solid var(--rule);
  }
  .share td {
    color: var(--color-neutral);
    border-bottom: 1.5px solid var(--ink);
  }
  .share .label {
    border-bottom: 1.5px solid var(--ink);
  }
  /* As on paper: a line below what is in balance. */
  tr.balance td {
    border-bottom: 1px solid var(--rule);
  }
  tr.sum td,
  tr.sum th {
    border-top: 1.5px solid var(--ink);
    font-weight: 650;
    color: var(--ink);
  }
  tr.over td {
    font-style: italic;
  }
  tr.now td,
  tr.now th {
    background: var(--wash);
  }
  td.lit,
  th.lit {
    background: color-mix(in oklab, var(--wash) 60%, transparent);
  }
  td.from button {
    outline: 2px solid var(--focus);
  }
  td button {
    width: 100%;
    min-height: 24px;
    text-align: right;
    border-radius: 4px;
    cursor: default;
    font-variant-numeric: tabular-nums;
    padding: 0 2px;
  }
  td button:hover,
  td button:focus-visible {
    color: var(--focus);
    background: var(--wash);
  }
  /* In sight however long the table is. */
  .under {
    position: sticky;
    bottom: -24px;
    margin: 0 -18px 10px;
    padding: 6px 18px 8px;
    background: var(--color-base-100);
    border-top: 1px solid var(--rule);
    border-bottom: 1px solid var(--rule);
  }
  .controls {
    display: flex;
    gap: 12px;
    align-items: center;
    flex-wrap: wrap;
  }
  .rule {
    font-size: 12.5px;
    color: var(--color-neutral);
    min-height: 35px;
    line-height: 1.4;
    margin-bottom: 4px;
  }
  .rule b {
    color: var(--ink);
    font-weight: 640;
  }
  .rounds {
    display: flex;
    flex: none;
    border: 1px solid var(--rule);
    border-radius: 8px;
    overflow: hidden;
  }
  .rounds button {
    width: 30px;
    height: 28px;
    display: grid;
    place-items: center;
    cursor: pointer;
  }
  .rounds button:hover {
    background: var(--wash);
  }
</style>
