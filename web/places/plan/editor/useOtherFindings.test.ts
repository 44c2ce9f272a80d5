import { describe, expect, it } from 'vitest';
import type { PlanView } from '../../../../contract/plan';
import type { Finding } from '../../../../core/checks/check';
import type { PlanFindings } from '../useFindings';
import { newElsewhere } from './useOtherFindings';

const finding = (code: string, params: Finding['params'] = {}): Finding => ({
  code,
  severity: 'warning',
  field: 'initialDue',
  students: [],
  params,
  repair: null,
});
const found = (standing: Record<string, Finding[]>): PlanFindings => ({
  standing: new Map(Object.entries(standing)),
  aside: new Map(),
  total: 0,
});
const plan = {
  forums: [
    { id: 'weir', title: 'The weir hearing' },
    { id: 'mill', title: 'The mill' },
  ],
} as unknown as PlanView;

describe('what publishing a forum brings up in others', () => {
  const crowded = finding('crowdedDueDates', { forums: 'The mill' });
  it('is what was not there before, with the forum it is found in', () => {
    const after = found({ weir: [crowded], mill: [finding('emptyPrompt')] });
    expect(newElsewhere(plan, found({}), after, 'mill')).toEqual([
      { forumId: 'weir', title: 'The weir hearing', finding: crowded },
    ]);
  });
  it('leaves out what stood already, unless its facts are others', () => {
    const before = found({ weir: [crowded] });
    expect(newElsewhere(plan, before, found({ weir: [crowded] }), 'mill')).toEqual([]);
    const others = finding('crowdedDueDates', { forums: 'The mill, Another' });
    expect(newElsewhere(plan, before, found({ weir: [others] }), 'mill')).toHaveLength(1);
  });
});
