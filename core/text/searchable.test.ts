import { describe, expect, it } from 'vitest';
import { PART, searchable } from './searchable';

const parted = (text: string) =>
  searchable(text)
    .split(new RegExp(`[${PART}\\s]+`))
    .filter(Boolean);

describe('a text as it is searched', () => {
  it('has a word for each character in scripts without spaces', () => {
    expect(parted('改道')).toEqual(['改', '道']);
    expect(parted('川はながれる')).toEqual(['川', 'は', 'な', 'が', 'れ', 'る']);
    expect(parted('แม่น้ำ')).toHaveLength(4);
  });
  it('is the same as before in all others, and looks the same in these', () => {
    const text = 'Đặng’s river, Άρης и Волга, 2026';
    expect(searchable(text)).toBe(text);
    expect(searchable('河流 flood').replaceAll(PART, '')).toBe('河流 flood');
  });
});
