import { describe, expect, it } from 'vitest';
import { recent as keep } from './recent';

describe('what was used last is kept', () => {
  const of = (...words: string[]) => {
    const recent = keep<{ word: string }>(10, ({ word }) => word.length);
    for (const word of words) recent.set(word[0]!, { word });
    return recent;
  };

  it('as long as there is room', () => {
    const recent = of('alder', 'birch');
    expect(recent.get('a')?.word).toBe('alder');
    expect(recent.get('b')?.word).toBe('birch');
    expect(recent.get('c')).toBeUndefined();
  });

  it('and what came first goes first', () => {
    const recent = of('alder', 'birch', 'ash');
    expect(recent.get('b')?.word).toBe('birch');
    expect(recent.get('a')?.word).toBe('ash');
    recent.set('c', { word: 'cherry' });
    expect(recent.get('b')).toBeUndefined();
    expect(recent.get('c')?.word).toBe('cherry');
  });

  it('what is set anew counts once, and as the newest', () => {
    const recent = of('alder', 'birch');
    recent.set('a', { word: 'ash' });
    recent.set('d', { word: 'dog' });
    recent.set('e', { word: 'elm' });
    expect(recent.get('b')).toBeUndefined();
    expect(recent.get('a')?.word).toBe('ash');
    expect(recent.get('e')?.word).toBe('elm');
  });

  it('the newest stays, larger than the room though it be', () => {
    const recent = of('ash', 'hornbeam tree');
    expect(recent.get('a')).toBeUndefined();
    expect(recent.get('h')?.word).toBe('hornbeam tree');
  });
});
