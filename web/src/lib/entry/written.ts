/** What stands in the slots of a thing that is already there: as it was written, in the words it can be typed in. */
import type { Direction, Load, MarkOf, Quantity, Scene, Sheet, Support, XY } from '../api/types';

function text(quantity: Quantity): string {
  return String(quantity);
}

export function directionText(direction: Direction | null | undefined, usual: string): string {
  if (direction === null || direction === undefined) return usual;
  if (typeof direction === 'number' || typeof direction === 'string') return String(direction);
  if (Array.isArray(direction)) return (direction as number[]).join('; ');
  if ('toward' in direction) return `to ${direction.toward}`;
  if ('away_from' in direction) return `away from ${direction.away_from}`;
  if ('angle' in direction)
    return `${text(direction.angle)} from ${direction.from} ${direction.turn ?? 'ccw'}`;
  return usual;
}

/** How far a point lies from the beam's start, in the sheet's units, as short as it can be said. */
export function station(scene: Scene, point: string): string {
  const body = scene.marks.find((m): m is MarkOf<'body'> => m.kind === 'body');
  const mark = scene.marks.find((m): m is MarkOf<'point'> => m.kind === 'point' && m.name === point);
  const start = body?.path[0];
  if (!start || !mark) return point;
  return short(Math.hypot(mark.at[0] - start[0], mark.at[1] - start[1]));
}

export function short(value: number): string {
  return String(Number(value.toPrecision(6)));
}

export function supportSlots(support: Support, scene: Scene): Record<string, string> {
  return { place: station(scene, support.at), normal: directionText(support.normal, 'up') };
}

export function loadSlots(load: Load, scene: Scene): Record<string, string> {
  switch (load.kind) {
    case 'force':
      return {
        size: load.components ? load.components.map(text).join('; ') : text(load.size ?? ''),
        place: station(scene, load.at),
        direction: load.components ? '' : directionText(load.direction, 'down'),
      };
    case 'couple':
      return {
        size: text(load.size),
        place: load.at ? station(scene, load.at) : '',
        turn: load.turn ?? 'ccw',
      };
    case 'distributed':
      return {
        start: text(load.start),
        end: load.end === null || load.end === undefined ? '' : text(load.end),
        from: station(scene, load.from),
        to: station(scene, load.to),
        direction: directionText(load.direction, 'down'),
        per: load.per ?? 'length',
      };
    case 'weight':
      return {};
  }
}

/** Names as the model makes them: a missing one is found through the order of the marks. */
export function loadNamed(sheet: Sheet, scene: Scene, id: string): Load | undefined {
  const kinds = ['force', 'couple', 'distributed'];
  const index = scene.marks.filter((m) => kinds.includes(m.kind)).findIndex((m) => m.id === id);
  return sheet.loads?.[index];
}

export function supportNamed(sheet: Sheet, scene: Scene, id: string): Support | undefined {
  const index = scene.marks.filter((m) => m.kind === 'support').findIndex((m) => m.id === id);
  return sheet.supports?.[index];
}

/** The beam's length and slope, as slots. */
export function beamSlots(scene: Scene): Record<string, string> {
  const body = scene.marks.find((m): m is MarkOf<'body'> => m.kind === 'body');
  const [a, b]: (XY | undefined)[] = [body?.path[0], body?.path.at(-1)];
  if (!a || !b) return { length: '', angle: '' };
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  return { length: short(Math.hypot(dx, dy)), angle: short((Math.atan2(dy, dx) * 180) / Math.PI) };
}
