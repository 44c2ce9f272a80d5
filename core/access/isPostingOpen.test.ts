import { describe, expect, it } from 'vitest';
import { at, forum } from '../testing/fixtures';
import { isPostingOpen } from './isPostingOpen';

describe('whether a forum takes posts', () => {
  const open = forum({ schedule: { postingFrom: at('03-02 08:00'), postingUntil: at('03-04 23:59') } });

  it('holds from the one minute to the end of the other', () => {
    expect(isPostingOpen(open, at('03-02 07:59'))).toBe(false);
    expect(isPostingOpen(open, at('03-02 08:00'))).toBe(true);
    expect(isPostingOpen(open, at('03-04 23:59') + 59_999)).toBe(true);
    expect(isPostingOpen(open, at('03-05 00:00'))).toBe(false);
  });
  it('never holds for a draft, nor while it is frozen', () => {
    expect(isPostingOpen({ ...open, status: 'draft' }, at('03-03 12:00'))).toBe(false);
    expect(isPostingOpen({ ...open, frozen: true }, at('03-03 12:00'))).toBe(false);
  });
});
