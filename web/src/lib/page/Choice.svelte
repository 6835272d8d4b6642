<!-- A free body of one's own choice: each of its equations, what it holds, and what it would give. -->
<script lang="ts">
  import type { PageChoice } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import Formula from './Formula.svelte';
  import Sum from './Sum.svelte';

  const { session, choice }: { session: Session; choice: PageChoice } = $props();
</script>

<section class="choice" aria-label="Equations of {choice.title}">
  <header>
    <h2>What {choice.title} would give</h2>
    <button onclick={() => session.choose([])} aria-label="Let go" title="Let go (Esc)">✕</button>
  </header>
  <p class="says">
    {#each choice.says as fragment, i (i)}<Formula {fragment} />{/each}
  </p>
  <ul>
    {#each choice.lines as line, i (line.title)}
      <li class:helps={line.helps}>
        <p class="title">{line.title}</p>
        <Sum {session} id="choice-{i}" sum={line.sum} terms={line.terms} end="0" />
        <p class="gives">
          {#each line.says as fragment, k (k)}<Formula {fragment} />{/each}
          {#if line.write}
            {@const edit = line.write}
            <button class="write" onclick={() => session.write(edit)}
              >Write it as step {session.choice ? session.choice.after + 1 : 1}</button
            >
          {/if}
        </p>
      </li>
    {/each}
  </ul>
</section>

<style>
  .choice {
    border: 1.5px solid var(--focus);
    border-radius: 9px;
    padding: 8px 12px 4px;
    margin-bottom: 12px;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: start;
  }
  h2 {
    font-size: 14px;
    font-weight: 680;
  }
  header button {
    width: 28px;
    height: 28px;
    border-radius: 6px;
    cursor: pointer;
    color: var(--color-neutral);
  }
  header button:hover {
    background: var(--wash);
  }
  .says,
  .title {
    font-size: 12.5px;
    color: var(--color-neutral);
  }
  li {
    padding: 6px 0 6px 10px;
    border-top: 1px solid var(--rule);
    border-left: 3px solid transparent;
    margin-left: -12px;
  }
  li.helps {
    border-left-color: var(--solved);
  }
  .write {
    float: right;
    height: 26px;
    padding: 0 9px;
    border-radius: 6px;
    border: 1px solid var(--rule);
    font-size: 12.5px;
    font-weight: 560;
    color: var(--ink);
    cursor: pointer;
  }
  .write:hover {
    background: var(--wash);
  }
  .gives {
    font-size: 12.5px;
    color: var(--color-neutral);
  }
  .helps .gives {
    color: var(--solved);
    font-size: 14px;
  }
</style>
