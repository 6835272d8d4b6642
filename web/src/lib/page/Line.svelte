<!-- A line of words and formulas. -->
<script lang="ts">
  import type { Inline } from '../api/types';
  import Formula from './Formula.svelte';

  const { line }: { line: readonly Inline[] } = $props();
  // Where words take the place of a formula, the formula is not asked for its new tree first.
  const key = (piece: Inline, i: number) => `${'words' in piece ? 'words' : 'formula'} ${i}`;
</script>

{#each line as piece, i (key(piece, i))}{#if 'words' in piece}{piece.words}{:else}<Formula
      formula={piece.formula}
    />{/if}{/each}
