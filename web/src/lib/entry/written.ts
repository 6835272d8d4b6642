/** What stands in the slots of a thing that is already there: as it was written, in the words it can be typed in. */
import { partOf, thingOf } from '../api/ids';
import type { Direction, Load, MarkOf, Quantity, Scene, Section, Sheet, Support, XY } from '../api/types';
import { wayOf } from '../board/way';
import { listed } from '../ui/listed';
import shapes from './shapes.json';

function text(quantity: Quantity): string {
  return String(quantity);
}

export function directionText(direction: Direction | null | undefined, usual: string): string {
  if (direction === null || direction === undefined) return usual;
  if (typeof direction === 'number' || typeof direction === 'string') return String(direction);
  if (Array.isArray(direction)) return (direction as number[]).join('; ');
  if ('azimuth' in direction) {
    const risen = direction.elevation;
    return `az ${text(direction.azimuth)}${risen === null || risen === undefined ? '' : ` el ${text(risen)}`}`;
  }
  if ('round' in direction) return `round ${direction.round} ${directionText(direction.axis, '')}`;
  if ('between' in direction) return direction.between.join(' to ');
  if ('toward' in direction) return `to ${direction.toward}`;
  if ('away_from' in direction) return `away from ${direction.away_from}`;
  if ('angle' in direction)
    return `${text(direction.angle)} from ${direction.from} ${direction.turn ?? 'ccw'}`;
  return usual;
}

const bodies = (scene: Scene) => scene.marks.filter((m): m is MarkOf<'body'> => m.kind === 'body');
const distance = (a: XY, b: XY) => Math.hypot(b[0] - a[0], b[1] - a[1]);

/** How far along a path a place lies, in sheet units; `null` beside it. */
export function along(path: readonly XY[], at: XY): number | null {
  let sum = 0;
  for (const [i, a] of path.entries()) {
    const b = path[i + 1];
    if (!b) break;
    const size = distance(a, b);
    const slack = 1e-6 * size;
    if (Math.abs(distance(a, at) + distance(at, b) - size) <= slack) return sum + distance(a, at);
    sum += size;
  }
  return null;
}

/** How far a point lies from the start of the first member, along the line that goes on from it, as short as it can be said; elsewhere its name. */
export function station(scene: Scene, point: string): string {
  const { path } = wayOf(scene);
  const mark = scene.marks.find((m): m is MarkOf<'point'> => m.kind === 'point' && m.name === point);
  const far = mark ? along(path, mark.at) : null;
  return far === null ? point : short(far);
}

export function short(value: number): string {
  return String(Number(value.toPrecision(6)));
}

/** One quantity, or several with semicolons between them. */
function quantitiesText(written: Support['settlement']): string {
  if (written === null || written === undefined) return '';
  return (Array.isArray(written) ? written : [written]).map(String).join('; ');
}

export function supportSlots(support: Support, name: string, scene: Scene): Record<string, string> {
  return {
    kind: support.kind,
    place: station(scene, support.at),
    normal: directionText(support.normal, 'up'),
    toward: directionText(support.toward, ''),
    holds: support.one_way ? 'pushes only' : 'both ways',
    friction: support.friction === null || support.friction === undefined ? '' : String(support.friction),
    rename: name,
    settles: quantitiesText(support.settlement),
    spring: quantitiesText(support.spring),
  };
}

/** What stands in the slots of a bar; `null` when there is none of that name. */
export function barSlots(sheet: Sheet, scene: Scene, name: string): Record<string, string> | null {
  const row = scene.marks.filter((m) => m.kind === 'bar').findIndex((m) => m.name === name);
  const bar = sheet.bars?.[row];
  if (!bar) return null;
  const limits = listed(sheet.limits);
  const limit = limits.find((l) => l.of?.includes(name)) ?? limits.find((l) => !l.of?.length);
  return {
    kind: Array.isArray(bar) ? 'bar' : ((bar as { kind?: string }).kind ?? 'bar'),
    tension: text(limit?.tension ?? ''),
    compression: text(limit?.compression ?? ''),
    rename: name,
  };
}

/** What stands in the slots of a joint; `null` when there is none of that name. */
export function jointSlots(sheet: Sheet, scene: Scene, name: string): Record<string, string> | null {
  const row = scene.marks.filter((m) => m.kind === 'joint').findIndex((m) => m.name === name);
  const joint = sheet.joints?.[row];
  if (!joint) return null;
  return {
    place: joint.at,
    kind: joint.kind,
    direction: directionText(joint.along ?? joint.normal, ''),
    with: '',
    friction: joint.friction === null || joint.friction === undefined ? '' : String(joint.friction),
    rename: name,
  };
}

