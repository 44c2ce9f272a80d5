import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Criterion, Part } from '../course/evaluation';
import type { Outcome } from '../course/outcome';
import type { CriterionDecision } from '../scoring/kinds/rubric';
import { attainments, decidedCriteria, shareReached } from './attainment';
import { mergeOutcomes, readOutcomes } from './readOutcomes';
import { renamedBy, withRenamed } from './renamed';

const criterion = (id: string, outcomes: string[], most = 200): Criterion => ({
  ...{ id, title: id, description: '', outcomes, basis: 'initial' },
  levels: [
    { id: `${id}-none`, title: 'None', description: '', points: 0 },
    { id: `${id}-full`, title: 'Full', description: '', points: most },
  ],
});
const rubric = (criteria: Criterion[], anyNumber = true): Part => ({
  ...{ kind: 'rubric', id: 'case', title: 'Case', basis: 'initial', anyNumber, criteria },
  maximum: criteria.reduce((sum, { levels }) => sum + levels[1]!.points, 0),
});
const decided = (criteria: Readonly<Record<string, CriterionDecision>>) => ({
  parts: { case: { criteria } },
});

describe('attainment', () => {
  it('is the points decided for the criteria that name an outcome, over those possible there', () => {
    const evaluation = {
      parts: [
        rubric([criterion('claim', ['R1']), criterion('source', ['R1', 'R2'], 300), criterion('form', [])]),
      ],
    };
    const found = decidedCriteria(
      evaluation,
      decided({
        claim: { levelId: 'claim-full' },
        source: { levelId: null, points: 150 },
        form: { levelId: 'form-full' },
      }),
    );
    const reached = attainments(found);
    expect(reached.get('R1')).toEqual({ points: 350, of: 500, criteria: 2 });
    expect(reached.get('R2')).toEqual({ points: 150, of: 300, criteria: 1 });
    expect([...reached.keys()]).toEqual(['R1', 'R2']);
    expect(shareReached(reached.get('R1')!)).toBe(7000);
  });
  it('leaves out criteria about which nothing is decided, and those at which nothing can be reached', () => {
    const evaluation = { parts: [rubric([criterion('claim', ['R1']), criterion('empty', ['R1'], 0)])] };
    expect(decidedCriteria(evaluation, decided({ empty: { levelId: 'empty-none' } }))).toEqual([]);
    expect(decidedCriteria(evaluation, decided({ claim: { levelId: 'gone' } }))).toEqual([]);
    expect(decidedCriteria(evaluation, { parts: {} })).toEqual([]);
  });
  it('counts a criterion once for each outcome it names, never exceeds what is possible, and adds up over forums', () => {
    const codes = ['R1', 'R2', 'R3'];
    const one = fc.record({
      outcomes: fc.subarray(codes),
      given: fc.integer({ min: 0, max: 200 }),
    });
    fc.assert(
      fc.property(fc.array(fc.array(one, { maxLength: 4 }), { maxLength: 4 }), (forums) => {
        const each = forums.map((list) =>
          decidedCriteria(
            { parts: [rubric(list.map(({ outcomes }, at) => criterion(`c${at}`, outcomes)))] },
            decided(
              Object.fromEntries(list.map(({ given }, at) => [`c${at}`, { levelId: null, points: given }])),
            ),
          ),
        );
        const whole = attainments(each.flat());
        for (const code of codes) {
          const naming = forums.flat().filter(({ outcomes }) => outcomes.includes(code));
          const reached = whole.get(code);
          if (naming.length === 0) expect(reached).toBeUndefined();
          else
            expect(reached).toEqual({
              points: naming.reduce((sum, { given }) => sum + given, 0),
              of: naming.length * 200,
              criteria: naming.length,
            });
        }
      }),
    );
  });
});

describe('codes of outcomes', () => {
  const list: Outcome[] = [
    { id: 'a', code: 'R1', text: 'One' },
    { id: 'b', code: 'R2', text: 'Two' },
  ];
  it('are followed by criteria wherever they stand when they change, also when two change places', () => {
    const swapped = [
      { ...list[0]!, code: 'R2' },
      { ...list[1]!, code: 'R1' },
    ];
    const rules = {
      evaluation: { parts: [rubric([criterion('claim', ['R1']), criterion('source', ['R2', 'X'])])] },
    };
    const next = withRenamed(rules, renamedBy(list, swapped));
    const [part] = next.evaluation.parts;
    expect(part?.kind === 'rubric' && part.criteria.map(({ outcomes }) => outcomes)).toEqual([
      ['R2'],
      ['R1', 'X'],
    ]);
  });
  it('go from criteria where the outcome goes; what names none of them stays the same object', () => {
    const without = renamedBy(list, [list[1]!]);
    const rules = { parts: [rubric([criterion('claim', ['R1', 'R2'])])] };
    const [part] = withRenamed(rules, without).parts;
    expect(part?.kind === 'rubric' && part.criteria[0]!.outcomes).toEqual(['R2']);
    const other = { parts: [rubric([criterion('claim', ['R2'])])], outcomes: ['R1'] };
    expect(withRenamed(other, without)).toBe(other);
  });
});

describe('a list of outcomes that is read', () => {
  const lines = (text: string) => readOutcomes(text.split('\n').map((line) => line.split('\t')));
  it('has a code and a text on each line, in one column or two, under names or not', () => {
    const expected = {
      outcomes: [
        { code: 'R1', text: 'Argues a position' },
        { code: 'R2.1', text: 'Reads maps, and draws them' },
      ],
    };
    for (const text of [
      'R1 Argues a position\nR2.1 Reads maps, and draws them',
      'R1: Argues a position\n\nR2.1; Reads maps, and draws them\n',
      'R1. Argues a position\nR2.1) Reads maps, and draws them',
      'R1\tArgues a position\nR2.1\tReads maps, and draws them',
      'Code\tDescription\nR1\tArgues a position\nR2.1\tReads maps, and draws them',
      '\uFEFFText\tx\tOutcome\nArgues a position\t\tR1\nReads maps, and draws them\t\tR2.1',
    ])
      expect(lines(text)).toEqual(expected);
  });
  it.each([
    ['', 1, 'nothing in it'],
    ['R1', 1, 'says is missing'],
    ['R1 One\nr1 Two', 2, 'The code r1 stands in line 1 already'],
    [`${'R'.repeat(31)} One`, 1, 'at most 30 characters'],
    [`R1 ${'x'.repeat(401)}`, 1, 'at most 400 characters'],
    ['Code\tText\n\tArgues', 2, 'The code is missing'],
  ])('says what is wrong with %j', (text, line, message) => {
    const answer = lines(text);
    expect('findings' in answer && answer.findings[0]).toMatchObject({
      line,
      message: expect.stringContaining(message) as string,
    });
  });
  it('gives known codes the new text and adds the others, so that reading it again changes nothing', () => {
    const there = [{ id: 'a', code: 'R1', text: 'Old' }];
    let n = 0;
    const read = [
      { code: 'r1', text: 'New' },
      { code: 'R2', text: 'Two' },
    ];
    const merged = mergeOutcomes(there, read, () => `n${n++}`);
    expect(merged).toEqual([
      { id: 'a', code: 'R1', text: 'New' },
      { id: 'n0', code: 'R2', text: 'Two' },
    ]);
    expect(mergeOutcomes(merged, read, () => 'never')).toEqual(merged);
  });
});
