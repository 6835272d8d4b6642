<!-- One step of the working. What is far from sight keeps its place and is set when it comes near. -->
<script lang="ts">
  import { marksOf } from '../api/ids';
  import type { PageStep } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import Formula from './Formula.svelte';
  import Coefficients from './Coefficients.svelte';
  import Products from './Products.svelte';
  import Sum from './Sum.svelte';

  interface Props {
    session: Session;
    step: PageStep;
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
      <span class="number">{step.number}</span>{step.title}
    </button>
  </h2>
  {#if near || now}
    <p class="reason">
      {#each step.reason as fragment, i (i)}<Formula {fragment} />{/each}
    </p>
    {#each step.met ?? [] as line, i (i)}
      <p class="met"><Formula fragment={line} /></p>
    {/each}
    {#each step.lines as line, i (i)}
      {#if line.title}<p class="line">{line.title}</p>{/if}
      {#if !step.at_sight}
        <Sum
          {session}
          id="step-{step.number}-{i}"
          sum={line.sum}
          terms={line.terms}
          axis={line.axis ?? null}
          end={line.rounding ? '0 (rounding)' : '0'}
        />
      {/if}
    {/each}
    {#if step.products?.length}<Products {session} rows={step.products} />{/if}
    {#if step.matrix}<Coefficients matrix={step.matrix} />{/if}
    {#each step.results as result, i (i)}
      <p
        class="result"
        onpointerenter={() => session.point({ ids: marksOf(result.unknown) })}
        onpointerleave={() => session.leave()}
      >
        <span class="value" class:lit={session.isLit(result.unknown)}
          ><Formula fragment={result.value} /></span
        >
        <span class="remark">{result.remark}</span>
      </p>
    {/each}
  {:else}
    <!-- About as high as a usual step. -->
    <div class="later"></div>
  {/if}
</article>

<style>
  .met {
    font-size: 12.5px;
    overflow-x: auto;
    padding: 2px 0;
    margin: 2px 0;
  }
  .later {
    height: 76px;
  }
</style>