export function pulleySlots(sheet: Sheet, name: string): Record<string, string> | null {
  const pulley = sheet.pulleys?.[name];
  if (!pulley) return null;
  return { place: pulley.at, radius: text(pulley.radius), on: pulley.on ?? 'ground', rename: name };
}

/** The way of a rope in the words in which it can be typed. */
export function ropeSlots(sheet: Sheet, name: string): Record<string, string> | null {
  const rope = sheet.ropes?.[name];
  if (!rope) return null;
  const stops = rope.path.map((stop) => {
    if ('over' in stop) return `${stop.over} ${stop.turn}`;
    if ('mass' in stop) {
      const unit = typeof stop.mass === 'number' ? ` ${sheet.units?.mass ?? 'kg'}` : '';
      return `${text(stop.mass)}${unit}`;
    }
    if ('pull' in stop) return `${text(stop.pull)} @ ${directionText(stop.direction, 'down')}`;
    return 'body' in stop ? `${stop.at} ${stop.body}` : `${stop.at} ground`;
  });
  return { path: stops.join(', '), rename: name };
}

const HEADS = { both: 'both ways', forward: 'to its end', back: 'to its start' } as const;

/** What stands in the slots of a train of forces; one without a name is called by its place in the list. */
export function trainSlots(sheet: Sheet, name: string): Record<string, string> | null {
  const train = listed(sheet.moving).find((t, i) => (t.name ?? `T${i + 1}`) === name);
  if (!train) return null;
  const forces = train.axles.map((axle) => {
    const gap = axle.gap === null || axle.gap === undefined ? '' : ` @ ${text(axle.gap)}`;
    return text(axle.size) + gap;
  });
  return {
    forces: forces.join(', '),
    from: train.from,
    to: train.to,
    heads: HEADS[train.heads ?? 'both'],
    direction: directionText(train.direction, 'down'),
    rename: name,
  };
}

/** What stands in the slots of a plated pin: `ground 5, crank 8 edge 20, ground 5`. */
export function plateSlots(sheet: Sheet, at: string): Record<string, string> | null {
  const pin = listed(sheet.pins).find((p) => p.at === at);
  if (!pin) return null;
  const plates = pin.plates.map((plate) => {
    const edge = plate.edge === null || plate.edge === undefined ? '' : ` edge ${text(plate.edge)}`;
    return `${plate.of} ${text(plate.thickness)}${edge}${plate.material ? ` in ${plate.material}` : ''}`;
  });
  const limit = listed(sheet.limits).find((l) => l.of?.includes(at) && typeof l.factor === 'number');
  return {
    plates: plates.join(', '),
    diameter: pin.diameter === null || pin.diameter === undefined ? '' : text(pin.diameter),
    material: pin.material ?? '',
    factor: limit ? String(limit.factor) : '',
  };
}

/** The dimensions of a shape in the order in which they are typed; nothing of one that is not typed in a row. */
const dimensionsOf = (section: Section): readonly string[] | undefined =>
  shapes.find((row) => row.shape === section.shape)?.dimensions;

/** What stands in the slots of a section: its dimensions in a row, and the members that have it. */
export function sectionSlots(sheet: Sheet, name: string): Record<string, string> | null {
  const section = sheet.sections?.[name];
  if (!section) return null;
  const keys = dimensionsOf(section);
  const dimensions = keys?.map((key) => String(section[key as keyof Section] ?? '')).join(' x ') ?? name;
  const bodies = Object.entries(sheet.bodies ?? {}).filter(([, body]) => body.section === name);
  const bars = listed(sheet.bars).flatMap((bar) =>
    'ends' in bar && bar.section === name ? [{ name: bar.name ?? bar.ends.join('-'), bar }] : [],
  );
  const material = bodies[0]?.[1].material ?? bars[0]?.bar.material ?? '';
  const of = [...bodies.map(([body]) => body), ...bars.map((bar) => bar.name)].join(', ');
  return { shape: keys ? section.shape : 'rectangle', dimensions, of, material };
}

