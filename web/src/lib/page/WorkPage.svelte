<!-- The page: the verdict, the working, the check, as they would stand on paper. -->
<script lang="ts">
  import { Gauge, TriangleAlert } from '@lucide/svelte';
  import { flushSync } from 'svelte';
  import { about, lines, steps } from '../api/document';
  import type { Session } from '../bench/session.svelte';
  import Blocks from './Blocks.svelte';
  import Choice from './Choice.svelte';
  import Line from './Line.svelte';
  import Offers from './Offers.svelte';
  import Problems from './Problems.svelte';
  import { Sight } from './sight.svelte';
  import Step from './Step.svelte';
  import Warned from './Warned.svelte';

  interface Props {
    session: Session;
    /** Opens what is wrong at a path. */
    mend: (path: string) => void;
  }
  const { session, mend }: Props = $props();
  const page = $derived(session.page);
  const problems = $derived(session.reply?.problems ?? []);
  let root: HTMLElement;

  /** Steps that are always set: what is seen of a page that was just opened. */
  const FIRST = 6;
  /** Frames in which a page that was scrolled finds its heights. */
  const SETTLING = 6;
  const sight = new Sight(() => root);
  // On paper everything is seen.
  let all = $state(false);

  // The step that is read stays in sight, also while what stands before it is set and grows.
  $effect(() => {
    const now =
      session.stop === 'work' ? `step-${session.step}` : session.stop === 'check' ? 'checks' : 'verdict';
    let frames = 0;
    let next = 0;
    const show = () => {
      root?.querySelector(`[data-part="${now}"]`)?.scrollIntoView({ block: 'nearest' });
      if (++frames < SETTLING) next = requestAnimationFrame(show);
    };
    show();
    return () => cancelAnimationFrame(next);
  });

  function goTo(step: number): void {
    session.go('work');
    session.step = step;
  }
</script>

<svelte:window onbeforeprint={() => flushSync(() => (all = true))} onafterprint={() => (all = false)} />

