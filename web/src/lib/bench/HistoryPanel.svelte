<!-- What the sheet was: revisions, to be named and to be brought back. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { api } from '../api/client';
  import type { KeptLine, Revision, RevisionReason } from '../api/types';
  import { ago } from '../ui/time';
  import type { Session } from './session.svelte';

  interface Props {
    session: Session;
    /** Hands the sheet over as a file. */
    asFile: (way: 'toml' | 'json') => void;
    close: () => void;
  }
  const { session, asFile, close }: Props = $props();

  let revisions = $state.raw<readonly Revision[] | null>(null);
  let failed = $state('');
  let name = $state('');
  /** The revision whose answers are shown. */
  let shown = $state.raw<{ number: number; lines: readonly KeptLine[] } | null>(null);

  const WHY: Record<RevisionReason, string> = {
    idle: 'before a pause',
    left: 'when it was left',
    named: 'named',
    restored: 'before an older one came back',
    upgraded: 'with the answers of an older engine',
  };

  async function load(): Promise<void> {
    try {
      revisions = await api.revisions(session.id);
      failed = '';
    } catch (error) {
      failed = error instanceof Error ? error.message : 'The revisions could not be read.';
    }
  }
  onMount(load);

  async function keep(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (name.trim() === '') return;
    try {
      await api.cut(session.id, 'named', name.trim());
      session.tell(`Kept as “${name.trim()}”.`);
      name = '';
      await load();
    } catch (error) {
      failed = error instanceof Error ? error.message : 'It could not be kept.';
    }
  }

  async function answers(number: number): Promise<void> {
    if (shown?.number === number) {
      shown = null;
      return;
    }
    try {
      shown = { number, lines: await api.answersOf(session.id, number) };
    } catch (error) {
      failed = error instanceof Error ? error.message : 'Its answers could not be read.';
    }
  }

  async function bringBack(revision: Revision): Promise<void> {
    session.solver.waiting += 1;
    try {
      const sheet = await api.revision(session.id, revision.number);
      await api.cut(session.id, 'restored');
      session.change(() => sheet);
      session.tell(`Revision ${revision.number} is back; undo takes you where you were.`);
      close();
    } catch (error) {
      failed = error instanceof Error ? error.message : 'It could not be brought back.';
    } finally {
      session.solver.waiting -= 1;
    }
  }
</script>

<form onsubmit={keep}>
  <input
    bind:value={name}
    placeholder="Name what it is now"
    aria-label="Name of the revision"
    maxlength="80"
  />
  <button type="submit" disabled={name.trim() === ''}>Keep</button>
</form>
{#if failed}<p class="failed" role="alert">{failed}</p>{/if}
{#if revisions && revisions.length > 0}
  <ol>
    {#each revisions as revision (revision.number)}
      <li>
        <span class="number">{revision.number}</span>
        <span class="what">
          <strong>{revision.name ?? WHY[revision.why]}</strong>
          <small><time datetime={revision.cut}>{ago(revision.cut)}</time>, engine {revision.engine}</small>
        </span>
        <button
          onclick={() => answers(revision.number)}
          aria-expanded={shown?.number === revision.number}
          aria-label="Answers of revision {revision.number}">Answers</button
        >
        <button onclick={() => bringBack(revision)} aria-label="Bring back revision {revision.number}"
          >Bring back</button
        >
      </li>
      {#if shown?.number === revision.number}
        <li class="answers">
          {#if shown.lines.length > 0}
            <dl>
              {#each shown.lines as line, i (i)}<dt>{line.label}</dt>
                <dd>{line.says}</dd>{/each}
            </dl>
          {:else}<span class="quiet">Its answers were not kept.</span>{/if}
        </li>
      {/if}
    {/each}
  </ol>
{:else if revisions}
  <p class="quiet">
    No revision yet. One is kept when the sheet is left, after a pause, and whenever you name it.
  </p>
{/if}
<footer>
  <span class="quiet">As a file, to be mailed or put away:</span>
  <button title="Ctrl S" onclick={() => asFile('toml')}>TOML</button>
  <button onclick={() => asFile('json')}>JSON</button>
</footer>

<style>
  footer {
    display: flex;
    align-items: center;
    gap: 6px;
    width: 380px;
    border-top: 1px solid var(--rule);
    margin-top: 8px;
    padding-top: 8px;
  }
  footer .quiet {
    flex: 1;
  }
  form {
    display: flex;
    gap: 6px;
    width: 380px;
    margin-bottom: 8px;
  }
  input {
    flex: 1;
    min-width: 0;
    height: 30px;
    border: 1px solid var(--rule);
    border-radius: 6px;
    padding: 0 8px;
    font-size: 14px;
    background: var(--color-base-200);
  }
  input::placeholder {
    color: var(--color-neutral);
    opacity: 1;
  }
  button {
    border: 1px solid var(--rule);
    border-radius: 6px;
    padding: 2px 10px;
    min-height: 28px;
    font-size: 13px;
    cursor: pointer;
    white-space: nowrap;
  }
  button:hover:not(:disabled) {
    border-color: var(--focus);
    color: var(--focus);
  }
  button:disabled {
    opacity: 0.45;
    cursor: default;
  }
  ol {
    display: grid;
    gap: 2px;
  }
  li {
    display: flex;
    align-items: center;
    gap: 10px;
    border-top: 1px solid var(--rule);
    padding: 5px 0;
    width: 380px;
  }
  .answers dl {
    display: grid;
    grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
    gap: 1px 10px;
    font-size: 12.5px;
    max-height: 220px;
    overflow-y: auto;
    width: 100%;
  }
  dt {
    color: var(--color-neutral);
  }
  .number {
    color: var(--color-neutral);
    min-width: 1.6em;
    text-align: right;
  }
  .what {
    flex: 1;
    min-width: 0;
  }
  strong {
    display: block;
    font-size: 13.5px;
    font-weight: 600;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  small,
  .quiet {
    color: var(--color-neutral);
    font-size: 12.5px;
    max-width: 380px;
  }
  .failed {
    color: var(--color-error);
    font-size: 13px;
  }
</style>
