import { describe, expect, it } from 'vitest';
import { peopleLike } from './mentions';

const person = (name: string) => ({ id: name, name, given: name, sortable: name });
const people = ['Freyja Ísleifsdóttir', 'Bram Oyelaran', 'Noura Al-Khatib', 'Noor van Dijk'].map(person);
const like = (typed: string) => peopleLike(people, typed).map(({ name }) => name);

describe('who is meant by what is typed after an @', () => {
  it('is whose name, or a part of it, begins so; accents and capitals do not matter', () => {
    expect(like('no')).toEqual(['Noura Al-Khatib', 'Noor van Dijk']);
    expect(like('isl')).toEqual(['Freyja Ísleifsdóttir']);
    expect(like('KHA')).toEqual(['Noura Al-Khatib']);
    expect(like('noor v')).toEqual(['Noor van Dijk']);
    expect(like('ram')).toEqual([]);
  });
  it('is at most eight', () => {
    expect(
      peopleLike(
        Array.from({ length: 40 }, (_, n) => person(`Ana ${n}`)),
        'ana',
      ),
    ).toHaveLength(8);
  });
});
