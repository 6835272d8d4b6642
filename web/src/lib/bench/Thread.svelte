<!-- The order of the work, each stop with its own result in a few words. -->
<script lang="ts">
  import { Pause, Play } from '@lucide/svelte';
  import type { Replay } from './replay.svelte';
  import { STOP_NAMES as names, type Session, type Stop } from './session.svelte';

  const { session, replay }: { session: Session; replay: Replay } = $props();
  const lines = $derived(session.solver.headlines);
  const line = $derived((stop: Stop) => {
    if (session.empty) return '';
    const wrong = session.reply?.problems.length ?? 0;
    if (!lines) return wrong > 0 && stop === 'idealise' ? `${wrong} to mend` : '…';
    return stop === 'work' && session.stop === 'work'
      ? `step ${session.step} of ${lines.work}`
      : (lines[stop] ?? '');
  });
</script>

<nav class="thread" aria-label="Order of the work">
  <ol>
    {#each session.stops as stop, i (stop)}
      <li class:now={session.stop === stop} class:done={session.stops.indexOf(session.stop) > i}>
        <button
          onclick={() => session.go(stop)}
          aria-current={session.stop === stop ? 'step' : undefined}
          disabled={session.empty && stop !== 'idealise'}
          title="{names[stop]} ({i + 1})"
        >
          <span class="dot"></span>
          <span class="text"><strong>{names[stop]}</strong><small>{line(stop)}</small></span>
        </button>
      </li>
    {/each}
  </ol>
  <div class="walk">
    <button
      onclick={() => session.walk(-1)}
      disabled={session.empty}
      title="Back ({session.spatial ? 'Shift N' : '←'})"
      aria-label="Back">←</button
    >
    <button
      onclick={() => session.walk(1)}
      disabled={session.empty}
      title="Next ({session.spatial ? 'N' : '→'})"
      aria-label="Next">→</button
    >
    <button
      onclick={() => replay.toggle()}
      disabled={!session.page || session.solver.steps === 0}
      title={replay.playing ? 'Stop (Space)' : 'Play the working back (Space)'}
      aria-label={replay.playing ? 'Stop' : 'Play the working back'}
    >
      {#if replay.playing}<Pause size={15} />{:else}<Play size={15} />{/if}
    </button>
  </div>
</nav>

<style>
  .thread {
    display: flex;
    flex-direction: column;
    justify-content: space-between;
    height: 100%;
    padding: 12px 6px 12px 8px;
  }
  li {
    position: relative;
  }
  /* The thread itself, from dot to dot. */
  li:not(:last-child)::before {
    content: '';
    position: absolute;
    left: 13px;
    top: 24px;
    bottom: -12px;
    width: 2px;
    background: var(--rule);
  }
  li.done:not(:last-child)::before {
    background: var(--ink);
  }
  li button {
    display: flex;
    gap: 9px;
    align-items: flex-start;
    width: 100%;
    padding: 6px 4px 10px 7px;
    border-radius: 7px;
    text-align: left;
    cursor: pointer;
  }
  li button:hover:not(:disabled) {
    background: color-mix(in oklab, var(--color-base-300) 45%, transparent);
  }
  li button:disabled {
    opacity: 0.45;
    cursor: default;
  }
  .dot {
    flex: none;
    width: 13px;
    height: 13px;
    margin-top: 4px;
    border-radius: 50%;
    border: 2px solid var(--ink);
    background: var(--color-base-200);
    z-index: 1;
  }
  .done .dot {
    background: var(--ink);
  }
  .now .dot {
    border-color: var(--focus);
    background: var(--focus);
    box-shadow: 0 0 0 4px color-mix(in oklab, var(--focus) 22%, transparent);
  }
  strong {
    display: block;
    font-size: 14px;
    font-weight: 650;
    line-height: 1.45;
  }
  .now strong {
    color: var(--focus);
  }
  small {
    display: block;
    font-size: 12px;
    line-height: 1.3;
    color: var(--color-neutral);
    min-height: 1.3em;
  }
  .walk {
    display: flex;
    gap: 4px;
    padding-left: 2px;
  }
  .walk button {
    display: grid;
    place-items: center;
    width: 34px;
    height: 30px;
    border: 1px solid var(--rule);
    border-radius: 6px;
    cursor: pointer;
  }
  .walk button:hover:not(:disabled) {
    border-color: var(--focus);
    color: var(--focus);
  }
  .walk button:disabled {
    opacity: 0.4;
    cursor: default;
  }

  @media (max-width: 900px) {
    .thread {
      flex-direction: row;
      align-items: center;
      padding: 0 8px;
    }
    ol {
      display: flex;
      flex: 1;
      min-width: 0;
    }
    li {
      flex: 1;
      min-width: 0;
    }
    li:not(:last-child)::before {
      display: none;
    }
    small {
      white-space: nowrap;
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .text {
      min-width: 0;
    }
  }
</style>
