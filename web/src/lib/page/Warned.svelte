<!-- A line that is worth a second look, behind its sign. -->
<script lang="ts">
  import type { Component, Snippet } from 'svelte';

  const { sign: Sign, children }: { sign: Component<{ size: number }>; children: Snippet } = $props();
</script>

<p class="warning"><Sign size={15} /> <span>{@render children()}</span></p>

<style>
  .warning {
    display: flex;
    gap: 7px;
    align-items: flex-start;
    color: var(--color-warning);
    font-size: 13px;
    margin: 0 0 8px 12px;
  }
  .warning :global(svg) {
    flex: none;
    margin-top: 2px;
  }
</style>
