<!-- A fragment: words as they are, mathematics typeset once the typesetter is there and readable before. -->
<script lang="ts">
  import type { Fragment } from '../api/types';
  import { typeset } from './katex';

  const { fragment }: { fragment: Fragment } = $props();
  let node = $state<HTMLSpanElement | null>(null);
  // Every reply brings new fragments; only those that say something else are set anew.
  const latex = $derived(fragment.latex);

  $effect(() => {
    if (latex && node) typeset(latex, node);
  });
</script>

{#if latex}<span bind:this={node} aria-label={fragment.text} role="math">{fragment.text}</span
  >{:else}{fragment.text}{/if}
