<!-- What governs: every limit with how much of it is used, the pins among their plates, and what was not checked. -->
<script lang="ts">
  import type { Session } from '../bench/session.svelte';
  import { AT_SIZE, keyOf, type Tool, tool } from '../entry/tools';
  import Line from './Line.svelte';
  import Leaf from './Leaf.svelte';
  import PinView from './PinView.svelte';

  const { session, choose }: { session: Session; choose: (tool: Tool) => void } = $props();
  const page = $derived(session.page);
  const judged = $derived(page?.judgement ?? null);
  const drawn = $derived(session.reply?.scene.pins ?? []);
  /** The line whose working is seen: the one that governs until another is pressed; none after it was pressed itself. */
  let opened = $state<string | null>(null);
  let all = $state(false);
  /** So many lines are seen at first. */
  const FIRST = 8;
  const lines = $derived(all ? (judged?.lines ?? []) : (judged?.lines ?? []).slice(0, FIRST));
  const key = (line: { title: string; limit: string }) => `${line.title} ${line.limit}`;

  /** What governs is lit on the board while nothing else is pointed at. */
  const governs = $derived(judged?.lines[0]?.of ?? null);
  const rest = () => (governs ? session.hold(governs) : session.leave());
  $effect(() => {
    if (governs) session.hold(governs);
    return () => session.point(null);
  });

  function press(line: { title: string; limit: string }, first: boolean): void {
    const now = opened === null ? first : opened === key(line);
    opened = now ? '' : key(line);
  }

  let file = $state() as HTMLInputElement;

  /** Merges a table of sections or of materials that the user keeps. */
  async function merge(): Promise<void> {
    const chosen = file.files?.[0];
    if (!chosen) return;
    const csv = await chosen.text();
    file.value = '';
    await session.edit({ edit: 'table', csv }, `${chosen.name} is read.`);
  }

  const changeLimit = (sort: string, of: string) => session.openThing({ limit: { sort, of } });
  const changeSection = (name: string) => session.openThing({ section: { name } });
  const change = (at: string) => session.openThing({ plates: { at } });
</script>

