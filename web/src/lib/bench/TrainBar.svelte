<!-- Where a train of forces stands: anywhere, or in one place that is drawn along its path. -->
<script lang="ts">
  import type { PageTrain } from '../api/types';
  import type { Session } from './session.svelte';
  import { figures } from '../ui/figures';

  interface Props {
    session: Session;
    train: PageTrain;
  }
  const { session, train }: Props = $props();
  const stand = $derived(session.looking.stand);
  const on = $derived(stand?.on ?? true);
  // Its last force enters after its first, whichever way it heads.
  const from = $derived(on ? 0 : -train.long);
  const to = $derived(on ? train.path + train.long : train.path);
  const lead = $derived(stand?.lead ?? (from + to) / 2);
  const step = $derived(Number((train.path / 400).toPrecision(1)));
  const unit = $derived(session.sheet.units?.length ?? 'm');
  const free = $derived(!stand && !session.looking.line && !session.looking.cut);

  function anywhere(): void {
    session.looking.cut = null;
    session.looking.put(null, null);
  }

  function turn(): void {
    // Its middle stays where it is.
    const middle = lead - (on ? 1 : -1) * (train.long / 2);
    session.looking.put({ lead: middle + (on ? -1 : 1) * (train.long / 2), on: !on });
  }
</script>

<button aria-pressed={free} onclick={anywhere} title="The least and the greatest, wherever it stands"
  >Anywhere</button
>
<label class="stand" class:set={stand !== null}>
  stands
  <input
    type="range"
    min={from}
    max={to}
    {step}
    value={lead}
    aria-label="Where {train.name} stands"
    oninput={(event) => session.looking.put({ lead: Number(event.currentTarget.value), on })}
  />
  <output>{stand ? `${figures(lead, 4)} ${unit}` : ''}</output>
</label>
{#if train.long > 0}
  <button onclick={turn} title="Turn it round" aria-label="Turn it round">⇄</button>
{/if}

<style>
  button {
    height: 28px;
    padding: 0 9px;
    border-radius: 7px;
    cursor: pointer;
  }
  button:hover {
    background: var(--wash);
  }
  button[aria-pressed='true'] {
    color: var(--focus);
    background: var(--wash);
    font-weight: 620;
  }
  .stand {
    display: flex;
    align-items: center;
    gap: 6px;
  }
  .stand.set {
    color: var(--ink);
  }
  input {
    width: 130px;
    accent-color: var(--focus);
  }
  output {
    min-width: 52px;
    font-variant-numeric: tabular-nums;
  }
</style>
