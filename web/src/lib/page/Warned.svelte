<!-- A line that is worth a second look, behind its sign. -->
<script lang="ts">
  import type { Component, Snippet } from 'svelte';

  interface Props {
    sign: Component<{ size: number }>;
    /** In line with the steps of a working. */
    inset?: boolean;
    children: Snippet;
  }
  const { sign: Sign, inset = false, children }: Props = $props();
</script>

<p class="warning" class:inset><Sign size={15} /> <span>{@render children()}</span></p>

<style>
  .warning {
    display: flex;
    gap: 7px;
    align-items: flex-start;
    color: var(--color-warning);
    font-size: 13px;
    margin: 4px 0 8px;
  }
  .inset {
    margin: 0 0 8px 12px;
  }
  .warning :global(svg) {
    flex: none;
    margin-top: 2px;
  }
</style>