<Leaf label="What governs">
  {#if judged}
    <h2 class:off={!judged.meets}>{judged.says}</h2>
    {#if judged.reach}<p class="reach">{judged.reach}</p>{/if}
    {#if judged.serviced}<p class="reach">{judged.serviced}</p>{/if}
    <ol class="checks">
      {#each lines as line, i (key(line))}
        {@const open = opened === null ? i === 0 : opened === key(line)}
        <li
          class:short={!line.meets}
          onpointerenter={() => session.point({ ids: [line.of] })}
          onpointerleave={rest}
        >
          <button aria-expanded={open} onclick={() => press(line, i === 0)}>
            <span class="used"
              >{line.used_text}
              {#if line.reserve}<small title="How many times as large it could be">{line.reserve}</small
                >{/if}</span
            >
            <span class="what">
              <b>{line.title}</b>
              <span class="track" aria-hidden="true"
                ><span class="bar" style:width="{Math.min(line.used, 1.25) * 80}%"></span><i></i></span
              >
              <small
                >{line.demand} of {line.limit}{#if line.place}; {line.place}{/if}</small
              >
            </span>
          </button>
          {#if open}
            <div class="working">
              {#each line.working as step, k (k)}<p><Line line={step} /></p>{/each}
              <p class="verdict">{line.verdict}</p>
              {#if line.stated}
                {@const { sort, of } = line.stated}
                <button class="change" onclick={() => changeLimit(sort, of)}
                  >Change the {sort === 'factor' ? 'factor' : 'limit'}</button
                >
              {/if}
            </div>
          {/if}
        </li>
      {/each}
    </ol>
    {#if judged.lines.length > FIRST}
      <button class="more" onclick={() => (all = !all)}
        >{all ? 'Only those that are used most' : `${judged.lines.length - FIRST} more, used less`}</button
      >
    {/if}
    {#each judged.pins as pin (pin.at)}
      {@const mark = drawn.find((d) => d.at === pin.at)}
      <article
        data-pin={pin.at}
        onpointerenter={() => session.point({ ids: [pin.of] })}
        onpointerleave={rest}
      >
        <header>
          <h3>{pin.title}</h3>
          <button class="change" onclick={() => change(pin.at)}>Change it</button>
        </header>
        {#if mark}<PinView {mark} />{/if}
        <ul class="required">
          {#each pin.required as line (line.title)}
            <li class:governs={line.governs}>
              <span
                >{line.title}{#if line.governs}, governs{/if}</span
              >
              <p><Line line={line.working} /></p>
            </li>
          {/each}
        </ul>
        {#each pin.says as says (says)}<p>{says}</p>{/each}
      </article>
    {/each}
    {#each judged.sections as section (section.title)}
      <article>
        <header>
          <h3>Section {section.title}</h3>
          <button class="change" onclick={() => changeSection(section.title)}>Change it</button>
        </header>
        <p class="values">
          {#each section.values as value (value)}<span>{value}</span>{/each}
        </p>
        {#if section.remark}<p class="quiet">{section.remark}</p>{/if}
      </article>
    {/each}
    <article>
      <h3>Not checked</h3>
      <ul class="not">
        {#each judged.unchecked as says (says)}<li>{says}</li>{/each}
      </ul>
      {#if judged.assumed}<p class="quiet">{judged.assumed}</p>{/if}
      <p class="quiet">{judged.caution}</p>
    </article>
  {:else if page && page.verdict.word !== 'unstable'}
    <h2>Nothing has a limit yet</h2>
    <p class="quiet">
      Give members a section and a material, thread plates on a pin, or state a limit. What governs is then
      ranked here, each figure with its formula, and what was not checked stands beside it.
    </p>
  {:else}
    <h2>Nothing can be judged yet</h2>
    <p class="quiet">The sheet has to be understood and in equilibrium first.</p>
  {/if}
  {#if page && !session.empty}
    <p class="besides">
      {#each AT_SIZE.map((id) => tool(id)) as t (t.id)}
        <button onclick={() => choose(t)}>{t.name} <kbd>{keyOf(t)}</kbd></button>
      {/each}
      <button
        onclick={() => file.click()}
        title="A table of sections or of materials, with a line of headings">Table (CSV)</button
      >
      <input type="file" accept=".csv,text/csv" bind:this={file} onchange={merge} hidden tabindex="-1" />
    </p>
  {/if}
</Leaf>

<style>
  h2.off {
    color: var(--color-error);
  }
  .reach {
    font-size: 13px;
    line-height: 1.5;
    padding: 3px 0 8px;
  }
  .checks > li {
    border-top: 1px solid var(--rule);
  }
  .checks > li > button {
    display: grid;
    grid-template-columns: 46px minmax(0, 1fr);
    gap: 4px;
    width: 100%;
    text-align: left;
    padding: 6px 0;
    cursor: pointer;
  }
  .checks > li > button:hover {
    background: var(--wash);
  }
  .used {
    font-size: 14px;
    font-weight: 680;
    color: var(--solved);
  }
  .used small {
    display: block;
    font-size: 12px;
    font-weight: 400;
    color: var(--color-neutral);
    white-space: nowrap;
  }
  .short .used,
  .short .verdict {
    color: var(--color-error);
  }
  .what b {
    font-size: 13.5px;
    font-weight: 620;
    line-height: 1.35;
    display: block;
  }
  .what small {
    display: block;
    font-size: 12px;
    line-height: 1.4;
    color: var(--color-neutral);
  }
  .track {
    position: relative;
    display: block;
    height: 5px;
    margin: 3px 0 2px;
    background: color-mix(in oklab, var(--ink) 8%, transparent);
  }
  .bar {
    position: absolute;
    inset: 0 auto 0 0;
    background: var(--solved);
    transition: width 160ms ease-out;
  }
  .short .bar {
    background: repeating-linear-gradient(
      120deg,
      var(--color-error) 0 5px,
      color-mix(in oklab, var(--color-error) 55%, transparent) 5px 8px
    );
  }
  /* The limit itself. */
  .track i {
    position: absolute;
    left: 80%;
    top: -3px;
    bottom: -3px;
    border-left: 2px solid var(--ink);
  }
  .working {
    padding: 0 0 8px 50px;
    font-size: 14px;
    line-height: 1.9;
    overflow: auto hidden;
  }
  .verdict {
    font-size: 13px;
    font-weight: 620;
    line-height: 1.5;
    color: var(--color-success);
  }
  .more,
  .change {
    border: 1px solid var(--rule);
    border-radius: 8px;
    padding: 4px 10px;
    font-size: 13px;
    cursor: pointer;
  }
  .more:hover,
  .change:hover {
    background: var(--wash);
  }
  article {
    border-top: 1px solid var(--rule);
    padding: 10px 0 6px;
    margin-top: 8px;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  article p,
  .not {
    font-size: 13px;
    line-height: 1.5;
  }
  .required {
    padding: 6px 0;
    font-size: 13px;
  }
  .required li {
    padding: 2px 0 2px 8px;
    border-left: 3px solid transparent;
  }
  .required li.governs {
    border-left-color: var(--focus);
  }
  .required li.governs span {
    font-weight: 620;
  }
  .required p {
    overflow: auto hidden;
    line-height: 1.9;
  }
  .values {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 14px;
  }
  .not {
    list-style: disc;
    padding-left: 18px;
  }
</style>
