/** Tools for what things are made of, and what they may be stressed to. */
import shapes from './shapes.json';
import type { Tool } from './tools';

export const SIZES: readonly Tool[] = [
  {
    id: 'profile',
    did: 'Section given',
    key: 's',
    shift: true,
    name: 'Section',
    words: `cross-section material stress strength dimensions ${shapes.map((row) => row.shape).join(' ')}`,
    hint: 'Width x height: {dimensions|60 x 100}; box, tube and angle with their wall; i, t, channel: height x width x flange x web. Or the name of a section of the sheet. Of all bodies and bars, unless some are named.',
    slots: [
      {
        key: 'shape',
        label: 'shape',
        usual: 'rectangle',
        width: 9,
        words: shapes.map((row) => row.shape),
      },
      { key: 'dimensions', label: 'dimensions', usual: '60 x 100', width: 16 },
      { key: 'of', label: 'of', usual: 'all', width: 8 },
      { key: 'material', label: 'material', usual: 'none', width: 15 },
    ],
  },
  {
    id: 'plates',
    did: 'Plates stacked',
    key: 'e',
    shift: true,
    name: 'Plates',
    words: 'pin shear bearing tear-out fork eye bolt diameter stack thickness',
    hint: 'The plates on a pin, as they are stacked, each with its thickness: {plates|ground 5, beam 8, ground 5}; {plates|ground 5, beam 8 edge 20, ground 5} from the hole to the edge; in STEEL what it is made of.',
    slots: [
      { key: 'at', label: 'on the pin at', usual: '', width: 8 },
      { key: 'plates', label: 'stacked', usual: 'ground 5, crank 8 edge 20, ground 5', width: 34 },
      { key: 'diameter', label: 'diameter', usual: 'what is needed', width: 12 },
      { key: 'material', label: 'pin of', usual: 'assumed steel', width: 13 },
      { key: 'factor', label: 'factor', usual: '1', width: 5 },
    ],
  },
  {
    id: 'most',
    did: 'Limit set',
    key: 'l',
    shift: true,
    name: 'Limit',
    words: 'allowable stress shear reaction pin factor of safety at most',
    hint: 'What may not be exceeded, with its unit: {most|160 MPa}; a sag as a part of the span: L/300; a factor is a number on what its material stands. Of all, unless some are named, with commas.',
    slots: [
      {
        key: 'sort',
        label: 'limit of',
        usual: 'stress',
        width: 9,
        words: ['stress', 'shear', 'sag', 'factor', 'reaction', 'pin'],
      },
      { key: 'most', label: 'at most, or wanted', usual: '160 MPa', width: 11 },
      { key: 'of', label: 'of', usual: 'all', width: 14 },
    ],
  },
];
