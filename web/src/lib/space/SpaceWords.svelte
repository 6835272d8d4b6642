<!-- The labels of a figure of space: they face the reader, stay clear of each other, and are the buttons by which everything is reached. -->
<script lang="ts">
  import { thingOf, withoutPlace } from '../api/ids';
  import { actOn } from '../board/handlekeys';
  import type { Session } from '../bench/session.svelte';
  import type { PlacedWord } from './words';

  /** What has no label of its own, and is reached by key all the same. */
  interface Thing {
    readonly id: string;
    readonly says: string;
    readonly x: number;
    readonly y: number;
  }

  const {
    session,
    words,
    things,
    gripped,
    press,
  }: {
    session: Session;
    words: readonly PlacedWord[];
    things: readonly Thing[];
    /** The figure is being turned: what passes under the pointer is not meant. */
    gripped: () => boolean;
    press: (id: string) => void;
  } = $props();

  const labelled = (word: PlacedWord) => (word.symbol ? `${word.symbol[0]} ${word.symbol[1]}` : word.text);
</script>

<svg class="leaders" aria-hidden="true">
  {#each words as word (word.id)}
    {#if word.leader}
      <line x1={word.leader[0]} y1={word.leader[1]} x2={word.x + word.w / 2} y2={word.y + word.h / 2} />
    {/if}
  {/each}
</svg>
<div class="words">
  {#each words as word (word.id)}
    <button
      class="word {word.sort} {word.role}"
      style:left="{word.x}px"
      style:top="{word.y}px"
      style:width="{word.w}px"
      style:height="{word.h}px"
      data-handle={word.id}
      data-label={word.id}
      aria-label={labelled(word)}
      tabindex={word.sort === 'arm' ? -1 : 0}
      onclick={(e) => {
        e.stopPropagation();
        press(word.id);
      }}
      aria-pressed={session.chosen.length > 0 ? session.chosen.includes(thingOf(word.id)) : undefined}
      onkeydown={(e) => actOn(e, thingOf(word.id), session)}
      onmousedown={(e) => session.entry && e.preventDefault()}
      onpointerenter={() => !gripped() && session.point({ ids: [withoutPlace(word.id)] })}
      onpointerleave={() => !gripped() && session.leave()}
      >{#if word.symbol}<i>{word.symbol[0]}</i><sub>{word.symbol[1]}</sub>{:else}{word.text}{/if}</button
    >
  {/each}
  {#each things as thing (thing.id)}
    <button
      class="thing"
      style:left="{thing.x - 12}px"
      style:top="{thing.y - 12}px"
      data-handle={thing.id}
      aria-label={thing.says}
      aria-pressed={session.chosen.length > 0 ? session.chosen.includes(thing.id) : undefined}
      onclick={(e) => {
        e.stopPropagation();
        press(thing.id);
      }}
      onkeydown={(e) => actOn(e, thing.id, session)}
      onfocus={() => session.point({ ids: [thing.id] })}
      onblur={() => session.leave()}
    ></button>
  {/each}
</div>

<style>
  .leaders,
  .words {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
  }
  .thing {
    position: absolute;
    width: 24px;
    height: 24px;
    border-radius: 50%;
  }
  .leaders line {
    stroke: var(--faded);
  }
  .word {
    position: absolute;
    display: block;
    pointer-events: auto;
    cursor: pointer;
    white-space: nowrap;
    text-align: center;
    font-size: 13.5px;
    line-height: 1;
    padding: 0;
    color: var(--ink);
    border-radius: 4px;
    text-shadow:
      0 0 3px var(--color-base-100),
      0 0 3px var(--color-base-100),
      0 0 5px var(--color-base-100);
  }
  .word:hover {
    background: var(--wash);
  }
  .word.point {
    font-weight: 680;
  }
  .word.length {
    color: var(--color-neutral);
    font-size: 12.5px;
  }
  .word.load {
    font-weight: 600;
  }
  .word.assumed {
    color: var(--color-neutral);
  }
  .word.solved,
  .word.tension {
    color: var(--solved);
    font-weight: 600;
  }
  .word.compression {
    color: var(--compression);
    font-weight: 600;
  }
  .word.idle {
    color: var(--color-neutral);
  }
  .word.focus {
    color: var(--focus);
    font-weight: 680;
  }
  .word.ghost,
  .word.unclear {
    color: var(--color-error);
    font-weight: 600;
  }
  sub {
    font-size: 0.74em;
    bottom: -0.2em;
  }
</style>
