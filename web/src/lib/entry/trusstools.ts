/** Tools for trusses: drawn by running through joints, or by panels; what is said of bars; sections. */
import { NAME, type Slot } from './slots';
import type { Tool } from './tools';

const KIND: Slot = {
  key: 'kind',
  label: 'carries',
  usual: 'bar',
  width: 9,
  words: ['bar', 'cable', 'strut'],
};
const LIMITS: readonly Slot[] = [
  { key: 'tension', label: 'tension up to', usual: 'any', width: 8 },
  { key: 'compression', label: 'compression up to', usual: 'any', width: 8 },
];

/** What puts bars on the board. */
export const DRAWN: readonly Tool[] = [
  {
    id: 'bars',
    key: 'j',
    name: 'Joints',
    words: 'bar truss member run through chain cable strut',
    hint: 'Run through joints: {through|A B C}, {through|A C}. New ones by place {through|A 2;1}, step {through|A +2;1} or length and slope {through|A 2@60}; {through|A/B C} begins half-way. Or point at them.',
    slots: [{ key: 'through', label: 'run through', usual: '0;0 2;0 2@60', width: 30 }, KIND],
  },
  {
    id: 'truss',
    key: 'u',
    name: 'Truss',
    words: 'panels span rise bridge roof girder lattice',
    hint: 'Its level chord spans so many panels; the other one rises from it, or hangs below it with a negative rise.',
    slots: [
      { key: 'span', label: 'span', usual: '', width: 7 },
      { key: 'panels', label: 'panels', usual: '4', width: 5 },
      { key: 'rise', label: 'rise', usual: 'a sixth', width: 7 },
      {
        key: 'outline',
        label: 'other chord',
        usual: 'level',
        width: 11,
        words: ['level', 'sloping ends', 'peak', 'lean-to'],
      },
      {
        key: 'web',
        label: 'diagonals',
        usual: 'rising outwards',
        width: 13,
        words: ['rising outwards', 'rising inwards', 'all one way', 'in turns', 'no posts', 'from half-way'],
      },
      {
        key: 'held',
        label: 'held at',
        usual: 'both ends',
        width: 9,
        words: ['both ends', 'one end', 'not yet'],
      },
      { key: 'from', label: 'from', usual: '0; 0', width: 7 },
    ],
  },
];

/** What changes bars, or works them. */
export const BARS: readonly Tool[] = [
  {
    id: 'bar',
    key: '',
    name: 'Bar',
    words: '',
    hint: 'A cable only pulls, a strut only pushes. What it can carry is a force, each way by itself.',
    slots: [KIND, ...LIMITS, NAME],
  },
  {
    id: 'limit',
    did: 'Limits set',
    key: 'y',
    name: 'Carry',
    words: 'limit strength capacity allowable resistance',
    hint: 'What bars can carry. A limit in compression has to allow for buckling.',
    slots: [{ key: 'bars', label: 'bars', usual: 'all', width: 16 }, ...LIMITS],
  },
  {
    id: 'section',
    did: 'Cut through',
    key: 'x',
    name: 'Cut',
    words: 'section cross sections method',
    hint: 'Draw a line across bars, or name them: {bars|B-C G-C G-H}. The side with fewer unknowns is worked as one body.',
    slots: [{ key: 'bars', label: 'cuts', usual: '', width: 22 }],
  },
  {
    id: 'stretch',
    key: '',
    name: 'Distance',
    words: '',
    hint: 'All joints that are as far as the second, or farther, move along.',
    slots: [{ key: 'value', label: 'distance', usual: '', width: 10 }],
  },
];
