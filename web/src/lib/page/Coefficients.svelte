<!-- Equations that are solved together: a column for each unknown, the constants at the right. -->
<script lang="ts">
  import type { PageMatrix } from '../api/types';
  import Formula from './Formula.svelte';

  const { matrix }: { matrix: PageMatrix } = $props();
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="wide" tabindex="0" role="region" aria-label="Coefficients">
  <table>
    <thead>
      <tr>
        <th scope="col"><span class="sr-only">sum</span></th>
        {#each matrix.columns as column, i (i)}<th scope="col"><Formula fragment={column} /></th>{/each}
        <th scope="col" class="constant">constant</th>
      </tr>
    </thead>
    <tbody>
      {#each matrix.rows as row, i (i)}
        <tr>
          <th scope="row"><Formula fragment={row.sum} /></th>
          {#each row.cells as cell, j (j)}<td class:none={cell === ''}>{cell === '' ? '0' : cell}</td>{/each}
          <td class="constant">{row.constant}</td>
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
  .constant {
    border-left: 1px solid var(--ink);
    color: var(--ink);
  }
</style>
