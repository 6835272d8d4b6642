<!-- One step of the working. What is far from sight keeps its place and is set when it comes near. -->
<script lang="ts">
  import type { Step } from '../api/document';
  import type { Session } from '../bench/session.svelte';
  import Blocks from './Blocks.svelte';

  interface Props {
    session: Session;
    step: Step;
    /** It is being read. */
    now: boolean;
    /** It is in sight, or nearly. */
    near: boolean;
    /** Tells when it comes near, and when it is far again. */
    watch: (article: HTMLElement, number: number) => { destroy: () => void };
    goTo: () => void;
  }

  const { session, step, now, near, watch, goTo }: Props = $props();
</script>

<article class:now data-part="step-{step.number}" use:watch={step.number}>
  <h2>
    <button onclick={goTo} aria-current={now ? 'step' : undefined}>
      <span class="number">{step.number}</span>{step.chapter.title}
    </button>
  </h2>
  {#if near || now}
    <Blocks {session} id="step-{step.number}" blocks={step.chapter.blocks} />
  {:else}
    <!-- About as high as a usual step. -->
    <div class="later"></div>
  {/if}
</article>

<style>
  .later {
    height: 76px;
  }
</style>
