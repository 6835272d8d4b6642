/** What can be put on the board in space. The same keys as in the plane where the thing is the same. */
import kinds from './joints.json';
import { AXIS, CASE, NAME, PER, pointChange, SIZE, type Slot, STRETCH } from './slots';
import { SUPPORTS_IN_SPACE } from './supports';
import type { Tool } from './tools';

const PLACE: Slot = { key: 'place', label: 'at', usual: '', width: 12 };
const DIRECTION: Slot = { key: 'direction', label: 'acts', usual: 'down', width: 16 };
const JOINT_KIND: Slot = {
  key: 'kind',
  label: 'is a',
  usual: 'ball',
  width: 9,
  words: kinds.space,
};

/** Three components want room. */
const WIDE: Slot = { ...SIZE, width: 10 };

const WAYS =
  '{direction|down}, {direction|-z}, {direction|to C}, {direction|A to C}, {direction|3;-4;2}, {direction|az 30 el 40}, {direction|round C +x}';

/** In the order of the strip: members, supports, loads. */
export const IN_SPACE: readonly Tool[] = [
  {
    id: 'body',
    key: 'b',
    name: 'Body',
    words: 'rigid member shaft plate lid arm frame',
    hint: 'Run through points or places: {through|0;0;1 1.2;0;1}, {through|A +0;0;2}. A comma lifts the pen. Where it meets another body they are joined by a ball.',
    slots: [
      { key: 'through', label: 'run through', usual: '0;0;0 1.2;0;0', width: 30 },
      { ...NAME, usual: 'its points', width: 10 },
    ],
  },
  {
    id: 'bars',
    key: 'j',
    name: 'Bars',
    words: 'bar truss joint member strut cable cord rope tripod chain',
    hint: 'Run through joints or places: {through|A B}, {through|0;0;0 2;0;1}, {through|A +0;0;2} from the one before. A comma lifts the pen.',
    slots: [
      { key: 'through', label: 'run through', usual: 'A B C, or 0;0;0 2;0;1', width: 30 },
      { key: 'kind', label: 'kind', usual: 'bar', width: 7, words: ['bar', 'cable', 'strut'] },
    ],
  },
  {
    id: 'joint',
    key: 'h',
    shift: true,
    name: 'Joint',
    words: 'ball hinge weld contact between bodies',
    hint: 'Of the bodies that meet there: a ball, a hinge about an axis, a weld, a contact that pushes the first some way.',
    slots: [PLACE, JOINT_KIND, { key: 'direction', label: 'axis, or pushes', usual: '', width: 12 }],
    more: [NAME],
  },
  ...SUPPORTS_IN_SPACE,
  {
    id: 'force',
    key: 'f',
    name: 'Force',
    words: 'load point push pull',
    hint: `@ goes on to the place. Acts ${WAYS}. {size|3;-4;2} as size: components. {size|?P} is sought.`,
    slots: [WIDE, PLACE, DIRECTION],
    more: [CASE, NAME],
  },
  {
    id: 'couple',
    key: 'c',
    name: 'Couple',
    words: 'load moment torque',
    hint: '@ goes on to the place. It turns right-handed about its axis: {axis|up}, {axis|+x}, {axis|to C}. {size|1;0;2} as size: components. {size|?M} is sought.',
    slots: [WIDE, PLACE, { ...AXIS, label: 'about', usual: 'up' }],
    more: [CASE, NAME],
  },
  {
    id: 'distributed',
    key: 'd',
    name: 'Spread',
    words: 'load distributed line per length snow',
    hint: 'Per length of the member, from one of its points to another. @ goes on to where it begins.',
    slots: [...STRETCH, { ...DIRECTION, width: 10 }, PER],
    more: [CASE, NAME],
  },
  {
    id: 'weight',
    key: 'm',
    name: 'Mass',
    words: 'load weight gravity',
    hint: '@ goes on to the centre of mass: a point, or {place|0.6;0.4;0.7} beside the member. {size|60 kg}, or {size|0.6 kN}.',
    slots: [{ ...WIDE, label: 'mass' }, PLACE],
    more: [CASE, NAME],
  },
];

/** Changes of what is there, where space has more to type than the plane. */
export const CHANGES_IN_SPACE: readonly Tool[] = [
  pointChange('x', 'y', 'z'),
  {
    id: 'bar',
    key: '',
    name: 'Bar',
    words: '',
    hint: 'A cable only pulls, a strut only pushes.',
    slots: [{ key: 'kind', label: 'is a', usual: 'bar', width: 8, words: ['bar', 'cable', 'strut'] }, NAME],
  },
];
