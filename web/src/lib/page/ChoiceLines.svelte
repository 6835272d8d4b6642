<!-- Equations that someone chose: each with what it holds and what it gives. -->
<script lang="ts">
  import type { ChoiceLine } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import Line from './Line.svelte';
  import Sum from './Sum.svelte';

  interface Props {
    session: Session;
    id: string;
    lines: readonly ChoiceLine[];
  }
  const { session, id, lines }: Props = $props();
</script>

<ul>
  {#each lines as line, i (line.title)}
    <li class:helps={line.helps}>
      <p class="title">{line.title}</p>
      <Sum {session} id="{id}-{i}" equation={line.equation} />
      <p class="gives">
        <Line line={line.says} />
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

<style>
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
