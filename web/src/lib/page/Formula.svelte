<!-- A fragment: words as they are, mathematics typeset once the typesetter is there and readable before. -->
<script lang="ts">
  import type { Fragment } from '../api/types';
  import { typesetter } from './katex';

  const { fragment }: { fragment: Fragment } = $props();
  let node = $state<HTMLSpanElement | null>(null);

  $effect(() => {
    const latex = fragment.latex;
    if (!latex || !node) return;
    const into = node;
    void typesetter().then((render) => render(latex, into));
  });
</script>

{#if fragment.latex}<span bind:this={node} aria-label={fragment.text} role="math">{fragment.text}</span
  >{:else}{fragment.text}{/if}
