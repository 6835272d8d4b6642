<!-- Examples to start from: a copy goes onto the bench, the example stays as it is. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { api } from '../api/client';
  import type { Example, Sheet } from '../api/types';
  import Thumb from './Thumb.svelte';

  const { start }: { start: (sheet: Sheet) => void } = $props();
  let examples = $state.raw<readonly Example[]>([]);
  let failed = $state('');

  onMount(async () => {
    try {
      examples = await api.examples();
    } catch (error) {
      failed = error instanceof Error ? error.message : 'The examples could not be read.';
    }
  });
</script>

{#if failed}<p role="alert">{failed}</p>{/if}
<ul aria-label="Examples">
  {#each examples as example (example.title)}
    <li>
      <button onclick={() => start(example.sheet)}>
        <span class="thumb"><Thumb scene={example.card.scene} /></span>
        <span class="title">{example.title}</span>
      </button>
    </li>
  {/each}
</ul>

<style>
  ul {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
    gap: 12px;
  }
  button {
    width: 100%;
    border: 1px solid var(--rule);
    border-radius: 8px;
    overflow: hidden;
    text-align: left;
    cursor: pointer;
    background: var(--color-base-100);
  }
  button:hover {
    border-color: var(--focus);
  }
  button:hover .title {
    color: var(--focus);
  }
  .thumb {
    display: block;
    aspect-ratio: 500 / 290;
    border-bottom: 1px solid var(--rule);
  }
  .title {
    display: block;
    font-size: 13.5px;
    font-weight: 580;
    padding: 5px 9px 7px;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
</style>
