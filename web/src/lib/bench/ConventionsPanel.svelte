<!-- The conventions of a sheet, each a question with its answers; changed in place. -->
<script lang="ts">
  import { conventionsOf, setting, withConvention } from './conventions';
  import type { Session } from './session.svelte';
  import { listed } from '../ui/listed';

  const { session }: { session: Session } = $props();
  const conventions = $derived(session.sheet.conventions ?? {});
  const shown = $derived(
    conventionsOf(session.spatial).filter((s) => {
      if (s.only === 'bars') return listed(session.sheet.bars).length > 0;
      if (s.only === 'pulleys') return Object.keys(session.sheet.pulleys ?? {}).length > 0;
      if (s.only === 'redundant') return (session.solver.headlines?.stiff ?? '') !== '';
      return true;
    }),
  );
</script>

<p class="lead">They change how this sheet is worked and shown, never what it comes to.</p>
<div class="conventions">
  {#each shown as convention (convention.key)}
    <fieldset>
      <legend>{convention.question}</legend>
      {#each convention.choices as choice (choice.value)}
        <label class:on={setting(conventions, convention) === choice.value}>
          <input
            type="radio"
            name="convention-{convention.key}"
            value={choice.value}
            checked={setting(conventions, convention) === choice.value}
            onchange={() =>
              session.change((sheet) => ({
                ...sheet,
                conventions: withConvention(sheet.conventions ?? {}, convention, choice.value),
              }))}
          />
          {choice.word}
        </label>
      {/each}
    </fieldset>
  {/each}
</div>

<style>
  .lead {
    color: var(--color-neutral);
    font-size: 12.5px;
    margin-bottom: 8px;
    max-width: 340px;
  }
  .conventions {
    display: grid;
    gap: 10px;
    width: 360px;
  }
  legend {
    font-size: 12.5px;
    color: var(--color-neutral);
    margin-bottom: 3px;
  }
  fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
  }
  label {
    position: relative;
    font-size: 13.5px;
    border: 1px solid var(--rule);
    border-radius: 6px;
    padding: 3px 9px;
    min-height: 28px;
    cursor: pointer;
  }
  label:hover {
    border-color: var(--focus);
  }
  label.on {
    border-color: var(--ink);
    background: var(--color-base-200);
    font-weight: 620;
    box-shadow: inset 0 0 0 1px var(--ink);
  }
  label:has(:focus-visible) {
    outline: 2px solid var(--focus);
    outline-offset: 1px;
  }
  input {
    position: absolute;
    opacity: 0;
    inset: 0;
    width: 100%;
    height: 100%;
    cursor: pointer;
  }
</style>
