<!-- What is not understood and has no place on the drawing either, along its upper edge. -->
<script lang="ts">
  import type { MarkOf } from '../api/types';
  import type { Session } from './session.svelte';

  const { session, open }: { session: Session; open: (id: string) => void } = $props();
  const marks = $derived(
    (session.reply?.scene.marks ?? []).filter(
      // That nothing is drawn yet is no news.
      (m): m is MarkOf<'unclear'> => m.kind === 'unclear' && m.at === null && m.path !== 'bodies',
    ),
  );
</script>

{#if marks.length > 0}
  <ul aria-label="Not understood, without a place">
    {#each marks as mark (mark.id)}
      <li><button title="{mark.message} {mark.cure}" onclick={() => open(mark.id)}>{mark.text}</button></li>
    {/each}
  </ul>
{/if}

<style>
  ul {
    position: absolute;
    left: 10px;
    top: 8px;
    right: 120px;
    display: flex;
    flex-wrap: wrap;
    gap: 5px;
    max-height: 96px;
    overflow-y: auto;
  }
  button {
    font-size: 13px;
    min-height: 26px;
    color: var(--color-error);
    background: var(--color-base-100);
    border: 1.5px solid var(--color-error);
    border-radius: 5px;
    padding: 1px 8px;
    text-decoration: underline wavy var(--color-error) 1px;
    text-underline-offset: 3px;
    cursor: pointer;
    max-width: 320px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
</style>
