<!-- The table of bars: sorted by any column, tied to the drawing row by row, copied as a table. -->
<script lang="ts">
  import { lines } from '../api/document';
  import { is } from '../api/ids';
  import { ArrowDown, ArrowUp, ClipboardCopy } from '@lucide/svelte';
  import type { Session } from '../bench/session.svelte';
  import { copyText } from '../ui/clipboard';
  import Line from './Line.svelte';
  import { asTable, type Column, columnsOf, sorted } from './bartable';

  const { session, open }: { session: Session; open: (id: string) => void } = $props();
  const page = $derived(session.page);
  let by = $state<Column['key']>('name');
  let down = $state(false);
  const columns = $derived(columnsOf(page?.table ?? []));
  const rows = $derived(sorted(page?.table ?? [], by, down));

  function sort(key: Column['key']): void {
    // Figures are read from the largest down, names from the first on.
    if (by === key) down = !down;
    else [by, down] = [key, key !== 'name'];
  }

  async function copy(): Promise<void> {
    const done = await copyText(asTable(rows, columns));
    session.tell(done ? 'The table is copied.' : 'This browser does not let the table be copied.');
  }

  /** How long the pointer has to rest on a bar, in milliseconds. */
  const REST = 140;

  // The row of what is pointed at on the drawing lights up and comes into sight: of many rows only the one that changes is touched.
  let root: HTMLElement;
  $effect(() => {
    void rows;
    const lit = session.lit.ids.find((id) => is(id, 'bar'));
    const mine = lit ? [...root.querySelectorAll(`[data-row="${CSS.escape(lit)}"]`)] : [];
    mine.forEach((row) => row.classList.add('lit'));
    // Once the pointer rests: a table that runs along with every bar that is passed cannot be read.
    const rest = setTimeout(() => mine[0]?.scrollIntoView({ block: 'nearest' }), REST);
    return () => {
      clearTimeout(rest);
      mine.forEach((row) => row.classList.remove('lit'));
    };
  });
</script>

<section class="page" bind:this={root} aria-label="Table of bars" data-keys>
  <header>
    <h2>Bars</h2>
    <button title="Copy the table" disabled={rows.length === 0} onclick={copy}>
      <ClipboardCopy size={15} /> Copy
    </button>
  </header>
  {#each page ? lines(page, 'limits') : [] as limit, i (i)}<p class="limit">
      <Line line={limit.says} />
    </p>{/each}
  {#if rows.length === 0}
    <p class="none">The bars are listed here as soon as the sheet is whole.</p>
  {:else}
    <table>
      <thead>
        <tr>
          {#each columns as column (column.key)}
            <th
              class={column.key}
              aria-sort={by === column.key ? (down ? 'descending' : 'ascending') : 'none'}
            >
              <button onclick={() => sort(column.key)}>
                {column.name}
                {#if by === column.key}
                  {#if down}<ArrowDown size={12} />{:else}<ArrowUp size={12} />{/if}
                {/if}
              </button>
            </th>
          {/each}
        </tr>
      </thead>
      <tbody>
        {#each rows as row (row.of)}
          <tr
            data-row={row.of}
            onpointerenter={() => session.point({ ids: [row.of] })}
            onpointerleave={() => session.leave()}
          >
            {#each columns as column (column.key)}
              <td class="{column.key} {column.key === 'sense' ? row.sense : ''}">
                {#if column.key === 'name'}
                  <button
                    class="name"
                    title="Change it"
                    onclick={() => open(row.of)}
                    onfocus={() => session.point({ ids: [row.of] })}>{row.name}</button
                  >
                {:else if column.key === 'used' && row.used !== null}
                  <span class="bar" class:over={row.used > 1} style:--used={Math.min(1, row.used)}></span>
                  {column.text(row)}
                {:else}{column.text(row)}{/if}
              </td>
            {/each}
          </tr>
          {#if row.rule}
            <tr class="rule">
              <td colspan={columns.length}>{row.rule}</td>
            </tr>
          {/if}
        {/each}
      </tbody>
    </table>
  {/if}
</section>

<style>
  .page {
    height: 100%;
    overflow-y: auto;
    padding: 12px 14px 20px 12px;
    font-size: 13.5px;
    contain: strict;
  }
  header {
    display: flex;
    align-items: center;
    justify-content: space-between;
    margin-bottom: 6px;
  }
  h2 {
    font-size: 15px;
    font-weight: 660;
  }
  header button {
    display: flex;
    gap: 6px;
    align-items: center;
    min-height: 28px;
    padding: 0 9px;
    border: 1px solid var(--rule);
    border-radius: 6px;
    cursor: pointer;
    font-size: 13px;
  }
  header button:hover:not(:disabled) {
    border-color: var(--focus);
    color: var(--focus);
  }
  .limit {
    font-size: 12.5px;
    color: var(--color-neutral);
    margin-bottom: 8px;
  }
  .none {
    color: var(--color-neutral);
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    position: sticky;
    top: -12px;
    background: var(--color-base-100);
    border-bottom: 1.5px solid var(--ink);
    font-weight: 600;
    font-size: 12.5px;
  }
  th button {
    display: inline-flex;
    gap: 2px;
    align-items: center;
    min-height: 28px;
    cursor: pointer;
  }
  th button:hover {
    color: var(--focus);
  }
  td {
    border-top: 1px solid var(--rule);
    padding: 3px 4px;
    white-space: nowrap;
  }
  th,
  td {
    text-align: right;
  }
  .name {
    text-align: left;
  }
  td .name {
    min-height: 24px;
    font-weight: 620;
    cursor: pointer;
  }
  td .name:hover {
    color: var(--focus);
  }
  td.sense {
    text-align: center;
    font-weight: 700;
  }
  td.tension {
    color: var(--tension);
  }
  td.compression {
    color: var(--compression);
  }
  tbody :global(tr.lit td) {
    background: var(--wash);
  }
  .rule td {
    border-top: none;
    padding-top: 0;
    white-space: normal;
    text-align: left;
    font-size: 12px;
    color: var(--color-neutral);
  }
  .bar {
    display: inline-block;
    width: 34px;
    height: 6px;
    margin-right: 5px;
    border-radius: 2px;
    border: 1px solid var(--assumed);
    background: linear-gradient(to right, var(--assumed) calc(var(--used) * 100%), transparent 0);
    vertical-align: 1px;
  }
  .bar.over {
    border-color: var(--color-error);
    background: var(--color-error);
  }

  @media print {
    .page {
      contain: none;
      height: auto;
      overflow: visible;
    }
    header button {
      display: none;
    }
    th {
      position: static;
    }
  }
</style>
