<!-- An equation in symbols and, below them, in numbers: rows of terms that wrap; each term lights its arrow and its lever arm. -->
<script lang="ts">
  import { CircleAlert } from '@lucide/svelte';
  import { marksOf } from '../api/ids';
  import type { Equation, PageTerm } from '../api/types';
  import type { Session } from '../bench/session.svelte';
  import { text } from './formula';
  import Formula from './Formula.svelte';
  import Warned from './Warned.svelte';

  const { session, id, equation }: { session: Session; id: string; equation: Equation } = $props();
  const terms = $derived(equation.terms);
  const nearly = $derived(equation.check?.ok && equation.check.to.text !== '0');
  const end = $derived(
    `${equation.check?.to.text ?? '0'}\u2009${equation.unit}${nearly ? ' ≈ 0' : ''}${equation.rounding ? ' (rounding)' : ''}`,
  );
  /** The symbols say more than the numbers. */
  const symbolic = $derived(terms.some((term) => text(term.symbols) !== text(term.formula)));
  const last = $derived(terms.at(-1));

  const light = (term: PageTerm, i: number) =>
    session.point({
      ids: marksOf(term.of),
      arm: term.arm,
      spaceArm: term.space_arm ?? null,
      axis: equation.axis ?? null,
      term: `${id}.${i}`,
    });
  /** The first sign is set without the space it needs between two terms. */
  const sign = (term: PageTerm, i: number) =>
    term.less ? (i === 0 ? '−' : '−\u2009') : i === 0 ? '' : '+\u2009';
  // A term is lit when it is pointed at, or when its arrow is.
  const lit = (term: PageTerm, i: number) =>
    session.lit.term ? session.lit.term === `${id}.${i}` : session.isLit(term.of);
</script>

{#snippet button(term: PageTerm, i: number)}
  <button
    class="term"
    class:lit={lit(term, i)}
    data-of={term.of}
    title={term.says}
    onpointerenter={() => light(term, i)}
    onpointerleave={() => session.leave()}
    onfocus={() => light(term, i)}
    onblur={() => session.point(null)}><Formula formula={term.formula} sign={sign(term, i)} /></button
  >
{/snippet}

{#snippet lead()}
  <span class="lead"><Formula formula={equation.sum} /></span>
  <span class="colon">:</span>
{/snippet}

{#if symbolic}
  <div class="sum symbols">
    {@render lead()}
    {#each terms as term, i (i)}
      <span
        class="of"
        class:lit={lit(term, i)}
        role="presentation"
        onpointerenter={() => light(term, i)}
        onpointerleave={() => session.leave()}
        ><Formula formula={term.symbols} sign={sign(term, i)} />{#if i === terms.length - 1}<span
            class="end katex">= 0</span
          >{/if}</span
      >
    {/each}
  </div>
{/if}
<div class="sum" class:below={symbolic}>
  {#if !symbolic}{@render lead()}{/if}
  {#each terms.slice(0, -1) as term, i (i)}{@render button(term, i)}{/each}
  <!-- The last term takes the end of the equation with it to the next line. -->
  <span class="last">
    {#if last}{@render button(last, terms.length - 1)}{:else}<span>0</span>{/if}
    <span class="end katex">= {end}</span>
  </span>
</div>
{#if equation.check?.ok === false}
  <Warned sign={CircleAlert} inset>This does not close.</Warned>
{/if}

<style>
  .sum {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 2px 3px;
    font-size: 13.5px;
    margin: 4px 0 2px;
  }
  .symbols {
    margin-bottom: 0;
  }
  .symbols .of {
    padding: 2px 3px;
    border-radius: 4px;
  }
  .of.lit {
    background: var(--wash);
    color: var(--focus);
  }
  .below {
    margin-top: 0;
    padding-left: 14px;
  }
  .lead {
    white-space: nowrap;
  }
  .colon {
    margin-right: 4px;
  }
  .term {
    min-width: 24px;
    cursor: pointer;
    border-radius: 4px;
    padding: 2px 3px;
    min-height: 24px;
    color: inherit;
  }
  .term:hover,
  .term.lit {
    background: var(--wash);
    color: var(--focus);
    box-shadow: inset 0 -2px 0 var(--focus);
  }
  .last {
    white-space: nowrap;
  }
  .end {
    margin-left: 3px;
  }
</style>
