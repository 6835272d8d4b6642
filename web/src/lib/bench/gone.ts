/** What was removed, in words: the things themselves, and what went with them because it made no sense without them. */
import { kindOf, said } from '../api/ids';
import type { Sheet } from '../api/types';
import { listed } from '../ui/listed';

/** What was done, in words; `seen`: to be shown for a moment, too. */
export interface Said {
  readonly text: string;
  readonly seen: boolean;
}

/** What there is of each kind: its list, and what one of it is called. */
const KINDS: readonly (readonly [keyof Sheet, string, string])[] = [
  ['bodies', 'body', 'bodies'],
  ['bars', 'bar', 'bars'],
  ['joints', 'joint', 'joints'],
  ['supports', 'support', 'supports'],
  ['loads', 'load', 'loads'],
  ['pulleys', 'pulley', 'pulleys'],
  ['ropes', 'rope', 'ropes'],
  ['moving', 'train', 'trains'],
  ['combinations', 'combination', 'combinations'],
  ['limits', 'limit', 'limits'],
  ['pins', 'pin with plates', 'pins with plates'],
  ['temperature', 'change of temperature', 'changes of temperature'],
  ['find', 'question', 'questions'],
];

/** The lists that the ids of marks begin with, where they are called otherwise. */
const OF_MARK: Readonly<Record<string, keyof Sheet>> = {
  body: 'bodies',
  wheel: 'pulleys',
  train: 'moving',
};

const count = (sheet: Sheet, list: keyof Sheet): number => {
  const things = sheet[list] as unknown;
  return Array.isArray(things) ? listed(things).length : Object.keys(things ?? {}).length;
};

/** `Removed: body AB, and with it 1 joint, 2 loads.` `seen`: more went than was chosen, which is worth being seen. */
export function goneWords(ids: readonly string[], before: Sheet, after: Sheet): Said {
  const one = said(ids[0] ?? '');
  const what = ids.length === 1 ? `Removed: ${one}` : `${ids.length} things removed`;
  const chosen = (list: keyof Sheet) =>
    ids.filter((id) => {
      const kind = kindOf(id) ?? '';
      return (OF_MARK[kind] ?? `${kind}s`) === list;
    }).length;
  const fell = (list: keyof Sheet) => count(before, list) - count(after, list);
  // A weld stands there instead, or there is one body where two were.
  const joint = ids.length === 1 && chosen('joints') > 0 && (fell('joints') === 0 || fell('bodies') > 0);
  const too = KINDS.map(([list, single, several]) => {
    const gone = fell(list) - chosen(list);
    return gone > 0 && !(joint && list === 'bodies') ? `${gone} ${gone === 1 ? single : several}` : '';
  }).filter(Boolean);
  const whole = joint ? '; what it held is one piece there' : '';
  const them = ids.length === 1 ? 'it' : 'them';
  const more = `${too.length > 0 ? `, and with ${them} ${too.join(', ')}` : ''}${whole}`;
  return { text: `${what}${more}.`, seen: more !== '' };
}
