<!-- A formula: readable at once, and typeset once the typesetter is there. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import type { Formula } from '../api/types';
  import { pieces, text } from './formula';
  import { typeset } from './katex';

  const { formula, sign = '' }: { formula: Formula; /** Of a term, before it. */ sign?: string } = $props();
  let node = $state<HTMLSpanElement | null>(null);
  const said = $derived(sign + text(formula));
  const lead = $derived(sign === '' ? [] : [{ text: sign }]);

  // Every reply brings new formulas; only those that say something else are set anew.
  $effect(() => {
    if (said !== '' && node) untrack(() => node && typeset([...lead, ...pieces(formula)], node));
  });
</script>

<span bind:this={node} aria-label={said} role="math">{said}</span>