/** What stands in the slots of a limit: of what it is named for, else of all. */
export function limitSlots(sheet: Sheet, sort: string, of: string): Record<string, string> | null {
  const key = sort as 'stress' | 'shear' | 'reaction' | 'pin' | 'factor';
  const said = listed(sheet.limits).filter((l) => l[key] !== null && l[key] !== undefined);
  const limit = said.find((l) => l.of?.includes(of)) ?? said.find((l) => (l.of ?? []).length === 0);
  if (!limit) return null;
  return { sort, most: text(limit[key] ?? ''), of: (limit.of ?? []).length === 0 ? 'all' : of };
}

/** What stands in the slots of a combination: `1.35 permanent - 0.5 wind`. */
export function combinationSlots(sheet: Sheet, name: string): Record<string, string> | null {
  const combination = listed(sheet.combinations).find((c) => c.name === name);
  if (!combination) return null;
  const sum = Object.entries(combination.factors).map(([of, factor], i) => {
    const size = `${Math.abs(factor)} ${of}`;
    if (i === 0) return factor < 0 ? `-${size}` : size;
    return factor < 0 ? `- ${size}` : `+ ${size}`;
  });
  return { sum: sum.join(' '), rename: name };
}

export function loadSlots(load: Load, name: string, scene: Scene): Record<string, string> {
  const rename = { case: load.case ?? '', rename: name };
  switch (load.kind) {
    case 'force':
      return {
        size: load.components ? load.components.map(text).join('; ') : text(load.size ?? ''),
        place: station(scene, load.at),
        direction: load.components ? '' : directionText(load.direction, 'down'),
        ...rename,
      };
    case 'couple':
      return {
        size: text(load.size ?? ''),
        place: load.at ? station(scene, load.at) : '',
        turn: load.turn ?? 'ccw',
        ...rename,
      };
    case 'distributed':
      return {
        start: text(load.start),
        end: load.end === null || load.end === undefined ? '' : text(load.end),
        from: station(scene, load.from),
        to: station(scene, load.to),
        direction: directionText(load.direction, 'down'),
        per: load.per ?? 'length',
        ...rename,
      };
    case 'weight':
      return { size: text(load.mass ?? load.size ?? ''), place: station(scene, load.at), ...rename };
    case 'own':
      return {
        size: text(load.mass ?? load.size ?? ''),
        place: (load.bars ?? []).join(' ') || 'all',
        ...rename,
      };
  }
}

/** Names as the model makes them: a missing one is found through the order of the marks. */
export function loadNamed(sheet: Sheet, scene: Scene, id: string): Load | undefined {
  // A weight is painted as a force.
  const kinds = ['force', 'couple', 'distributed'];
  // An own weight has an arrow at each of its joints.
  const loads = scene.marks.filter((m) => kinds.includes(m.kind)).map((m) => thingOf(m.id));
  return sheet.loads?.[[...new Set(loads)].indexOf(id)];
}

export function supportNamed(sheet: Sheet, scene: Scene, id: string): Support | undefined {
  const index = scene.marks.filter((m) => m.kind === 'support').findIndex((m) => m.id === id);
  return sheet.supports?.[index];
}

/** A straight piece of a member between two corners or ends. */
export interface Piece {
  readonly first: string;
  readonly second: string;
  readonly slots: Readonly<Record<string, string>>;
}

/** The straight piece of a run (`body:mast`, `body:mast#1`) that passes nearest to a place. */
export function pieceAt(sheet: Sheet, scene: Scene, id: string, near: XY): Piece | null {
  const mark = bodies(scene).find((m) => m.id === id);
  const names = mark && sheet.bodies?.[mark.name]?.runs?.[Number(partOf(id) ?? 0)];
  if (!mark || !names) return null;
  const path = mark.path;
  const off = (i: number) => {
    const [a, b] = [path[i] as XY, path[i + 1] as XY];
    return distance(a, near) + distance(near, b) - distance(a, b);
  };
  let best = 0;
  for (let i = 1; i + 1 < path.length; i += 1) if (off(i) < off(best)) best = i;
  const straight = (i: number) => {
    const [a, b, c] = [path[i - 1] as XY, path[i] as XY, path[i + 1] as XY];
    const cross = (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]);
    return Math.abs(cross) <= 1e-9 * distance(a, b) * distance(b, c);
  };
  let [first, last] = [best, best + 1];
  while (first > 0 && straight(first)) first -= 1;
  while (last + 1 < path.length && straight(last)) last += 1;
  const [a, b] = [path[first] as XY, path[last] as XY];
  const angle = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
  return {
    first: names[first] ?? '',
    second: names[last] ?? '',
    slots: { length: short(distance(a, b)), angle: short(angle), rename: mark.name },
  };
}
