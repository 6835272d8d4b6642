<!-- A free body of one's own choice: each of its equations, what it holds, and what it would give. -->
<script lang="ts">
  import type { PageChoice } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import ChoiceLines from './ChoiceLines.svelte';
  import Line from './Line.svelte';

  const { session, choice }: { session: Session; choice: PageChoice } = $props();
</script>

<section class="choice" aria-label="Equations of {choice.title}">
  <header>
    <h2>What {choice.title} would give</h2>
    <button onclick={() => session.choose([])} aria-label="Let go" title="Let go (Esc)">✕</button>
  </header>
  <p class="says">
    <Line line={choice.says} />
  </p>
  <ChoiceLines {session} id="choice" lines={choice.lines} />
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
  .says {
    font-size: 12.5px;
    color: var(--color-neutral);
  }
</style>
