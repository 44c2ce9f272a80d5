import { describe, expect, it } from 'vitest';
import type { SavedRemark } from '../../../../contract/remarks';
import { choicesOf, remarksInOrder } from './remarkOrder';
import type { Typed } from './typed';

const remark = (text: string, uses: SavedRemark['uses'] = {}): SavedRemark => ({
  id: text,
  text,
  shared: false,
  mine: true,
  uses,
});
const all = [
  remark('Name your source.', { 'case found guessed': 1 }),
  remark('Été: well seen.', { 'case position clear': 9 }),
  remark('Shorter, please.'),
];
const texts = (typed: string, choices: string[] = []) =>
  remarksInOrder(all, typed, choices).map(({ text }) => text);

describe('saved remarks', () => {
  it('come by what is chosen on the sheet first, then by how much they are used', () => {
    expect(texts('')).toEqual(['Été: well seen.', 'Name your source.', 'Shorter, please.']);
    expect(texts('', ['case found guessed'])[0]).toBe('Name your source.');
  });
  it('are found by every word typed, whatever marks the letters carry', () => {
    expect(texts('ete seen')).toEqual(['Été: well seen.']);
    expect(texts('seen shorter')).toEqual([]);
  });
  it('are noted with the part, the criterion and the level', () => {
    const view = {
      forum: {
        parts: [
          {
            id: 'case',
            kind: 'rubric',
            criteria: ['position', 'found'].map((id) => ({ id, title: id, levels: [] })),
          },
          { id: 'scale', kind: 'levels', levels: [] },
          { id: 'x', kind: 'direct' },
        ],
      },
    } as unknown as Parameters<typeof choicesOf>[0];
    const typed = {
      parts: {
        case: {
          criteria: {
            position: { levelId: 'clear', points: '', comment: '' },
            found: { levelId: null, points: '', comment: 'c' },
          },
        },
        scale: { levelId: 'high' },
      },
    } as unknown as Typed;
    expect(choicesOf(view, typed)).toEqual(['case position clear', 'scale high']);
  });
});
