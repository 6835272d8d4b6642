/** Tools for what is solved besides the loads as drawn: trains of forces and combinations of load cases. */
import { DIRECTION, NAME } from './slots';
import type { Tool } from './tools';

export const STATES: readonly Tool[] = [
  {
    id: 'train',
    did: 'Train entered',
    key: 't',
    shift: true,
    name: 'Train',
    words: 'moving load axles vehicle wheels travelling influence line',
    hint: 'Forces that travel: the leading one, then each @ how far it is behind: {forces|6, 9 @ 2.4}. From where to where: points, or distances from the start.',
    slots: [
      { key: 'forces', label: 'forces', usual: '6, 9 @ 2.4', width: 20 },
      { key: 'from', label: 'from', usual: 'start', width: 7 },
      { key: 'to', label: 'until', usual: 'end', width: 7 },
      {
        key: 'heads',
        label: 'heads',
        usual: 'both ways',
        width: 10,
        words: ['both ways', 'to its end', 'to its start'],
      },
    ],
    more: [{ ...DIRECTION, width: 8 }, NAME],
  },
  {
    id: 'combination',
    did: 'Combination entered',
    key: 'c',
    shift: true,
    name: 'Combination',
    words: 'load cases factors sum envelope',
    hint: 'A sum of load cases, each with its factor: {sum|1.35 permanent + 1.5 wind}, {sum|permanent - 0.5 wind}. The case of a load is one of its slots; loads without one are case 1. With {sum|permanent + wind, service} sag and forces of supports are judged in it.',
    slots: [
      { key: 'sum', label: 'sum', usual: '1.35 permanent + 1.5 wind', width: 30 },
      { ...NAME, usual: 'A', width: 8 },
    ],
  },
];
