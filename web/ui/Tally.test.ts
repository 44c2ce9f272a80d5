import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { SlotState } from '../../core/participation/slot';
import { Tally } from './Tally';

const draw = (...states: SlotState[]) =>
  renderToStaticMarkup(
    createElement(Tally, {
      slots: states.map((state, index) => ({
        kind: index === 0 ? ('initial' as const) : ('reply' as const),
        number: Math.max(1, index),
        state,
        daysLate: state === 'metLate' ? 1 : 0,
      })),
    }),
  );
/** The marks without the hatching's own definition. */
const marks = (svg: string) => svg.replace(/<defs>.*<\/defs>/, '').match(/<(rect|path)[^>]*>/g) ?? [];

describe('the Tally', () => {
  it('is nothing where nothing is required', () => expect(draw()).toBe(''));
  it('draws a tall bar for the initial post and short ones for the replies', () => {
    const heights = marks(draw('met', 'met', 'met')).map((mark) => /height="([\d.]+)"/.exec(mark)![1]);
    expect(heights).toEqual(['20', '12', '12']);
  });
  it('tells the states apart by shape, not only by colour', () => {
    const shape = (state: SlotState) =>
      marks(draw('met', state))[1]!
        .replace(/var\(--[a-z-]+\)|currentColor/g, 'colour')
        .replace(/url\(#[^)]+\)/, 'hatched');
    const shapes = (['met', 'metLate', 'short', 'pending', 'open', 'missed'] as const).map(shape);
    expect(new Set(shapes).size).toBe(6);
    expect(shape('metLate')).toContain('hatched');
    expect(shape('pending')).toContain('stroke-dasharray');
    expect(shape('short')).toContain('height="6"');
    expect(shape('missed')).toContain('<path');
  });
  it('has a text equivalent', () => {
    expect(draw('metLate', 'open')).toContain('aria-label="Initial post: done, 1 day late. Reply: open"');
    expect(draw('met')).toContain('role="img"');
  });
});
