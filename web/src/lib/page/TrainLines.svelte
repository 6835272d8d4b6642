<!-- What a train of forces comes to: for everything the least and the greatest, each a press away from how the train stands for it. -->
<script lang="ts">
  import type { PageTrain } from '../api/types';
  import Line from './Line.svelte';
  import Symbol from '../ui/Symbol.svelte';
  import type { Session } from '../bench/session.svelte';

  interface Props {
    session: Session;
    train: PageTrain;
  }
  const { session, train }: Props = $props();
  const influence = $derived(session.looking.cut ? (session.page?.influence ?? []) : []);
  const groups = $derived([
    ...(influence.length > 0 ? [{ title: 'At the place that is looked at', lines: influence }] : []),
    { title: '', lines: train.lines },
  ]);

  type End = PageTrain['lines'][number]['ends'][number];

  function here(end: End): boolean {
    const { stand } = session.looking;
    return stand !== null && end.lead === stand.lead && end.on === stand.on;
  }

  function put(end: End, line: string | null): void {
    const keep = session.looking.cut ? null : line;
    session.looking.put(typeof end.lead === 'number' ? { lead: end.lead, on: end.on } : null, keep);
  }
</script>

<p class="quiet">{train.title}</p>
{#if train.refused}
  <p class="refused">{train.refused}</p>
{:else}
  <p class="quiet">
    The least and the greatest, the loads as drawn included. Press one: the train goes there. Press a name:
    its influence line.
  </p>
  {#each groups as group (group.title)}
    {#if group.title}<h3>{group.title}</h3>{/if}
    <table>
      <thead><tr><th></th><th>least</th><th>greatest</th></tr></thead>
      <tbody>
        {#each group.lines as row (row.of)}
          {#if !row.line && row.of.length > 2}
            <tr class="head"><th scope="rowgroup" colspan="3">{row.of}</th></tr>
          {/if}
          <tr class:plain={!row.line && row.of.length > 2}>
            <th scope="row">
              {#if row.line}
                <button
                  class="name"
                  aria-pressed={session.looking.line === row.line}
                  title="Its influence line"
                  onclick={() => session.looking.put(session.looking.stand, row.line ?? null)}
                  ><Symbol text={row.of} /></button
                >
              {:else if row.of.length <= 2}{row.of}{:else}<span class="sr-only">{row.of}</span>{/if}
            </th>
            {#each row.ends as end, i (i)}
              <td>
                <button class="end" aria-pressed={here(end)} onclick={() => put(end, row.line ?? null)}>
                  <b>{end.value}</b>
                  <span>{end.stand}</span>
                </button>
              </td>
            {/each}
          </tr>
          {#each row.ends.filter((end) => end.sum && here(end)).slice(0, 1) as end (end.value)}
            <tr class="sum"><td colspan="3"><Line line={end.sum ?? []} /></td></tr>
          {/each}
        {/each}
      </tbody>
    </table>
  {/each}
{/if}

<style>
  h3 {
    font-size: 14px;
    font-weight: 650;
  }
  table {
    width: 100%;
    font-size: 13px;
    border-collapse: collapse;
    margin-bottom: 14px;
  }
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 2px 0 2px 4px;
    border-bottom: 1px solid var(--rule);
  }
  thead th {
    color: var(--color-neutral);
    font-weight: 500;
    padding-left: 10px;
  }
  th[scope='row'] {
    font-weight: 620;
    padding: 6px 4px 0 0;
    max-width: 92px;
  }
  .head th {
    border-bottom: 0;
    padding: 8px 0 0;
    font-weight: 620;
  }
  button {
    text-align: left;
    border-radius: 6px;
    padding: 3px 6px;
    cursor: pointer;
  }
  button:hover {
    background: var(--wash);
  }
  button[aria-pressed='true'] {
    background: var(--wash);
    color: var(--focus);
  }
  .name {
    text-decoration: underline dotted;
    text-underline-offset: 3px;
    padding: 0 2px;
  }
  .end {
    width: 100%;
    line-height: 1.35;
  }
  .end b {
    display: block;
    font-weight: 620;
    white-space: nowrap;
  }
  .end span {
    font-size: 12px;
    color: var(--color-neutral);
  }
  .refused {
    color: var(--color-error);
    font-size: 13.5px;
    margin: 8px 0;
  }
  .quiet {
    font-size: 12.5px;
    color: var(--color-neutral);
    margin: 4px 0 8px;
  }
</style>
