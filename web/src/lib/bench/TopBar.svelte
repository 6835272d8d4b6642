<!-- Where we are, how it stands, and the conventions the sheet follows; each of them changes in place. -->
<script lang="ts">
  import { History, Moon, Redo2, SlidersHorizontal, Sun, Undo2 } from '@lucide/svelte';
  import type { Conventions } from '../api/types';
  import Popover from '../ui/Popover.svelte';
  import { route } from '../ui/route.svelte';
  import { theme } from '../ui/theme.svelte';
  import HistoryPanel from './HistoryPanel.svelte';
  import ConventionsPanel from './ConventionsPanel.svelte';
  import type { SaveState } from './saver.svelte';
  import type { Session } from './session.svelte';

  interface Props {
    session: Session;
    /** Gives the keys back to the board. */
    done: () => void;
    /** Hands the sheet over as a file. */
    asFile: (way: 'toml' | 'json') => void;
    /** Which of the small sheets is open. */
    panel: 'conventions' | 'history' | null;
  }
  let { session, done, asFile, panel = $bindable() }: Props = $props();

  const UNITS = [
    { length: 'm', force: 'kN' },
    { length: 'm', force: 'N' },
    { length: 'mm', force: 'N' },
    { length: 'ft', force: 'lb' },
    { length: 'ft', force: 'kip' },
    { length: 'in', force: 'lb' },
  ];
  const units = $derived(session.sheet.units ?? {});
  const now = $derived(`${units.force ?? 'kN'} · ${units.length ?? 'm'}`);
  const choices = $derived(UNITS.map((u) => `${u.force} · ${u.length}`));

  const conventions = $derived(session.sheet.conventions ?? {});
  const verdict = $derived(session.page?.verdict.word ?? null);

  function change(changed: Conventions): void {
    session.change((sheet) => ({ ...sheet, conventions: { ...sheet.conventions, ...changed } }));
  }

  function units_(choice: string): void {
    const [force, length] = choice.split(' · ');
    if (force && length) void session.edit({ edit: 'units', length, force }, `Units are ${choice}`);
  }

  function rename(title: string): void {
    if (title !== (session.sheet.title ?? '')) session.change((sheet) => ({ ...sheet, title }));
  }

  const saved: Record<SaveState, string> = {
    kept: 'kept',
    keeping: 'keeping …',
    offline: 'not kept yet',
    refused: 'not kept',
    conflict: 'changed elsewhere',
    gone: 'removed elsewhere',
  };
</script>

