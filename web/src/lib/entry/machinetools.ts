/** Tools for frames and machines: rigid bodies through points, what joins them, pulleys, ropes. Their keys are pressed with Shift. */
import kinds from './joints.json';
import { NAME, type Slot } from './slots';
import type { Tool } from './tools';

const PATH: Slot = { key: 'path', label: 'runs over', usual: 'A, wheel, 40 kg', width: 26 };
const JOINT_KIND: Slot = {
  key: 'kind',
  label: 'is a',
  usual: 'pin',
  width: 9,
  words: kinds.plane,
};

export const MACHINES: readonly Tool[] = [
  {
    id: 'body',
    key: 'b',
    shift: true,
    name: 'Body',
    words: 'rigid member frame lever arm machine part',
    hint: 'Run through points: {through|A B C}, {through|B D}. New ones by place {through|A 2;1}, step {through|A +2;1} or {through|A 2@60}. Where it meets another body they are pinned. Or press them.',
    slots: [
      { key: 'through', label: 'run through', usual: '0;0 2;0 2@60', width: 26 },
      { key: 'joined', label: 'joined by', usual: 'pin', width: 7, words: ['pin', 'weld'] },
      { ...NAME, usual: 'its points', width: 10 },
    ],
  },
  {
    id: 'joint',
    key: 'h',
    shift: true,
    name: 'Hinge',
    words: 'joint pin internal hinge slot collar contact weld gear mesh jaw grip',
    hint: 'On one body it parts it there: {place|2.5}, {place|C + 0.5}. A slot or a collar slides some way; a contact pushes its first body some way: along, up, 30.',
    slots: [
      { key: 'place', label: 'at', usual: '', width: 8 },
      JOINT_KIND,
      { key: 'direction', label: 'slides, or pushes', usual: '', width: 12 },
      { key: 'with', label: 'with', usual: 'who is there', width: 10 },
    ],
    more: [{ key: 'friction', label: 'friction', usual: 'smooth', width: 7 }, NAME],
  },
  {
    id: 'pulley',
    key: 'p',
    shift: true,
    name: 'Pulley',
    words: 'wheel sheave roller',
    hint: 'Its axle: a point, a distance from the start {place|1.5}, or a place {place|2;1}. On the body there, or on the ground.',
    slots: [
      { key: 'place', label: 'axle at', usual: '', width: 8 },
      { key: 'radius', label: 'radius', usual: '', width: 8 },
      { key: 'on', label: 'on', usual: 'who is there', width: 10 },
      { ...NAME, usual: 'wheel', width: 8 },
    ],
  },
  {
    id: 'rope',
    key: 'r',
    shift: true,
    name: 'Rope',
    words: 'cable line cord hoist tackle hang mass pull',
    hint: 'What it runs over, with commas. Ends: a point, {path|A, wheel, 40 kg} that hangs, a pull {path|A, wheel, 200 N @ left} or {path|A, wheel, ?T}. {path|A, wheel ccw, 40 kg}: round it that way. Or press them.',
    slots: [PATH, { ...NAME, usual: 'rope', width: 8 }],
  },
];
