<!-- What the diagrams read at a place: beside each band, or in a chip beside the member. -->
<script lang="ts">
  import type { Diagrams } from '../api/types';
  import { INNER, type Plot, readAt, shown, type Spot } from './diagrams';
  import { figures } from '../ui/figures';

  interface Props {
    inside: Diagrams;
    plot: Plot;
    spot: Spot;
    /** The unit of length. */
    unit: string;
    width: number;
  }
  const { inside, plot, spot, unit, width }: Props = $props();

  const said = (value: number) => figures(value, 4);
  const place = $derived(`${said(spot.station)} ${unit} from ${spot.stretch.ends[0]}`);
  const values = $derived(
    shown(inside).map((of) => {
      const [before, after] = readAt(spot.stretch, of, spot.station).map(said);
      return {
        of,
        texts: before === after ? [before] : [before, after],
        unit: inside.units[INNER.indexOf(of)],
      };
    }),
  );
  const foot = $derived(plot.bands[plot.bands.length - 1]?.bottom ?? 0);
  /** Down by so much, where a value stands at the end of a band. */
  const lower = (zero: number, rows: number) => {
    const half = 11 * rows;
    const hit = plot.labels.find(
      ({ box }) => box.x + box.w > side && box.y < zero + half && box.y + box.h > zero - half,
    );
    return hit ? hit.box.y + hit.box.h + half - zero + 2 : 0;
  };
  const side = $derived(Math.min(width - 78, Math.max(...plot.bands.map((b) => b.right)) + 10));
</script>

{#if plot.mode === 'under'}
  {#each values as value (value.of)}
    {@const band = plot.bands.find((b) => b.of === value.of)}
    {#if band}
      <p
        class="read"
        data-read={value.of}
        style:left="{side}px"
        style:top="{band.zero + lower(band.zero, value.texts.length)}px"
      >
        {#each value.texts as text, i (i)}<span>{text}</span>{/each}
      </p>
    {/if}
  {/each}
  <p class="place" data-read="place" style:left="{spot.at[0]}px" style:top="{foot + 3}px">{place}</p>
{:else}
  <div
    class="chip"
    style:left="{Math.min(width - 150, spot.at[0] + 16)}px"
    style:top="{Math.max(8, spot.at[1] - 24 - 19 * values.length)}px"
  >
    <p data-read="place">{place}</p>
    {#each values as value (value.of)}
      <p data-read={value.of}><b>{value.of}</b> {value.texts.join(' | ')} {value.unit}</p>
    {/each}
  </div>
{/if}

<style>
  p {
    pointer-events: none;
    white-space: nowrap;
  }
  .read,
  .place,
  .chip {
    position: absolute;
    z-index: 2;
    pointer-events: none;
    font-size: 13px;
  }
  .read {
    transform: translateY(-50%);
    display: flex;
    flex-direction: column;
    font-weight: 620;
    color: var(--focus);
    background: var(--color-base-100);
    border-radius: 4px;
    padding: 0 3px;
  }
  .place {
    transform: translateX(-50%);
    color: var(--focus);
    background: var(--color-base-100);
    border-radius: 4px;
    padding: 0 5px;
  }
  .chip {
    background: var(--color-base-100);
    border: 1px solid var(--focus);
    border-radius: 6px;
    padding: 4px 9px;
    line-height: 1.45;
    font-weight: 560;
  }
  .chip [data-read='place'] {
    color: var(--color-neutral);
    font-weight: 440;
  }
</style>
