import { describe, expect, it } from 'vitest';
import type { Criterion, Evaluation, Part } from '../course/evaluation';
import type { Guide } from '../course/evaluation';
import { evaluationWith, guideOf, mostOf, partWith } from './guide';

const criterion = (id: string, ...points: number[]): Criterion => ({
  id,
  title: id,
  description: '',
  outcomes: [],
  basis: 'whole',
  levels: points.map((each, n) => ({ id: `${id}${n}`, title: `level ${n}`, description: '', points: each })),
});
const rubric: Guide = {
  title: 'Weir rubric',
  kind: 'rubric',
  anyNumber: false,
  criteria: [criterion('claim', 300, 100), criterion('voice', 200, 0)],
};
const direct: Part = { id: 'p', title: 'Argument', maximum: 400, basis: 'initial', kind: 'direct' };

describe('a guide of the library', () => {
  it('comes to the sum of its best levels or items; a scale has no sum', () => {
    expect(mostOf(rubric)).toBe(500);
    expect(mostOf({ title: 'Map', kind: 'checklist', items: [] })).toBe(0);
    expect(mostOf({ title: 'Scale', kind: 'levels', levels: [] })).toBeNull();
  });
  it('makes a part that keeps its name and what it looks at, and can reach its maximum', () => {
    const part = partWith(direct, rubric, 'weir');
    expect(part).toMatchObject({
      id: 'p',
      title: 'Argument',
      basis: 'initial',
      maximum: 500,
      guideId: 'weir',
    });
    expect({ ...guideOf(part), title: rubric.title }).toEqual(rubric);
    expect(guideOf(direct)).toBeNull();
    const scale: Guide = { title: 'S', kind: 'levels', levels: [] };
    expect(partWith(direct, scale, 'weir').maximum).toBe(400);
  });
  it('is taken over by the parts that use it, and by no other; the maximum follows', () => {
    const evaluation: Evaluation = {
      maximum: 900,
      parts: [direct, partWith({ ...direct, id: 'q' }, rubric, 'weir')],
      lateness: { kind: 'none' },
      gate: 'none',
      aboveMaximum: false,
    };
    const more: Guide = { ...rubric, criteria: [...rubric.criteria, criterion('map', 150)] };
    const next = evaluationWith(evaluation, 'weir', more);
    expect(next.maximum).toBe(1050);
    expect(next.parts[0]).toBe(direct);
    expect(next.parts[1]).toMatchObject({ id: 'q', maximum: 650 });
    expect(evaluationWith(evaluation, 'another', more).parts).toEqual(evaluation.parts);
  });
});
