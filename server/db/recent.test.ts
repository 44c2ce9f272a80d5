import { describe, expect, it } from 'vitest';
import { Recent } from './recent';

describe('what was used last is kept', () => {
  const of = (...words: string[]) => {
    const recent = new Recent<string>(10, (word) => word.length);
    for (const word of words) recent.set(word[0]!, word);
    return recent;
  };

  it('as long as there is room', () => {
    const recent = of('alder', 'birch');
    expect(recent.get('a')).toBe('alder');
    expect(recent.get('b')).toBe('birch');
    expect(recent.get('c')).toBeUndefined();
  });

  it('and what came first goes first', () => {
    const recent = of('alder', 'birch', 'ash');
    expect(recent.get('b')).toBe('birch');
    expect(recent.get('a')).toBe('ash');
    recent.set('c', 'cherry');
    expect(recent.get('b')).toBeUndefined();
    expect(recent.get('c')).toBe('cherry');
  });

  it('what is set anew counts once, and as the newest', () => {
    const recent = of('alder', 'birch');
    recent.set('a', 'ash');
    recent.set('d', 'dog');
    recent.set('e', 'elm');
    expect(recent.get('b')).toBeUndefined();
    expect(recent.get('a')).toBe('ash');
    expect(recent.get('e')).toBe('elm');
  });

  it('the newest stays, larger than the room though it be', () => {
    const recent = of('ash', 'hornbeam tree');
    expect(recent.get('a')).toBeUndefined();
    expect(recent.get('h')).toBe('hornbeam tree');
  });
});
