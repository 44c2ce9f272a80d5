import { describe, expect, it } from 'vitest';
import { whyNoTotal } from './whyNoTotal';

const category = (id: string, weight: number) => ({
  id,
  title: id,
  weight,
  zeroForMissing: true,
  dropped: 0,
});
const item = (categoryId: string | null) =>
  ({ id: `in-${categoryId}`, title: 'x', maximum: 1000, categoryId, forumId: null, counts: true }) as never;

describe('a total that cannot come about', () => {
  it('is told, with what is in the way', () => {
    const of = (mode: 'weighted' | 'byPoints', categories: ReturnType<typeof category>[], items: never[]) =>
      whyNoTotal({ mode, categories, items });
    expect(of('byPoints', [], [item(null)])).toBeNull();
    expect(of('weighted', [], [])).toBeNull();
    expect(of('weighted', [], [item(null)])).toBe('noCategories');
    expect(of('weighted', [category('a', 0)], [item('a')])).toBe('noWeights');
    expect(of('weighted', [category('a', 5000), category('b', 0)], [item('b')])).toBe('nothingInCategories');
    expect(of('weighted', [category('a', 5000)], [item('a'), item(null)])).toBeNull();
  });
});
