<!-- What went wrong around the sheet: the server is away, another tab was faster, the sheet is gone, an old copy was found. -->
<script lang="ts">
  import Differences from '../shelf/Differences.svelte';
  import { drafts } from './drafts';
  import type { Session } from './session.svelte';

  const { session, keep }: { session: Session; keep: () => void } = $props();

  let comparing = $state(false);

  function theirs(): void {
    drafts.drop(session.id);
    location.reload();
  }

  function mine(): void {
    drafts.drop(session.id);
    keep();
  }

  function forget(): void {
    drafts.drop(session.id);
    session.found = null;
  }
</script>

{#if session.solver.offline || session.saver.state === 'offline'}
  <div class="banner" role="alert">
    Helvek’s server does not answer. What you draw stays in this browser and is kept as soon as it is back;
    answers wait.
  </div>
{:else if session.saver.state === 'refused'}
  <div class="banner" role="alert">
    {session.saver.refusal?.message}
    {session.saver.refusal?.cure}
    {session.saver.held
      ? 'What you draw stays in this browser meanwhile.'
      : 'This browser has no room for it either: leave this page open.'}
    <button onclick={() => session.saver.again()}>Try again</button>
  </div>
{:else if session.saver.state === 'conflict' || session.saver.state === 'gone'}
  <div class="banner" role="alert">
    {session.saver.state === 'gone'
      ? 'This sheet was removed elsewhere.'
      : 'This sheet was changed elsewhere; nothing was overwritten.'}
    <button onclick={mine}>Keep mine as a copy</button>
    {#if session.saver.state === 'conflict'}
      <button onclick={theirs}>Open the other</button>
    {/if}
  </div>
{:else if session.solver.unanswered}
  <div class="banner" role="alert">
    Not answered. {session.solver.unanswered.message}
    {session.solver.unanswered.cure} What is drawn is kept.
    <button onclick={() => session.again()}>Try again</button>
  </div>
{:else if session.found}
  <div class="banner" role="alert">
    This browser still has changes that never reached the server; the sheet has been changed since.
    <button onclick={mine}>Keep them as a copy</button>
    <button onclick={forget}>Let them go</button>
  </div>
{:else if session.older !== null}
  <div class="banner" role="status">
    Answers differ from those saved under engine {session.older}.
    <button onclick={() => (comparing = true)}>Old beside new</button>
    <button onclick={() => (session.older = null)}>Not now</button>
  </div>
{/if}

{#if comparing}
  <Differences
    id={session.id}
    title={session.sheet.title ?? ''}
    taken={() => (session.older = null)}
    close={() => (comparing = false)}
  />
{/if}

<style>
  .banner {
    position: absolute;
    left: 50%;
    top: 10px;
    transform: translateX(-50%);
    width: max-content;
    max-width: min(560px, calc(100% - 130px));
    background: var(--color-base-100);
    border: 1.5px solid var(--color-warning);
    border-radius: 8px;
    padding: 7px 12px;
    font-size: 13.5px;
    z-index: 4;
  }
  button {
    text-decoration: underline;
    cursor: pointer;
    margin-left: 8px;
    min-height: 24px;
    color: var(--focus);
  }
</style>
