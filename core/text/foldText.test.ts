import { describe, expect, it } from 'vitest';
import { foldText, holdsWords } from './foldText';

describe('a text that is looked for', () => {
  it('is compared without marks and capitals', () => {
    expect(foldText('Đặng, HÀ Éva')).toBe('dang, ha eva');
    expect(foldText('Łukasz Ødegård, Weiß, Æsa, Þór')).toBe('lukasz odegard, weiss, aesa, thor');
  });
  it('holds every word, in any order, and everything when nothing is looked for', () => {
    expect(holdsWords('Öst, Ida', 'ida OST')).toBe(true);
    expect(holdsWords('Öst, Ida', 'ida west')).toBe(false);
    expect(holdsWords('Öst, Ida', '  ')).toBe(true);
  });
});
