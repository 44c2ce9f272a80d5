import { describe, expect, it } from 'vitest';
import { placeBeside } from './useAboveAll';

const view = { width: 800, height: 600 };
const size = { width: 200, height: 150 };

describe('what floats at something', () => {
  it('stands below it', () => {
    expect(placeBeside({ left: 100, top: 50, bottom: 80 }, size, view)).toEqual({ left: 100, top: 84 });
  });
  it('stands above it where there is no room below', () => {
    expect(placeBeside({ left: 100, top: 500, bottom: 530 }, size, view)).toEqual({ left: 100, top: 346 });
  });
  it('stays within the window', () => {
    expect(placeBeside({ left: 780, top: 50, bottom: 80 }, size, view).left).toBe(592);
    expect(placeBeside({ left: -40, top: 50, bottom: 80 }, size, view).left).toBe(8);
    const low = { width: 200, height: 560 };
    expect(placeBeside({ left: 0, top: 300, bottom: 330 }, low, view).top).toBe(32);
    expect(placeBeside({ left: 0, top: 300, bottom: 330 }, { width: 9, height: 900 }, view).top).toBe(8);
  });
});
