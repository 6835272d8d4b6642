<!-- What was asked, with its answer, always in sight; the proof and the caution beside it. -->
<script lang="ts">
  import type { AskedLine } from '../api/types';
  import { is, marksOf } from '../api/ids';
  import { ClipboardCopy, ListChecks } from '@lucide/svelte';
  import { onMount } from 'svelte';
  import Popover from '../ui/Popover.svelte';
  import AskedPanel from './AskedPanel.svelte';
  import type { Session } from './session.svelte';

  interface Props {
    session: Session;
    /** Copies all answers. */
    copy: () => void;
    /** Whether the choice of what is asked is open. */
    choosing: boolean;
  }
  let { session, copy, choosing = $bindable() }: Props = $props();
  const page = $derived(session.page);
  // More answers than fit are scrolled to; the row fades out where it goes on.
  let row: HTMLElement;
  let end: HTMLElement;
  let more = $state(false);
  onMount(() => {
    const watch = new IntersectionObserver(([entry]) => (more = !entry?.isIntersecting), {
      root: row,
      threshold: 0,
    });
    watch.observe(end);
    return () => watch.disconnect();
  });

  /** More answers than this are told in a few words; the table has them. */
  const MANY = 40;
  const lines = $derived(page?.asked ?? []);
  const ofBar = (line: AskedLine) => line.of !== null && is(line.of, 'bar');
  const inTable = $derived(lines.length > MANY ? lines.filter(ofBar).length : 0);
  const asked = $derived(inTable > 0 ? lines.filter((line) => !ofBar(line)) : lines);

  const marks = $derived((of: string | null) => {
    const scene = session.reply?.scene.marks ?? [];
    const reactions = scene.filter((m) => m.kind === 'reaction' && m.support === of).map((m) => m.id);
    return [...marksOf(of), ...reactions];
  });
</script>

<footer class="asked" aria-label="Asked">
  <div class="head">
    <span>{session.without ? 'Asked, without what is being typed' : 'Asked'}</span>
    <span class="tools">
      <button
        title="Choose what is asked (A)"
        aria-label="Choose what is asked"
        onclick={() => (choosing = !choosing)}
      >
        <ListChecks size={15} />
      </button>
      <button
        title="Copy the answers (Q)"
        aria-label="Copy the answers"
        disabled={!page || page.asked.length === 0}
        onclick={copy}
      >
        <ClipboardCopy size={15} />
      </button>
    </span>
    {#if choosing}
      <Popover label="What is asked" edge="left" above close={() => (choosing = false)}>
        <AskedPanel {session} />
      </Popover>
    {/if}
  </div>
  <!-- Where there are more answers than fit, the arrow keys scroll through them. -->
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div
    class="answers"
    class:without={session.without}
    class:more
    role="group"
    aria-label="Answers"
    tabindex={more ? 0 : undefined}
    bind:this={row}
  >
    {#if page}
      {#if inTable > 0}
        <button class="answer" onclick={() => session.go('table')}>
          <strong>{page.headlines.table}</strong>
          <small>{inTable} bars: the table (5)</small>
        </button>
      {/if}
      {#each asked as line, i (i)}
        <!-- svelte-ignore a11y_no_static_element_interactions -->
        <div
          class="answer"
          class:open={!line.answered}
          data-asked={line.of}
          onpointerenter={() => session.point({ ids: marks(line.of) })}
          onpointerleave={() => session.leave()}
        >
          <strong
            >{#each line.parts as part, k (k)}{k > 0 ? ' ' : ''}<span class="part"
                >{#if part.symbol}{part.symbol.base}{#if part.symbol.index}<sub>{part.symbol.index}</sub
                    >{/if}&nbsp;{/if}{part.says}</span
              >{/each}</strong
          >
          <small>{line.label}</small>
        </div>
      {:else}
        {#if inTable === 0}<p class="none">Every reaction, as soon as there is a support.</p>{/if}
      {/each}
    {:else}
      <p class="none">
        {session.empty
          ? 'The reactions of the supports, as soon as there are any.'
          : 'Waiting for the sheet to be whole.'}
      </p>
    {/if}
    <span class="end" bind:this={end}></span>
  </div>
  <div class="proof">
    {#if session.solver.closes}<strong>{session.solver.closes}</strong>{/if}
    <small title={page?.caution}>to be checked by a qualified engineer under local codes</small>
    {#if page}<small class="hidden print:block">{page.engine}</small>{/if}
  </div>
</footer>

<style>
  .asked {
    display: flex;
    align-items: center;
    gap: 20px;
    height: 100%;
    padding: 0 16px;
    background: var(--color-base-200);
    border-top: 1px solid var(--rule);
  }
  .head {
    position: relative;
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 6px;
    color: var(--color-neutral);
    font-size: 13px;
    line-height: 1.25;
    width: 150px;
    flex: none;
  }
  .tools {
    display: flex;
    flex: none;
  }
  .tools button {
    width: 28px;
    height: 28px;
    display: grid;
    place-items: center;
    border-radius: 6px;
    cursor: pointer;
  }
  .tools button:hover:not(:disabled) {
    background: var(--color-base-100);
    color: var(--focus);
  }
  .tools button:disabled {
    opacity: 0.4;
    cursor: default;
  }
  .answers.more {
    mask-image: linear-gradient(to right, black calc(100% - 90px), transparent);
  }
  .answers {
    display: flex;
    gap: 30px;
    flex: 1;
    overflow-x: auto;
    min-width: 0;
  }
  .end {
    flex: none;
    width: 1px;
    margin-left: -30px;
  }
  .without strong {
    color: var(--color-neutral);
  }
  button.answer {
    text-align: left;
    cursor: pointer;
  }
  .answer {
    flex: none;
    border-radius: 5px;
    cursor: default;
  }
  .answer:hover strong {
    color: var(--focus);
  }
  .answer strong {
    display: block;
    font-size: 16.5px;
    font-weight: 680;
    line-height: 1.3;
    white-space: pre;
  }
  .answer.open strong {
    color: var(--color-neutral);
  }
  small {
    font-size: 12px;
    color: var(--color-neutral);
    line-height: 1.3;
  }
  .none {
    color: var(--color-neutral);
    font-size: 13.5px;
  }
  .part + .part {
    margin-left: 12px;
  }
  .proof {
    flex: none;
    text-align: right;
    max-width: 320px;
  }
  .proof strong {
    display: block;
    color: var(--color-success);
    font-weight: 640;
    font-size: 13.5px;
    line-height: 1.3;
  }

  @media (max-width: 1100px) {
    .head {
      width: 118px;
    }
    .proof small {
      display: none;
    }
  }
  @media print {
    .asked {
      display: block;
      background: none;
      padding: 8px 0;
      height: auto;
      break-inside: avoid;
    }
    .tools {
      display: none;
    }
    .answers {
      flex-wrap: wrap;
      overflow: visible;
      mask-image: none !important;
    }
    .part + .part {
      margin-left: 12px;
    }
    .proof {
      text-align: left;
      max-width: none;
      margin-top: 8px;
    }
    .proof small {
      display: block;
    }
  }
</style>
