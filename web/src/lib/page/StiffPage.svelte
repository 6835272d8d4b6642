<!-- How stiffness shares the loads: a method by hand where a structure is indeterminate, what it comes to beside what is exact, and where the difference comes from. -->
<script lang="ts">
  import { TriangleAlert } from '@lucide/svelte';
  import type { Session } from '../bench/session.svelte';
  import { CONVENTIONS, setting, withConvention } from '../bench/conventions';
  import { keyOf, type Tool, tool } from '../entry/tools';
  import Blocks from './Blocks.svelte';
  import CaseFigure from './CaseFigure.svelte';
  import Distribution from './Distribution.svelte';
  import Formula from './Formula.svelte';
  import Line from './Line.svelte';
  import Leaf from './Leaf.svelte';
  import Offers from './Offers.svelte';
  import Warned from './Warned.svelte';

  const { session, choose }: { session: Session; choose: (tool: Tool) => void } = $props();
  const stiff = $derived(session.page?.stiff ?? null);
  const sharing = $derived(session.sharing);
  const conventions = $derived(session.sheet.conventions ?? {});
  const of = (key: string) => CONVENTIONS.find((convention) => convention.key === key);

  function change(key: string, value: string | number): void {
    const convention = of(key);
    if (convention)
      session.change((sheet) => ({
        ...sheet,
        conventions: withConvention(sheet.conventions ?? {}, convention, value),
      }));
  }
  const set = $derived((key: string) => {
    const convention = of(key);
    return convention ? setting(conventions, convention) : '';
  });
  const tables = $derived(stiff?.tables ?? []);
  const propsAt = $derived((which: number) =>
    (tables[which]?.props ?? []).map((prop) => prop.text).join(', '),
  );
  const titles = {
    distribution: 'moment distribution',
    slopes: 'slope-deflection',
    forces: 'the force method',
  };
</script>

