/** The order of the work on a truss: which joint in which turn, which could be next, and what is on the free body at hand. */
import type { Free, NextLine, Page, Scene } from '../api/types';
import type { Turn } from './painted';

/** The free body of a step; `null` for the whole. */
export function freeAt(scene: Scene, step: number): Free | null {
  const free = scene.free?.find((f) => f.first <= step && step <= f.last);
  return free && free.keep.length > 0 ? free : null;
}

/** What is said of a joint when so many steps are done. */
export function nextAt(page: Page, of: string, done: number): NextLine | null {
  return page.next.findLast((line) => line.of === of && line.after <= done) ?? null;
}

/** Every joint in the order of the work, as it stands while a step is read. */
export function orderAt(
  scene: Scene,
  page: Page,
  step: number,
): Map<string, { number: number | null; turn: Turn }> {
  const turns = (scene.free ?? []).filter((f) => f.at);
  const joints = new Set(page.next.map((line) => line.of));
  const order = new Map<string, { number: number | null; turn: Turn }>();
  for (const m of scene.marks) {
    if (m.kind !== 'point' || !joints.has(m.id)) continue;
    const mine = turns.filter((f) => f.at?.[0] === m.at[0] && f.at[1] === m.at[1]);
    const first = mine[0];
    const line = nextAt(page, m.id, step);
    const now = mine.some((f) => f.first <= step && step <= f.last);
    const turn: Turn = now ? 'now' : line?.done ? 'done' : line?.can ? 'ready' : 'waits';
    order.set(m.id, { number: first ? turns.indexOf(first) + 1 : null, turn });
  }
  return order;
}
