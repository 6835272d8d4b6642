/** Tools for what gives way: stiffness of members, what warms up. */
import { CASE } from './slots';
import type { Tool } from './tools';

export const STIFF: readonly Tool[] = [
  {
    id: 'stiffness',
    did: 'Stiffness given',
    key: 'k',
    shift: true,
    name: 'Stiffness',
    words: 'EI EA bending axial rigidity redundant indeterminate continuous frame',
    hint: 'EI with its unit, {ei|12000 kN·m²}, or {ei|2 EI} when only ratios are known. Several with semicolons: one for each run, stretch or piece. Without EA lengths are kept. Of all, unless some are named.',
    slots: [
      { key: 'ei', label: 'EI', usual: 'rigid', width: 20 },
      { key: 'ea', label: 'EA', usual: 'lengths kept', width: 12 },
      { key: 'of', label: 'of', usual: 'all', width: 12 },
    ],
  },
  {
    id: 'warm',
    did: 'Warming given',
    key: 'w',
    shift: true,
    name: 'Warming',
    words: 'temperature thermal expansion heat kelvin degrees',
    hint: 'Kelvins, {change|30}: of the middle, and of the left side of a run more than its right (the top of a run to the right). Depth and expansion follow from section and material where there are any.',
    slots: [
      { key: 'change', label: 'by', usual: '0', width: 6 },
      { key: 'across', label: 'more on top by', usual: '0', width: 6 },
      { key: 'of', label: 'of', usual: 'all', width: 10 },
      { key: 'depth', label: 'depth', usual: 'of its section', width: 10 },
      { key: 'expansion', label: 'per kelvin', usual: 'of its material', width: 10 },
      { ...CASE, width: 7 },
    ],
  },
];
