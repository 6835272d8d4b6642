<!-- Lines, equations and tables of a chapter, from top to bottom. -->
<script lang="ts">
  import { marksOf } from '../api/ids';
  import type { Block, DocumentLine } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import Line from './Line.svelte';
  import Sum from './Sum.svelte';
  import TableBlock from './TableBlock.svelte';

  interface Props {
    session: Session;
    /** What its equations are told apart by: `step-2`. */
    id: string;
    blocks: readonly Block[];
  }

  const { session, id, blocks }: Props = $props();
  /** The number of an equation among those of its chapter. */
  const place = (i: number) => blocks.slice(0, i).filter((block) => 'equation' in block).length;
  const kind = (block: Block, i: number) =>
    `${'line' in block ? block.line.role : 'equation' in block ? 'equation' : 'table'} ${i}`;
</script>

{#snippet said(line: DocumentLine)}
  {#if line.lead}<b class="lead">{line.lead}:</b>{/if}<Line line={line.says} />
{/snippet}

{#each blocks as block, i (kind(block, i))}
  {#if 'equation' in block}
    <Sum {session} id="{id}-{place(i)}" equation={block.equation} />
  {:else if 'table' in block}
    <TableBlock table={block.table} label="Coefficients" ruled />
  {:else if block.line.role === 'result' || block.line.of}
    {@const line = block.line}
    {@const of = line.of ?? null}
    <p
      class={line.role}
      class:lit={session.isLit(of)}
      onpointerenter={() => session.point({ ids: marksOf(of) })}
      onpointerleave={() => session.leave()}
    >
      <span class="value" class:lit={session.isLit(of)}>{@render said(line)}</span>
      {#if line.note}<span class="remark">{line.note}</span>{/if}
    </p>
  {:else}
    <p class={block.line.role}>
      {@render said(block.line)}
      {#if block.line.note}<span class="remark">{block.line.note}</span>{/if}
    </p>
  {/if}
{/each}

<style>
  .lead {
    margin-right: 0.4em;
  }
  .working {
    font-size: 12.5px;
    overflow: auto hidden;
    padding: 3px 0;
    border-radius: 4px;
  }
  .working.lit {
    background: var(--wash);
  }
  .heading {
    font-size: 13px;
    font-weight: 560;
    margin-top: 4px;
  }
  .reason,
  .item {
    color: var(--color-neutral);
    font-size: 13px;
  }
  .result {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 12px;
    align-items: baseline;
  }
  .result .value {
    color: var(--solved);
    font-size: 14.5px;
    border-radius: 4px;
    padding: 1px 4px;
    margin-left: -4px;
  }
  .result .value.lit {
    background: var(--wash);
    color: var(--focus);
  }
  .remark {
    font-size: 12.5px;
    color: var(--color-neutral);
  }
</style>
