<!-- A table: its first column names the rows. -->
<script lang="ts">
  import type { Table } from '../api/types';
  import Line from './Line.svelte';

  interface Props {
    table: Table;
    label: string;
    /** Its last column stands apart: what the others add up to. */
    ruled?: boolean;
  }
  const { table, label, ruled = false }: Props = $props();
  const none = (cell: Table['head'][number]) =>
    cell.length === 1 && cell[0] && 'words' in cell[0] && cell[0].words === '0';
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="wide" class:ruled tabindex="0" role="region" aria-label={label}>
  <table>
    <thead>
      <tr>
        {#each table.head as cell, i (i)}<th scope="col"><Line line={cell} /></th>{/each}
      </tr>
    </thead>
    <tbody>
      {#each table.rows as row, i (i)}
        <tr>
          {#each row as cell, j (j)}
            {#if j === 0}<th scope="row"><Line line={cell} /></th>
            {:else}<td class:none={none(cell)}><Line line={cell} /></td>{/if}
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  .wide {
    overflow-x: auto;
    margin: 6px 0 4px;
  }
  table {
    border-collapse: collapse;
    font-size: 13px;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    padding: 1px 9px;
    text-align: right;
    font-weight: 420;
    white-space: nowrap;
  }
  thead th {
    border-bottom: 1px solid var(--rule);
  }
  .none {
    color: var(--color-neutral);
    opacity: 0.7;
  }
  .ruled th:last-child,
  .ruled td:last-child {
    border-left: 1px solid var(--ink);
    color: var(--ink);
  }
</style>
