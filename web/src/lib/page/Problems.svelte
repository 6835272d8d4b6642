<!-- Everything wrong with the sheet: the place, the thing, the cure. -->
<script lang="ts">
  import { CircleAlert } from '@lucide/svelte';
  import type { Problem } from '../api/types';

  interface Props {
    problems: readonly Problem[];
    mend: (path: string) => void;
  }
  const { problems, mend }: Props = $props();
</script>

<div class="problems" role="alert">
  <h2>
    <CircleAlert size={16} />
    {problems.length === 1 ? 'One thing' : `${problems.length} things`} to mend first
  </h2>
  <ul>
    {#each problems as problem, i (i)}
      <li>
        <button title="Mend it" onclick={() => mend(problem.path)}
          ><code>{problem.path || 'sheet'}</code></button
        >
        <p>{problem.message} <span>{problem.cure}</span></p>
      </li>
    {/each}
  </ul>
  <p class="note">
    What could be understood stays on the board. No result is shown until the sheet is whole.
  </p>
</div>

<style>
  .problems {
    padding: 6px 6px;
  }
  h2 {
    display: flex;
    gap: 7px;
    align-items: center;
    font-weight: 650;
    color: var(--color-error);
    margin-bottom: 8px;
  }
  li {
    border-left: 3px solid var(--color-error);
    padding: 2px 0 4px 10px;
    margin-bottom: 10px;
  }
  button {
    min-height: 24px;
    cursor: pointer;
    text-align: left;
  }
  button:hover code {
    color: var(--focus);
    text-decoration: underline;
  }
  code {
    font-size: 12px;
    color: var(--color-neutral);
    overflow-wrap: anywhere;
  }
  p span {
    color: var(--color-neutral);
  }
  .note {
    color: var(--color-neutral);
    font-size: 12.5px;
  }
</style>