<Leaf label="How stiffness shares the loads">
  {#if stiff}
    {#if stiff.refused.length > 0}
      <h2>Stiffness is missing</h2>
      {#each stiff.refused as line (line)}<p class="quiet">{line}</p>{/each}
      <div class="offers">
        <Offers {session} offers={session.offers((about) => about.of === 'stiffness')} />
      </div>
    {:else if !stiff.redundant}
      <h2>Statically determinate</h2>
      <p class="quiet">Equilibrium gives all forces; stiffness gives the deflections.</p>
    {:else}
      <h2>Worked by {titles[stiff.method]}</h2>
      <div class="choices">
        <div class="methods" role="radiogroup" aria-label="Method">
          {#each of('method')?.choices ?? [] as method (method.value)}
            <button
              role="radio"
              aria-checked={stiff.method === method.value}
              class:on={stiff.method === method.value}
              onclick={() => change('method', method.value)}>{method.word}</button
            >
          {/each}
        </div>
      </div>
      {#if stiff.inapplicable}<Warned sign={TriangleAlert}>{stiff.inapplicable}</Warned>{/if}
      {#if stiff.forces_not}<Warned sign={TriangleAlert}>{stiff.forces_not}</Warned>{/if}
      {#if tables.length > 1}
        <div class="cases" role="group" aria-label="Cases">
          {#each tables as table, i (i)}
            <CaseFigure
              {stiff}
              which={i}
              title={i === 0 ? 'sway prevented' : `${table.title}${tables.length > 2 ? `, c${i}` : ''}`}
              text={i === 0 ? `prop ${propsAt(i)}` : `prop ${propsAt(i)}, × ${stiff.scale[i - 1]}`}
              now={sharing.case === i}
              pick={() => sharing.read(i)}
            />
          {/each}
          <CaseFigure {stiff} which={null} title="sum" text="no prop" now={false} pick={null} />
        </div>
      {/if}
      {#if stiff.given.length > 0}
        <details>
          <summary>Stiffnesses, distribution factors, fixed-end moments</summary>
          <Blocks {session} id="given" blocks={stiff.given} />
        </details>
      {/if}
      {#if stiff.method === 'distribution' && tables.length > 0}
        <Distribution {session} {stiff}>
          {#snippet settings()}
            {#each stiff.mirrored ? ['decimals', 'rounds', 'symmetry'] : ['decimals', 'rounds'] as key (key)}
              <label
                ><span>{key}</span>
                <select
                  value={String(set(key))}
                  onchange={(event) => {
                    const text = event.currentTarget.value;
                    change(key, text === '' ? '' : Number(text));
                  }}
                >
                  {#each of(key)?.choices ?? [] as choice (choice.value)}
                    <option value={String(choice.value)}>{choice.word}</option>
                  {/each}
                </select></label
              >
            {/each}
          {/snippet}
        </Distribution>
      {/if}
      {#if stiff.slopes}
        <h3>Moments at the ends</h3>
        <ul class="lines">
          {#each stiff.slopes.ends as line (line.end)}
            <li
              onpointerenter={() => sharing.point(line.end)}
              onpointerleave={() => sharing.point(null)}
              class:lit={sharing.end === line.end}
            >
              <Formula formula={line.line} />
            </li>
          {/each}
        </ul>
        <h3>Equations</h3>
        <ul class="lines">
          {#each stiff.slopes.equations as equation (equation.title)}
            <li><small>{equation.title}</small> <Formula formula={equation.line} /></li>
          {/each}
        </ul>
        <ul class="lines found">
          {#each stiff.slopes.values as value, i (i)}<li><Formula formula={value} /></li>{/each}
        </ul>
      {/if}
      {#if stiff.forces}
        {@const forces = stiff.forces}
        <p class="quiet">
          Let go: {#each forces.redundants as name, i (i)}{i > 0 ? ', ' : ''}<button
              class="name"
              onpointerenter={() => session.point({ ids: [forces.of[i] ?? ''] })}
              onpointerleave={() => session.leave()}>{name}</button
            >{/each}. What closes the structure again:
        </p>
        <ul class="lines">
          {#each [...forces.integrals, ...forces.equations] as line, i (i)}<li><Line {line} /></li>{/each}
        </ul>
        <ul class="lines found">
          {#each forces.values as line, i (i)}<li><Line {line} /></li>{/each}
        </ul>
      {/if}
      {#if stiff.balance.length > 0}
        <ul class="lines">
          {#each stiff.balance as line, i (i)}<li><Line {line} /></li>{/each}
          {#each stiff.scale as c, i (i)}<li class="c">
              c{stiff.scale.length > 1 ? i + 1 : ''} = {c}
            </li>{/each}
        </ul>
      {/if}
      {#if stiff.ends.length > 0}
        <h3>
          Final end moments <small
            >{stiff.unit}, {stiff.sense === 'clockwise' ? '↻' : '↺'} + on the member</small
          >
        </h3>
        <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
        <div class="scroll" tabindex="0" role="region" aria-label="Final end moments">
          <table>
            <thead>
              <tr
                ><th>end</th>{#each stiff.ends as end, k (k)}<th class:lit={sharing.end === k}>{end.name}</th
                  >{/each}</tr
              >
            </thead>
            <tbody>
              {#each stiff.forces?.rows ?? [] as row (row.label)}
                <tr
                  ><th scope="row">{row.label}</th>{#each row.cells as text, k (k)}<td
                      class:lit={sharing.end === k}>{text}</td
                    >{/each}</tr
                >
              {/each}
              {#each [{ label: 'by hand', cells: stiff.moments }, { label: 'exact', cells: stiff.exact }].filter((row) => row.cells.length > 0) as row (row.label)}
                <tr class="end"
                  ><th scope="row">{row.label}</th>{#each row.cells as text, k (k)}<td
                      class:lit={sharing.end === k}
                      onpointerenter={() => sharing.point(k)}
                      onpointerleave={() => sharing.point(null)}>{text}</td
                    >{/each}</tr
                >
              {/each}
            </tbody>
          </table>
        </div>
        {#if stiff.shears.length > 0}
          <details>
            <summary>Shears and reactions from these moments</summary>
            <Blocks {session} id="shears" blocks={stiff.shears} />
          </details>
        {/if}
        <h3>What the moments differ by</h3>
        <ul class="differences">
          {#each stiff.compared as line (line.from)}
            <li
              onpointerenter={() => sharing.point(line.end ?? null)}
              onpointerleave={() => sharing.point(null)}
            >
              <span>{line.from}</span><b>{line.says}</b>
            </li>
          {/each}
        </ul>
      {/if}
    {/if}
    {#each stiff.says as line (line)}<p class="quiet">{line}</p>{/each}
    <div class="besides">
      {#each ['stiffness', 'warm', 'profile'] as const as id (id)}
        {@const t = tool(id)}
        <button onclick={() => choose(t)}>{t.name} <kbd>{keyOf(t)}</kbd></button>
      {/each}
    </div>
  {:else}
    <p class="quiet">Solve the sheet first: what stiffness shares is said here.</p>
  {/if}
</Leaf>

<style>
  details {
    margin: 6px 0 10px;
  }
  summary {
    cursor: pointer;
    min-height: 24px;
    padding: 2px 0;
    font-size: 13.5px;
    color: var(--color-neutral);
  }
  .offers {
    margin-left: -12px;
  }
  .choices {
    display: flex;
    gap: 8px 12px;
    flex-wrap: wrap;
    align-items: center;
    margin: 6px 0 8px;
  }
  .methods {
    display: flex;
    border: 1px solid var(--rule);
    border-radius: 8px;
    overflow: hidden;
  }
  .methods button {
    padding: 3px 9px;
    min-height: 28px;
    font-size: 13px;
    cursor: pointer;
  }
  .methods button + button {
    border-left: 1px solid var(--rule);
  }
  .methods button.on {
    background: var(--wash);
    color: var(--focus);
    font-weight: 640;
  }
  label {
    display: flex;
    gap: 5px;
    align-items: center;
    font-size: 12.5px;
    color: var(--color-neutral);
  }
  select {
    border: 1px solid var(--rule);
    border-radius: 6px;
    min-height: 26px;
    padding: 0 4px;
    color: var(--ink);
    background: var(--color-base-100);
  }
  .cases {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-bottom: 6px;
  }
  .lines {
    display: grid;
    gap: 3px;
    margin: 4px 0 10px;
    font-size: 13px;
    overflow: auto hidden;
  }
  .lines li {
    border-radius: 5px;
    padding: 1px 4px;
    min-height: 24px;
  }
  .lines li.lit {
    background: var(--wash);
  }
  .lines small {
    display: block;
    font-size: 12px;
    color: var(--color-neutral);
  }
  .lines.found li,
  .c {
    color: var(--solved);
    font-weight: 640;
  }
  .name {
    color: var(--ink);
    font-weight: 640;
    min-height: 24px;
  }
  h3 small {
    font-weight: 400;
    font-size: 12px;
    color: var(--color-neutral);
  }
  .scroll {
    overflow-x: auto;
    margin: 4px 0 10px;
  }
  table {
    border-collapse: collapse;
    width: 100%;
    font-size: 12.5px;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    text-align: right;
    padding: 2px 5px;
    white-space: nowrap;
  }
  thead th:first-child,
  tbody th {
    text-align: left;
    font-weight: 500;
    color: var(--color-neutral);
  }
  thead th {
    font-weight: 640;
    border-bottom: 1px solid var(--rule);
  }
  tr.end td {
    font-weight: 640;
    color: var(--solved);
  }
  .lit {
    background: var(--wash);
  }
  .differences {
    display: grid;
    gap: 2px;
    margin: 4px 0 12px;
    font-size: 12.5px;
  }
  .differences li {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    padding: 2px 4px;
    border-bottom: 1px dotted var(--rule);
  }
  .differences span {
    color: var(--color-neutral);
  }
  .differences b {
    font-weight: 560;
    text-align: right;
  }
</style>