<header class="bar">
  <a
    class="brand"
    href="/"
    onclick={(e) => {
      e.preventDefault();
      route.go('/');
    }}
    ><svg viewBox="0 0 32 24" aria-hidden="true"
      ><path d="M3 9H29" class="beam" /><path
        d="M7 22v-8m-3.4 3.4L7 13.6l3.4 3.8M25 22v-8m-3.4 3.4 3.4-3.8 3.4 3.8M16 0v4"
      /></svg
    >Helvek</a
  >
  <span class="slash">/</span>
  <input
    class="title"
    value={session.sheet.title ?? ''}
    placeholder="Untitled sheet"
    aria-label="Title of the sheet"
    maxlength="120"
    onblur={(e) => rename(e.currentTarget.value.trim())}
    onkeydown={(e) => {
      e.stopPropagation();
      if (e.isComposing) return;
      if (e.key === 'Escape') e.currentTarget.value = session.sheet.title ?? '';
      if (e.key !== 'Enter' && e.key !== 'Escape') return;
      e.currentTarget.blur();
      done();
    }}
  />
  {#if verdict && !session.empty}<span class="chip {verdict}" data-verdict={verdict}>{verdict}</span>{/if}
  <span class="holder">
    <button
      class="kept"
      title="What the sheet was (H)"
      onclick={() => (panel = panel === 'history' ? null : 'history')}
      ><History size={14} /><span role="status">{saved[session.saver.state]}</span></button
    >
    {#if panel === 'history'}
      <Popover label="What the sheet was" edge="left" close={() => (panel = null)}>
        <HistoryPanel {session} {asFile} close={() => (panel = null)} />
      </Popover>
    {/if}
  </span>
  <span class="grow"></span>
  <button
    class="icon"
    onclick={() => session.undo()}
    disabled={!session.canUndo}
    title="Undo (Ctrl Z)"
    aria-label="Undo"
  >
    <Undo2 size={17} />
  </button>
  <button
    class="icon"
    onclick={() => session.redo()}
    disabled={!session.canRedo}
    title="Do again (Ctrl Shift Z)"
    aria-label="Do again"
  >
    <Redo2 size={17} />
  </button>
  <select class="convention" aria-label="Units" value={now} onchange={(e) => units_(e.currentTarget.value)}>
    {#if !choices.includes(now)}<option>{now}</option>{/if}
    {#each choices as choice (choice)}<option>{choice}</option>{/each}
  </select>
  {#if session.spatial}
    <button
      class="convention"
      onclick={() => change({ working: conventions.working === 'vector' ? null : 'vector' })}
      title="Written axis by axis, or with i, j, k and r × F"
    >
      {conventions.working === 'vector' ? 'i, j, k' : 'x, y, z'}
    </button>
  {:else}
    <button
      class="convention"
      onclick={() => change({ moment: conventions.moment === 'cw' ? 'ccw' : 'cw' })}
      title="Positive turning sense of moment equations"
    >
      {conventions.moment === 'cw' ? '↻' : '↺'} positive
    </button>
  {/if}
  <span class="holder">
    <button
      class="convention conventions"
      title="Conventions: how this sheet is worked and shown"
      onclick={() => (panel = panel === 'conventions' ? null : 'conventions')}
      ><SlidersHorizontal size={14} />{conventions.first === 'forces' ? 'forces first' : 'moment first'} · {conventions.figures ??
        3} figures</button
    >
    {#if panel === 'conventions'}
      <Popover label="Conventions" close={() => (panel = null)}>
        <ConventionsPanel {session} />
      </Popover>
    {/if}
  </span>
  <button
    class="icon"
    onclick={() => theme.toggle()}
    title={theme.now === 'paper' ? 'By lamp light' : 'On paper'}
    aria-label={theme.now === 'paper' ? 'Dark theme' : 'Light theme'}
  >
    {#if theme.now === 'paper'}<Moon size={17} />{:else}<Sun size={17} />{/if}
  </button>
</header>

<style>
  .bar {
    display: flex;
    align-items: center;
    gap: 8px;
    height: 100%;
    padding: 0 12px 0 14px;
    background: var(--color-base-200);
    border-bottom: 1px solid var(--rule);
  }
  .brand {
    display: flex;
    align-items: center;
    gap: 8px;
    font-weight: 720;
    font-size: 16.5px;
    letter-spacing: 0.01em;
  }
  .brand svg {
    width: 26px;
    height: 20px;
    fill: none;
    stroke: var(--focus);
    stroke-width: 2.6;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  .brand .beam {
    stroke: var(--ink);
    stroke-width: 3.6;
  }
  .slash {
    color: var(--color-neutral);
  }
  .title {
    font-size: 15px;
    font-weight: 560;
    background: transparent;
    border-radius: 5px;
    padding: 3px 6px;
    min-width: 90px;
    max-width: 300px;
    flex: 0 1 auto;
    field-sizing: content;
    text-overflow: ellipsis;
  }
  .title:hover {
    background: var(--color-base-100);
  }
  .chip {
    font-size: 13px;
    font-weight: 600;
    border: 1.5px solid currentColor;
    border-radius: 20px;
    padding: 1px 10px;
    color: var(--color-success);
  }
  .chip.slides,
  .chip.unstable {
    color: var(--color-error);
  }
  .chip.balanced,
  .chip.indeterminate {
    color: var(--color-warning);
  }
  .holder {
    position: relative;
    flex: none;
  }
  .kept {
    display: flex;
    align-items: center;
    gap: 5px;
    min-height: 28px;
    padding: 0 7px;
    border-radius: 6px;
    font-size: 12.5px;
    color: var(--color-neutral);
    white-space: nowrap;
    cursor: pointer;
  }
  .kept:hover {
    background: var(--color-base-100);
    color: var(--focus);
  }
  .conventions {
    display: flex;
    align-items: center;
    gap: 6px;
  }
  .grow {
    flex: 1;
  }
  .icon {
    width: 30px;
    height: 30px;
    display: grid;
    place-items: center;
    border-radius: 6px;
    cursor: pointer;
  }
  .icon:hover:not(:disabled),
  .convention:hover {
    background: var(--color-base-100);
    color: var(--focus);
  }
  .icon:disabled {
    opacity: 0.3;
    cursor: default;
  }
  .convention {
    height: 28px;
    font-size: 13px;
    border: 1px solid var(--rule);
    border-radius: 6px;
    padding: 0 8px;
    cursor: pointer;
    white-space: nowrap;
    background: var(--color-base-200);
  }

  @media (max-width: 900px) {
    .slash,
    .convention:not(.conventions) {
      display: none;
    }
  }
  @media print {
    .bar {
      border: none;
      background: none;
      padding: 0;
    }
    .holder,
    .icon,
    .convention,
    .slash {
      display: none;
    }
    .title {
      font-size: 20px;
      max-width: none;
    }
  }
</style>
