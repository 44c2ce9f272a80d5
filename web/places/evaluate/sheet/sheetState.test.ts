import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { DeskView } from '../../../../contract/evaluate';
import type { Part } from '../../../../core/course/evaluation';
import { participationOf } from '../../../../core/participation/participationOf';
import { NO_DECISIONS, type Decisions } from '../../../../core/scoring/suggest';
import { at, course, forum, post, revision, student } from '../../../../core/testing/fixtures';
import { sheetRows } from './rows';
import { SheetState, type KeepAnswer, type Kept } from './sheetState';

const PARTS: Part[] = [
  {
    id: 'case',
    title: 'Case',
    maximum: 300,
    basis: 'initial',
    kind: 'rubric',
    anyNumber: true,
    criteria: ['claim', 'source'].map((id) => ({
      id,
      title: id,
      description: '',
      outcomes: [],
      basis: 'whole' as const,
      levels: [
        { id: 'full', title: 'Full', description: '', points: 150 },
        { id: 'none', title: 'None', description: '', points: 0 },
      ],
    })),
  },
  {
    id: 'each',
    title: 'Posts',
    maximum: 200,
    basis: 'whole',
    kind: 'perPost',
    each: 100,
    combine: { by: 'mean' },
    unscored: 'incomplete',
  },
  { id: 'tone', title: 'Tone', maximum: 100, basis: 'whole', kind: 'direct' },
];

function viewOf(version: number, decisions: Decisions = NO_DECISIONS): DeskView {
  const ines = student('ines');
  const t = at('03-05 12:00');
  const evaluation = {
    maximum: 600,
    parts: PARTS,
    lateness: { kind: 'none' as const },
    gate: 'none' as const,
    aboveMaximum: false,
  };
  const f = forum({ evaluation, required: { initialRequired: 1, replies: 1 } });
  const first = post('first', 'ines', [revision(1, 60)]);
  const done = participationOf(course({ students: [ines], forums: [f], posts: [first] }), f, ines, t);
  return {
    student: { id: 'ines' },
    forum: { id: 'forum', maximum: 600, aboveMaximum: false, parts: PARTS },
    slots: done.slots,
    from: { forum: f, done, at: t },
    score: { passages: [], files: [], version, decisions, remark: null },
  } as unknown as DeskView;
}

let sent: Kept[];
let answer: (kept: Kept) => KeepAnswer;
const sheetOf = (view = viewOf(0)) =>
  new SheetState(view, (kept) => {
    sent.push(kept);
    return new Promise((resolve) => setTimeout(() => resolve(answer(kept)), 20));
  });
beforeEach(() => {
  vi.useFakeTimers();
  sent = [];
  answer = (kept) => ({ view: viewOf(kept.version + 1, kept.decisions) });
});
afterEach(() => vi.useRealTimers());

describe('a score sheet at work', () => {
  const fill = (sheet: SheetState) => {
    for (const row of sheetRows(viewOf(0), sheet.now().typed).slice(0, 1)) row.choose(0, sheet);
    const [, second] = sheetRows(viewOf(0), sheet.now().typed);
    second!.choose(1, sheet);
    sheet.changePart('each', { posts: { first: '0,5' } });
    sheet.changePart('tone', { points: '1' });
  };

  it('adds up what is typed at once, and keeps it a moment later in one piece', async () => {
    const sheet = sheetOf();
    expect(sheet.now().suggestion).toMatchObject({ points: 0, incomplete: true });
    fill(sheet);
    expect(sheet.now()).toMatchObject({ dirty: true, suggestion: { points: 350, incomplete: false } });
    await vi.advanceTimersByTimeAsync(800);
    expect(sent).toMatchObject([{ version: 0, give: false }]);
    expect(sheet.now().dirty).toBe(false);
  });
  it('takes changes back one by one', () => {
    const sheet = sheetOf();
    fill(sheet);
    sheet.undo();
    expect(sheet.now().suggestion).toMatchObject({ points: 250, incomplete: true });
    for (let n = 0; n < 5; n++) sheet.undo();
    expect(sheet.now()).toMatchObject({ canUndo: false, decisions: NO_DECISIONS });
  });
  it('gives nothing that cannot be read, and names the field', async () => {
    const sheet = sheetOf();
    fill(sheet);
    sheet.changePart('tone', { points: '1.01' });
    expect(await sheet.give()).toBeNull();
    expect(sheet.now().problem?.message).toBe('Tone: write points from 0 to 1.');
    expect(sent).toEqual([]);
    sheet.changePart('case', {
      criteria: { claim: { levelId: null, points: '1.6', comment: '' } },
    });
    expect(sheet.now().unreadable?.field).toBe('case claim');
  });
  it('sends what was typed while something was on its way after it, on the version that came back', async () => {
    const sheet = sheetOf();
    fill(sheet);
    void sheet.give();
    await vi.advanceTimersByTimeAsync(10);
    sheet.changePart('tone', { points: '0.5' });
    await vi.advanceTimersByTimeAsync(10);
    expect(sheet.now().dirty).toBe(true);
    await vi.advanceTimersByTimeAsync(800);
    expect(sent.map(({ version, give }) => [version, give])).toEqual([
      [0, true],
      [1, false],
    ]);
  });
  it('keeps what is typed when someone else was first, and gives it on theirs', async () => {
    const sheet = sheetOf();
    fill(sheet);
    answer = () => ({ theirs: viewOf(4), message: 'Someone else has scored this student.' });
    void sheet.give();
    await vi.advanceTimersByTimeAsync(20);
    expect(sheet.now()).toMatchObject({
      theirs: { score: { passages: [], files: [], version: 4 } },
      suggestion: { points: 350 },
    });
    answer = (kept) => ({ view: viewOf(kept.version + 1, kept.decisions) });
    void sheet.giveMine();
    await vi.advanceTimersByTimeAsync(20);
    expect(sent.at(-1)).toMatchObject({ version: 4, give: true });
    expect(sheet.now().theirs).toBeNull();
  });
  it('takes theirs instead', async () => {
    const sheet = sheetOf();
    fill(sheet);
    answer = () => ({ theirs: viewOf(4), message: 'Someone else.' });
    void sheet.give();
    await vi.advanceTimersByTimeAsync(20);
    sheet.takeTheirs();
    expect(sheet.now()).toMatchObject({ theirs: null, dirty: false, decisions: NO_DECISIONS });
  });
  it('learns what was kept elsewhere only while nothing is typed', () => {
    const theirs = { ...NO_DECISIONS, parts: { tone: { points: 25 } } };
    const clean = sheetOf();
    clean.learn(viewOf(2, theirs));
    expect(clean.now().decisions).toEqual(theirs);
    const busy = sheetOf();
    busy.changePart('tone', { points: '1' });
    busy.learn(viewOf(2, theirs));
    expect(busy.now().decisions.parts.tone).toEqual({ points: 100 });
  });
  it('keeps what is not kept yet when it is left', async () => {
    const sheet = sheetOf();
    sheet.changePart('tone', { points: '1' });
    sheet.leave();
    await vi.advanceTimersByTimeAsync(20);
    expect(sent).toHaveLength(1);
    sheet.leave();
    await vi.advanceTimersByTimeAsync(20);
    expect(sent).toHaveLength(1);
  });
});
