import { expect, test } from 'vitest';
import openapi from '../../../../docs/openapi.json';
import {
  endOf,
  idOf,
  is,
  isEnd,
  kindOf,
  KINDS,
  markOf,
  nameOf,
  partOf,
  pieceOf,
  piecesOf,
  placeOf,
  said,
  standsFor,
  thingOf,
} from './ids';

test('the kinds are those of the core', () => {
  expect(openapi.components.schemas.Id.pattern).toBe(`^(${KINDS.join('|')}):.+$`);
});

test('ids are taken apart', () => {
  const id = 'joint:B#B_x@body:jib#0';
  expect([kindOf(id), nameOf(id), partOf(id), placeOf(id)]).toEqual(['joint', 'B', 'B_x', 'body:jib#0']);
  expect([thingOf(id), markOf(id), standsFor(id)]).toEqual(['joint:B', 'joint:B', 'joint:B#B_x']);
  expect(['load:q', endOf('load:q'), 'load:q#2'].map(isEnd)).toEqual([false, true, false]);
  expect([markOf(endOf('load:q')), standsFor('load:W1@point:B')]).toEqual(['load:q', 'load:W1']);
  expect(['', 'jib', 'bodies:jib', 'bodyjib'].map(kindOf)).toEqual([null, null, null, null]);
  expect([is('load:q', 'load'), is('load:q', 'support', 'load'), is('loads:q', 'load')]).toEqual([
    true,
    true,
    false,
  ]);
  expect(piecesOf('body:a+pin:B')).toEqual(['body:a', 'pin:B']);
});

test('whatever a thing is called it is not taken for another', () => {
  for (const name of ['rail#2', 'left + right', 'a@b', '50 % #', 'x/2', 'a:b', '%23', 'é']) {
    const id = idOf('body', name);
    expect([nameOf(id), partOf(id), placeOf(id), piecesOf(id)], name).toEqual([name, null, null, [id]]);
    expect([said(id), markOf(id)], name).toEqual([`body ${name}`, id]);
    // Pieces of its first run and of a further one lead back to the run that they are of.
    expect([pieceOf(id, 1), pieceOf(`${id}#2`, 1)].map(markOf), name).toEqual([id, `${id}#2`]);
    expect(nameOf(pieceOf(id, 0)), name).toBe(name);
  }
});
