import { describe, expect, it } from 'vitest';
import { asSaved, fillIn, fillInText } from './fillIn';
import { textOf } from './textOf';

describe('the places of a saved remark', () => {
  it('are filled in, and what is not known or no place stays', () => {
    const text = '{given name} {family name}: {score} in {forum}. {Given name} {other} { score }';
    expect(fillIn(text, { 'given name': 'Ines', forum: 'The weir' })).toBe(
      'Ines {family name}: {score} in The weir. {Given name} {other} { score }',
    );
  });
  it('are filled in wherever they stand in a rich text, and never read twice', () => {
    expect(
      fillInText(textOf('To {given name}\n\nand {forum}'), { 'given name': '{forum}', forum: 'F' }),
    ).toEqual(textOf('To {forum}\n\nand F'));
  });
  it('are made of a student’s name, as a whole word', () => {
    expect(asSaved('Bo, see Bob. Well done, Bo!', 'Bo')).toBe(
      '{given name}, see Bob. Well done, {given name}!',
    );
    expect(asSaved('Noël? Noëlle.', 'Noël')).toBe('{given name}? Noëlle.');
    expect(asSaved('D.J. says', 'D.J.')).toBe('{given name} says');
  });
});
