<!-- What every member carries inside, in words. -->
<script lang="ts">
  import type { Session } from '../bench/session.svelte';
  import { ENVELOPE, Looking } from '../bench/looking.svelte';
  import { AT_INSIDE, keyOf, type Tool, tool } from '../entry/tools';
  import Symbol from '../ui/Symbol.svelte';
  import Blocks from './Blocks.svelte';
  import Leaf from './Leaf.svelte';
  import Line from './Line.svelte';
  import SectionView from './SectionView.svelte';
  import TableBlock from './TableBlock.svelte';
  import TrainLines from './TrainLines.svelte';

  const { session, choose }: { session: Session; choose: (tool: Tool) => void } = $props();
  const page = $derived(session.page);
  const section = $derived(session.reply?.solution?.section ?? null);
  const train = $derived((page?.trains ?? []).find((t) => t.name === session.looking.train) ?? null);
  const cut = $derived(session.looking.cut ? (session.reply?.solution?.cut ?? null) : null);
</script>

<Leaf label="Inside the members">
  {#if cut}
    <section class="cut" aria-label="The cut">
      <header>
        <h2>{cut.title}{session.looking.state ? `, ${Looking.word(session.looking.state)}` : ''}</h2>
        <button
          onclick={() => session.looking.cutAt(null)}
          aria-label="Let go of the cut"
          title="Let go (Esc)">✕</button
        >
      </header>
      <ul class="values">
        {#each cut.values as value (value)}<li>{value}</li>{/each}
      </ul>
      {#if section}<SectionView mark={section} />{/if}
      {#each cut.parts as part, i (part.title)}
        <h3>{part.title}</h3>
        <p class="quiet">{part.says}</p>
        <Blocks {session} id="cut-{i}" blocks={part.blocks} />
      {/each}
      <p class="closes" class:off={!cut.agree}>
        {cut.agree ? 'Both parts agree.' : 'The two parts do not agree.'}
      </p>
    </section>
  {/if}
  <h2>
    {session.looking.state === ENVELOPE
      ? 'Over all combinations'
      : session.looking.state
        ? `Inside, ${Looking.word(session.looking.state)}`
        : 'Inside'}
  </h2>
  {#if page && train}
    <TrainLines {session} {train} />
    <p class="quiet">{page.caution} Moved slowly: nothing is added for impact.</p>
  {:else if page && session.looking.state === ENVELOPE}
    <p class="quiet">The least and the greatest of each, with the combination that governs.</p>
    <table>
      <thead><tr><th></th><th>least</th><th>greatest</th></tr></thead>
      <tbody>
        {#each page.ranges as range (range.of)}
          <tr
            ><th scope="row"><Symbol text={range.of} /></th>
            {#each [range.least, range.greatest] as end, i (i)}
              <td
                >{end}{#if range.places}<small>{range.places[i]}</small>{/if}</td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="quiet">{page.caution}</p>
  {:else if page && page.inside.length > 0}
    <p class="quiet">
      N pulls when positive. dM/ds = V: M is largest where V passes through zero, also in a step.
    </p>
    {#each page.inside as line (line.of)}
      <article data-inside={line.of}>
        <h3>{line.title}</h3>
        {#if line.table}<TableBlock table={line.table} label="{line.title}, at its key points" />{/if}
        {#each line.says as says (says)}<p>{says}</p>{/each}
        {#if line.areas}
          <ol class="areas" onmouseleave={() => (session.looking.span = null)}>
            {#each line.areas as step, i (i)}
              <li onmouseenter={() => (session.looking.span = { id: line.of, ends: step.span })}>
                <b>{step.title}</b>
                {#each step.lines as line, k (k)}<span><Line {line} /></span>{/each}
              </li>
            {/each}
          </ol>
        {/if}
      </article>
    {/each}
    <p class="quiet">{page.caution}</p>
  {:else}
    <p class="quiet">Without equilibrium there is nothing to look into.</p>
  {/if}
  {#if page && !session.empty && session.looking.state === null}
    <p class="besides">
      {#each AT_INSIDE.map((id) => tool(id)) as t (t.id)}
        <button onclick={() => choose(t)}>Add a {t.name.toLowerCase()} <kbd>{keyOf(t)}</kbd></button>
      {/each}
    </p>
  {/if}
</Leaf>

<style>
  table {
    width: 100%;
    font-size: 13px;
    border-collapse: collapse;
    margin-bottom: 10px;
  }
  th,
  td {
    text-align: right;
    padding: 4px 0 4px 8px;
    border-bottom: 1px solid var(--rule);
    white-space: nowrap;
  }
  th {
    font-weight: 620;
  }
  th[scope='row'] {
    text-align: left;
    padding-left: 0;
  }
  small {
    display: block;
    font-size: 12px;
    color: var(--color-neutral);
  }
  .cut {
    border: 1.5px solid var(--focus);
    border-radius: 9px;
    padding: 8px 12px 6px;
    margin-bottom: 14px;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: start;
  }
  header button {
    width: 28px;
    height: 28px;
    border-radius: 6px;
    cursor: pointer;
    color: var(--color-neutral);
  }
  .values {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    font-size: 14.5px;
    font-weight: 620;
    color: var(--solved);
    padding-bottom: 8px;
  }
  .closes {
    border-top: 1px solid var(--rule);
    padding-top: 6px;
    font-size: 13px;
    font-weight: 620;
    color: var(--color-success);
  }
  .closes.off {
    color: var(--color-error);
  }
  article {
    border-top: 1px solid var(--rule);
    padding: 8px 0 10px;
  }
  article p {
    font-size: 13.5px;
    line-height: 1.55;
  }
  .areas {
    list-style: decimal;
    padding: 6px 0 0 20px;
    font-size: 13px;
    line-height: 1.5;
  }
  .areas li {
    padding: 3px 0 3px 2px;
  }
  .areas li:hover {
    background: var(--wash);
  }
  .areas b {
    font-weight: 620;
  }
  .areas span {
    display: block;
    font-variant-numeric: tabular-nums;
  }
</style>
