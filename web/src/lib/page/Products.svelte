<!-- r × F of everything that enters a moment sum, as vectors. -->
<script lang="ts">
  import { marksOf } from '../api/ids';
  import type { VectorRow } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import Formula from './Formula.svelte';

  const { session, rows }: { session: Session; rows: readonly VectorRow[] } = $props();
  const set = (row: VectorRow) => {
    const of = (f: VectorRow['arm']) => f.latex ?? f.text;
    return {
      text: `r × F = (${row.arm.text}) × (${row.force.text}) = ${row.product.text}`,
      latex: `\\mathbf r\\times\\mathbf F=(${of(row.arm)})\\times(${of(row.force)})=${of(row.product)}`,
    };
  };
</script>

{#each rows as row, i (i)}
  <p
    class="product"
    class:lit={session.isLit(row.of)}
    onpointerenter={() => session.point({ ids: marksOf(row.of) })}
    onpointerleave={() => session.leave()}
  >
    <Formula fragment={set(row)} />
  </p>
{/each}

<style>
  .product {
    font-size: 12.5px;
    overflow-x: auto;
    padding: 2px 0;
    border-radius: 4px;
  }
  .lit {
    background: var(--wash);
  }
</style>
