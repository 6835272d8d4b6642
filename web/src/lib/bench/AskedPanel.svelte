<!-- Choosing what is asked. -->
<script lang="ts">
  import { isAsked, toggled } from './asked';
  import type { Session } from './session.svelte';
  import { listed } from '../ui/listed';

  const { session }: { session: Session } = $props();
  const askable = $derived(session.page?.askable ?? []);
  const find = $derived(listed(session.sheet.find));

  function write(now: typeof find): void {
    // Nothing written means that everything is asked.
    session.change((sheet) => ({ ...sheet, find: now }));
  }
</script>

<p class="lead">
  {#if askable.length === 0}
    {session.page
      ? 'There is too much to choose from here; what is asked stands in the file of the sheet.'
      : 'As soon as the sheet is whole, you choose here what is asked.'}
  {:else}
    Only what is asked is worked out on the page; the verdict looks at everything.
  {/if}
</p>
<div class="list">
  {#each askable as one (one.of)}
    <label>
      <input
        type="checkbox"
        checked={isAsked(find, one.find)}
        onchange={() => write(toggled(find, askable, one.find))}
      />
      {one.label}
    </label>
  {/each}
</div>
{#if find.length > 0}
  <button onclick={() => write([])}>Ask everything</button>
{/if}

<style>
  .lead {
    font-size: 12.5px;
    color: var(--color-neutral);
    max-width: 300px;
    margin-bottom: 6px;
  }
  .list {
    display: grid;
    max-height: 300px;
    overflow-y: auto;
    padding: 0 3px;
    margin: 0 -3px;
  }
  label {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 28px;
    font-size: 14px;
    cursor: pointer;
  }
  input {
    width: 16px;
    height: 16px;
    accent-color: var(--focus);
  }
  button {
    margin-top: 6px;
    border: 1px solid var(--rule);
    border-radius: 6px;
    padding: 3px 10px;
    min-height: 28px;
    font-size: 13px;
    cursor: pointer;
  }
  button:hover {
    border-color: var(--focus);
    color: var(--focus);
  }
</style>