<section class="page" class:without={session.without} bind:this={root} aria-label="Working" data-keys>
  {#if session.empty}
    <div class="empty">
      <h2>The working appears here</h2>
      <p>
        Draw a {session.spatial ? 'body or bars in space' : 'beam, a truss or a machine'}, put it on its
        supports, load it. With every key the free body, the equations with their reasons and the check are
        written anew.
      </p>
      {#if session.spatial}
        <ol>
          <li>
            <kbd>J</kbd> <kbd>0;0;0 1;0.2;2 1.5;0;0</kbd> <kbd>↵</kbd> <span>bars through places x;y;z</span>
          </li>
          <li><kbd>J</kbd> <kbd>B 0.7;1.4;0</kbd> <kbd>↵</kbd> <span>one more, from B</span></li>
          <li><kbd>P</kbd> <kbd>A C D</kbd> <kbd>↵</kbd> <span>balls at their feet</span></li>
          <li><kbd>F</kbd> <kbd>3@B</kbd> <kbd>↵</kbd> <span>3 kN down at B</span></li>
          <li><kbd>B</kbd> <kbd>0;0;0 1.2;0;0</kbd> <kbd>↵</kbd> <span>or a shaft: then P, O and F</span></li>
          <li>
            <kbd>⇧ 1</kbd> <kbd>⇧ 2</kbd> <kbd>⇧ 3</kbd> <kbd>⇧ 4</kbd>
            <span>from above, the front, the side</span>
          </li>
        </ol>
      {:else}
        <ol>
          <li><kbd>B</kbd> <kbd>6</kbd> <kbd>↵</kbd> <span>a beam of 6 m</span></li>
          <li><kbd>P</kbd> <kbd>↵</kbd> <span>a pin at its start</span></li>
          <li><kbd>R</kbd> <kbd>↵</kbd> <span>a roller at its end</span></li>
          <li><kbd>F</kbd> <kbd>12@2</kbd> <kbd>↵</kbd> <span>12 kN down at 2 m</span></li>
          <li><kbd>U</kbd> <kbd>8</kbd> <kbd>↵</kbd> <span>or a truss of 8 m, in panels</span></li>
          <li><kbd>J</kbd> <kbd>0;0 3;0 2@60 A</kbd> <kbd>↵</kbd> <span>or bar by bar</span></li>
          <li><kbd>⇧ B</kbd> <kbd>0;0 0;3</kbd> <kbd>↵</kbd> <span>or a frame, body by body</span></li>
          <li><kbd>⇧ D</kbd> <span>or all of it in space</span></li>
        </ol>
      {/if}
      <p class="more">
        {#if !session.spatial}<kbd>B</kbd> again goes on from its end,{/if}
        <kbd>/</kbd> finds everything else by word.
      </p>
    </div>
  {:else if problems.length > 0}
    <Problems {problems} {mend} />
    <Offers {session} offers={session.offers((about) => about.of === 'problem')} />
  {:else if page}
    {#if session.choice && page.choice}
      <Choice {session} choice={page.choice} />
    {/if}
    <div class="verdict {page.verdict.word}" data-part="verdict">
      <p><strong>{page.verdict.title}</strong> {page.verdict.sentence}</p>
      <p class="quiet">{page.verdict.count}</p>
      {#if page.verdict.cures.length > 0}
        <div class="cures">
          {#each page.verdict.cures as cure, index (cure)}
            <button onclick={() => session.edit({ edit: 'cure', index }, cure)}
              >{cure}{#if index === 0}<kbd>K</kbd>{/if}</button
            >
          {/each}
        </div>
      {/if}
    </div>
    <Offers {session} offers={session.offers((about) => about.of === 'redundant')} />
    {#each lines(page, 'warnings') as warning, i (i)}
      <Warned sign={TriangleAlert} inset><Line line={warning.says} /></Warned>
    {/each}
    <Offers {session} offers={session.offers((about) => about.of === 'warning')} />
    {#each lines(page, 'limits') as limit, i (i)}
      <p class="limit"><Gauge size={15} /> <span><Line line={limit.says} /></span></p>
    {/each}
    {#if (session.sheet.conventions?.order ?? []).length > 0}
      <p class="units">
        Worked in the order you chose.
        <button
          class="plain"
          onclick={() => session.edit({ edit: 'unpick' }, 'The plan decides the order again.')}
          >Leave it to the plan again</button
        >
      </p>
    {/if}
    {#each about(page, 'units') as chapter (chapter.part)}
      <p class="units">
        {#each lines(page, 'units') as line, i (i)}{i > 0 ? ' · ' : ''}<Line line={line.says} />{/each}
      </p>
    {/each}
    {#each about(page, 'head') as chapter (chapter.part)}
      <details class="head" data-part="head">
        <summary>Given, asked, assumed</summary>
        <ul aria-label={chapter.title}>
          {#each lines(page, 'head') as line, i (i)}
            <li><b>{line.lead}:</b> <Line line={line.says} /></li>
          {/each}
        </ul>
      </details>
    {/each}
    {#each about(page, 'inspection') as chapter (chapter.part)}
      <ul class="remarks" aria-label={chapter.title}>
        {#each lines(page, 'inspection') as line, i (i)}<li><Line line={line.says} /></li>{/each}
      </ul>
    {/each}
    {#each steps(page) as step (step.number)}
      <Step
        {session}
        {step}
        now={session.stop === 'work' && session.step === step.number}
        near={all || sight.near.has(step.number) || step.number <= FIRST}
        watch={sight.watch}
        goTo={() => goTo(step.number)}
      />
    {/each}
    {#each [...about(page, 'stability'), ...about(page, 'cut')] as chapter (chapter.title)}
      <article data-part={chapter.part}>
        <h2>{chapter.title}</h2>
        <Blocks {session} id={chapter.title} blocks={chapter.blocks} />
      </article>
    {/each}
    {#each about(page, 'checks') as chapter (chapter.part)}
      <article class="checks" class:now={session.stop === 'check'} data-part="checks">
        <h2>
          <button onclick={() => session.go('check')}
            ><span class="number">✓</span>With an equation not used</button
          >
        </h2>
        <Blocks {session} id="check" blocks={chapter.blocks} />
        {#if page.closes}<p class="closes">{page.closes}</p>{/if}
      </article>
    {/each}
  {:else if session.solver.unanswered}
    <p class="quiet waiting">Drawn, and not answered.</p>
  {:else}
    <p class="quiet waiting">Reading the sheet …</p>
  {/if}
</section>

<style>
  .page {
    contain: strict;
    height: 100%;
    overflow-y: auto;
    padding: 12px 14px 20px 12px;
    font-size: 14px;
    line-height: 1.45;
  }
  /* What is shown does not know yet what is being typed. */
  .without :global(article),
  .without .verdict {
    filter: grayscale(1);
    color: var(--color-neutral);
  }
  .without :global(*) {
    color: inherit;
  }
  .empty {
    padding: 18px 8px;
    color: var(--color-neutral);
  }
  .empty h2 {
    font-size: 16px;
    font-weight: 650;
    color: var(--ink);
    margin-bottom: 6px;
  }
  .more {
    margin-top: 16px;
  }
  .empty ol {
    margin-top: 16px;
    display: grid;
    gap: 8px;
  }
  .empty span {
    margin-left: 6px;
  }
  kbd {
    font-family: inherit;
    font-weight: 600;
    font-size: 13px;
    color: var(--ink);
    border: 1px solid var(--rule);
    border-bottom-width: 2px;
    border-radius: 5px;
    padding: 1px 7px;
  }
  .verdict {
    border-left: 3px solid var(--color-success);
    padding: 2px 0 2px 10px;
    margin: 0 0 10px;
  }
  .head {
    font-size: 12.5px;
    margin: 0 0 10px;
  }
  .head summary {
    cursor: pointer;
    color: var(--color-neutral);
    min-height: 24px;
    padding: 2px 0;
  }
  .head li {
    margin: 2px 0 2px 12px;
  }
  /* On paper it is always there. */
  @media print {
    .head::details-content {
      content-visibility: visible;
      block-size: auto;
    }
    .head summary {
      list-style: none;
    }
  }
  .verdict strong {
    color: var(--color-success);
    margin-right: 2px;
  }
  .verdict strong::after {
    content: '.';
  }
  .verdict.slides,
  .verdict.unstable {
    border-color: var(--color-error);
  }
  .verdict.slides strong,
  .verdict.unstable strong {
    color: var(--color-error);
  }
  .verdict.indeterminate,
  .verdict.balanced {
    border-color: var(--color-warning);
  }
  .verdict.indeterminate strong,
  .verdict.balanced strong {
    color: var(--color-warning);
  }
  .quiet {
    color: var(--color-neutral);
    font-size: 12.5px;
  }
  .waiting {
    padding: 18px 8px;
  }
  .cures {
    display: grid;
    gap: 5px;
    margin-top: 8px;
    justify-items: start;
  }
  .cures button {
    border: 1px solid var(--rule);
    border-radius: 6px;
    padding: 3px 10px;
    min-height: 28px;
    text-align: left;
    cursor: pointer;
    font-size: 13.5px;
  }
  .cures kbd {
    margin-left: 8px;
    font-size: 11.5px;
  }
  .cures button:hover {
    border-color: var(--focus);
    color: var(--focus);
    background: var(--wash);
  }
  .units {
    font-size: 12.5px;
    color: var(--color-neutral);
    margin: 0 0 8px 13px;
  }
  .remarks {
    font-size: 12.5px;
    color: var(--color-neutral);
    margin: 0 0 8px 13px;
    display: grid;
    gap: 2px;
  }
  .limit {
    display: flex;
    gap: 7px;
    align-items: flex-start;
    font-size: 13px;
    margin: 0 0 8px 12px;
  }
  .plain {
    min-height: 24px;
    color: var(--focus);
    text-decoration: underline;
    text-underline-offset: 2px;
    cursor: pointer;
  }
  .limit :global(svg) {
    flex: none;
    margin-top: 2px;
  }
  .page :global(article) {
    /* Of a long working only what is in sight is laid out and painted. */
    content-visibility: auto;
    contain-intrinsic-size: auto 130px;
    padding: 8px 10px 8px 10px;
    border-left: 3px solid transparent;
    border-top: 1px solid var(--rule);
    transition: background 250ms;
  }
  .page :global(article.now) {
    border-left-color: var(--focus);
    background: color-mix(in oklab, var(--wash) 55%, transparent);
  }
  .page :global(article h2) {
    font-weight: 640;
    font-size: 14px;
  }
  .page :global(h2 button) {
    cursor: pointer;
    text-align: left;
    min-height: 24px;
  }
  .page :global(h2 button:hover) {
    color: var(--focus);
  }
  .page :global(.number) {
    display: inline-block;
    min-width: 1.5em;
    margin-right: 0.3em;
    color: var(--color-neutral);
    font-weight: 560;
  }
  .closes {
    color: var(--color-success);
    font-weight: 600;
    font-size: 13px;
    margin-top: 3px;
  }

  @media print {
    .page {
      contain: none;
      height: auto;
      overflow: visible;
      padding: 0;
    }
    .page :global(article) {
      content-visibility: visible;
      break-inside: avoid;
      background: none !important;
      border-left: none;
      padding-left: 0;
    }
    .cures {
      display: none;
    }
  }
</style>
