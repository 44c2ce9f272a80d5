import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Silence } from '../core/insight/silence';
import { letterLines, type LetterFacts } from './letter';

const silence: Silence = {
  ...{ weeks: [], students: [], since: '2026-02-23', silent: 2, of: 36, missing: 0, told: true },
};
const NOTHING: LetterFacts = {
  ...{ ready: [], held: 0, reported: 0, requests: 0, looks: 0, unanswered: 0 },
  ...{ silence: { ...silence, told: false }, silent: [], dates: [] },
};
const lines = (facts: Partial<LetterFacts>) =>
  letterLines({ ...NOTHING, ...facts }, String, (monday) => `Mon ${monday.slice(8)}`);

describe('the weekly letter', () => {
  it('says what waits, who is silent and what comes', () => {
    expect(
      lines({
        ready: [
          { forum: 'The weir hearing', students: 18 },
          { forum: 'River journal', students: 1 },
        ],
        ...{ held: 1, looks: 2, unanswered: 12, silence, silent: ['Ines', 'Bram'] },
        dates: [{ name: 'Initial post due', forum: 'Small rivers', at: 5 }],
      }),
    ).toEqual([
      '19 students to evaluate: 18 in The weir hearing and 1 in River journal.',
      '1 post to approve and 2 requests for another look.',
      '12 posts nobody has replied to.',
      '2 of 36 students have written nothing since Mon 23.',
      'You may want to write to Ines and Bram.',
      '5: Initial post due, Small rivers.',
    ]);
    expect(lines({})).toEqual(['Nothing waits for you.', 'No dates in the next seven days.']);
  });
  it('has ten lines at most, whatever there is to say, and leaves no date unmentioned', () => {
    const many = fc.nat({ max: 30 });
    fc.assert(
      fc.property(many, many, many, fc.boolean(), many, (ready, held, unanswered, told, dates) => {
        const said = lines({
          ready: Array.from({ length: ready }, (_, at) => ({ forum: `F${at}`, students: 1 })),
          ...{ held, unanswered, silence: { ...silence, told }, silent: ['Ines'] },
          dates: Array.from({ length: dates }, (_, at) => ({ name: 'Due', forum: 'F', at })),
        });
        expect(said.length).toBeLessThanOrEqual(10);
        const more = Number(/^And (\d+) more/.exec(said.at(-1)!)?.[1] ?? 0);
        expect(said.filter((line) => /^\d+: Due/.test(line)).length + more).toBe(dates);
      }),
    );
  });
});
