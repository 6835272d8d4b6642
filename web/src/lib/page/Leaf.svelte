<!-- A page beside the board that is read from top to bottom: its frame, and what headings and asides look like on it. -->
<script lang="ts">
  import type { Snippet } from 'svelte';

  const { label, children }: { label: string; children: Snippet } = $props();
</script>

<section class="page" aria-label={label} data-keys>{@render children()}</section>

<style>
  .page {
    height: 100%;
    overflow-y: auto;
    padding: 14px 18px 24px;
    background: var(--color-base-100);
  }
  .page :global(h2) {
    font-size: 16px;
    font-weight: 680;
  }
  .page :global(h3) {
    font-size: 14px;
    font-weight: 650;
  }
  .page :global(.quiet) {
    font-size: 12.5px;
    color: var(--color-neutral);
    margin: 4px 0 10px;
  }
  /* What else can be done here. */
  .page :global(.besides) {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  .page :global(.besides button) {
    border: 1px solid var(--rule);
    border-radius: 8px;
    padding: 5px 10px;
    font-size: 13px;
    cursor: pointer;
  }
  .page :global(.besides button:hover) {
    background: var(--wash);
  }
  .page :global(kbd) {
    font-size: 11px;
    color: var(--color-neutral);
  }
</style>
