import { describe, expect, it } from 'vitest';
import { accessTo, type StudentAccess } from '../access/accessTo';
import { postsInPlace } from '../access/mayRead';
import type { Assignment } from '../course/assignment';
import type { Forum } from '../course/forum';
import type { Guide } from '../course/evaluation';
import { asPerson, at, course, forum, instructor, post, revision, student } from '../testing/fixtures';
import { EMPTY_TEXT } from '../text/richText';
import { criteriaOf, SCALE, valueOf } from './criteria';
import { mayReadReview, readsAsReviewer, whyNoReview } from './mayReview';
import { distanceFromOthers, isFar, peersGave } from './peers';
import { letterOf, reviewerLetters } from './reviewerLetters';
import { whatIsMissing } from './whatIsMissing';

const rubric: Guide = {
  kind: 'rubric',
  title: 'A brief',
  anyNumber: false,
  criteria: [
    {
      id: 'question',
      title: 'Question',
      description: '',
      outcomes: [],
      basis: 'initial',
      levels: [
        { id: 'clear', title: 'Clear', description: '', points: 400 },
        { id: 'vague', title: 'Vague', description: '', points: 0 },
      ],
    },
  ],
};
const checklist: Guide = {
  kind: 'checklist',
  title: 'A list',
  items: [{ id: 'map', title: 'Has a map', points: 100, slot: null }],
};
const scale: Guide = {
  kind: 'levels',
  title: 'On the whole',
  levels: [{ id: 'ready', title: 'Ready', description: '', share: 10_000 }],
};

const content = (values: Record<string, { levelId?: string; ticked?: boolean }>) => ({
  values,
  overall: EMPTY_TEXT,
  passages: [],
  files: [],
});

describe('a review', () => {
  it('looks at the criteria of a rubric, the items of a list, or a scale as one', () => {
    expect(criteriaOf(rubric).map(({ id, by }) => [id, by])).toEqual([['question', 'levels']]);
    expect(criteriaOf(checklist).map(({ id, by }) => [id, by])).toEqual([['map', 'tick']]);
    expect(criteriaOf(scale).map(({ id }) => id)).toEqual([SCALE]);
    expect(criteriaOf(null)).toEqual([]);
  });
  it('is whole with a level for each criterion and its words; an item not ticked is a decision', () => {
    const settings = { guide: rubric, minWords: 20 };
    expect(whatIsMissing(settings, content({}), 12)).toEqual([
      { code: 'criterion', id: 'question', title: 'Question' },
      { code: 'words', words: 12, needed: 20 },
    ]);
    expect(whatIsMissing(settings, content({ question: { levelId: 'clear' } }), 20)).toEqual([]);
    expect(whatIsMissing({ guide: checklist, minWords: 0 }, content({}), 0)).toEqual([]);
    expect(whatIsMissing({ guide: null, minWords: 0 }, content({}), 0)).toEqual([
      { code: 'words', words: 0, needed: 1 },
    ]);
  });
  it('counts what was chosen, and nothing where nothing was', () => {
    const [question] = criteriaOf(rubric);
    expect(valueOf(question!, { levelId: 'clear' })).toBe(400);
    expect(valueOf(question!, { levelId: 'gone' })).toBeNull();
    expect(valueOf({ ...question!, anyNumber: true }, { points: 900 })).toBe(400);
  });
});

describe('what peers gave', () => {
  const clear = content({ question: { levelId: 'clear' } });
  const vague = content({ question: { levelId: 'vague' } });
  it('is shown with its mean, rounded half away from zero', () => {
    expect(peersGave(rubric, [clear, vague, content({})])).toMatchObject([
      { values: [400, 0, null], mean: 200 },
    ]);
    const ticked = content({ map: { ticked: true } });
    expect(peersGave(checklist, [ticked, ticked, content({})])[0]!.mean).toBe(6667);
    expect(peersGave(rubric, [])[0]!.mean).toBeNull();
  });
  it('says how far a review stands from two others or more', () => {
    expect(distanceFromOthers(rubric, vague, [clear])).toBeNull();
    expect(distanceFromOthers(rubric, vague, [clear, clear])).toBe(10_000);
    expect(distanceFromOthers(rubric, clear, [clear, vague])).toBe(5000);
    expect(distanceFromOthers(null, clear, [clear, vague])).toBeNull();
    expect([isFar(null), isFar(3332), isFar(3333)]).toEqual([false, false, true]);
  });
});

const assignment = (id: string, sketch: Partial<Assignment> = {}): Assignment => ({
  id,
  forumId: 'forum',
  reviewerId: 'ines',
  authorId: 'bram',
  postId: 'draft',
  madeAt: at('03-05 00:00'),
  byHand: false,
  ended: null,
  sent: [],
  withheld: [],
  receivedAt: null,
  ...sketch,
});

describe('the letter of a reviewer', () => {
  it('follows the order of receipt; of one instant the hash decides, and letters stay', () => {
    const noon = at('03-06 12:00');
    const early = assignment('a', { reviewerId: 'dalia', receivedAt: noon - 1 });
    const both = ['ines', 'emi'].map((reviewerId) =>
      assignment(reviewerId, { reviewerId, receivedAt: noon }),
    );
    const letters = reviewerLetters('forum', 'seed', [...both, early, assignment('none')]);
    expect(letters.get('a')).toBe('A');
    expect([letters.get('ines'), letters.get('emi')].sort()).toEqual(['B', 'C']);
    expect(letters.has('none')).toBe(false);
    const later = assignment('z', { reviewerId: 'zoe', receivedAt: noon + 1 });
    const then = reviewerLetters('forum', 'seed', [later, ...both, early]);
    for (const [id, letter] of letters) expect(then.get(id)).toBe(letter);
  });
  it('goes on after Z', () => {
    expect([0, 25, 26, 51, 52, 701, 702].map(letterOf)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA', 'ZZ', 'AAA']);
  });
});

describe('who reads and writes a review', () => {
  const ines = student('ines', { sectionId: 'morning' });
  const bram = student('bram', { sectionId: 'evening' });
  const draft = post('draft', 'bram', [revision(at('03-03 10:00'), 80)]);
  const reviewed = (sketch: Parameters<typeof forum>[0] = {}) =>
    forum({
      seal: { minWords: 50, lift: 'never' },
      schedule: {
        initialDue: at('03-04 23:59'),
        reviewsDue: at('03-11 23:59'),
        postingUntil: at('03-15 23:59'),
      },
      required: { initialRequired: 1, reviews: 1 },
      review: {
        pairing: 'round',
        pairAt: null,
        guide: null,
        minWords: 0,
        names: 'reviewerHidden',
        received: 'atReviewsDate',
        response: false,
      },
      ...sketch,
    });
  const data = (f: Forum, posts = [draft]) => course({ students: [ines, bram], forums: [f], posts });
  const access = (f: Forum, who: typeof ines, t: number) =>
    accessTo(data(f), f, asPerson(who), t) as StudentAccess;
  const place = (t: number, posts = [draft]) => postsInPlace(posts, t).find(({ id }) => id === 'draft');
  const noon = at('03-06 12:00');

  it('the reviewer reads the post under a seal, while the assignment is live and the post stands', () => {
    const f = reviewed();
    const reader = access(f, ines, noon);
    expect(reader.sealed).toBe('forum');
    const reads = (a: Assignment, p = place(noon)) => readsAsReviewer(reader, a, p, noon);
    expect(reads(assignment('a'))).toBe(true);
    expect(reads(assignment('a', { ended: { at: noon, how: 'withdrawn' } }))).toBe(false);
    expect(reads(assignment('a', { reviewerId: 'emi' }))).toBe(false);
    expect(readsAsReviewer(reader, assignment('a'), undefined, noon)).toBe(false);
    const removed = { ...draft, removals: [{ from: noon - 1, to: null }] };
    expect(reads(assignment('a'), place(noon, [removed]))).toBe(false);
    const held = { ...draft, approvals: [{ at: noon - 1, state: 'held' as const }] };
    expect(reads(assignment('a'), place(noon, [held]))).toBe(false);
    const hidden = reviewed({ schedule: { ...f.schedule, visibleUntil: at('03-05 12:00') } });
    expect(readsAsReviewer(access(hidden, ines, noon), assignment('a'), place(noon), noon)).toBe(false);
  });
  it('sends until reviewing closes, also after posting has, and not while frozen', () => {
    const code = (f: Forum, t: number, a = assignment('a')) =>
      whyNoReview(f, access(f, ines, t), a, place(t), t)?.code ?? null;
    expect(code(reviewed(), noon)).toBeNull();
    expect(code(reviewed(), at('03-15 23:59'))).toBeNull();
    expect(code(reviewed(), at('03-16 00:00'))).toBe('closed');
    expect(code(reviewed({ allowed: { postAfterDue: false } }), at('03-12 00:00'))).toBe('closed');
    expect(
      code(reviewed({ graceMinutes: 60, allowed: { postAfterDue: false } }), at('03-12 00:59')),
    ).toBeNull();
    expect(code(reviewed({ frozen: true }), noon)).toBe('frozen');
    expect(code(reviewed(), noon, assignment('a', { ended: { at: noon, how: 'lapsed' } }))).toBe('ended');
    const early = reviewed();
    expect(
      code({ ...early, schedule: { ...early.schedule, postingUntil: at('03-06 00:00') } }, noon),
    ).toBeNull();
  });
  it('changes a review until it is received; at once means never, unless staff keep it', () => {
    const sent = assignment('a', { sent: [noon - 60_000] });
    const code = (f: Forum, a: Assignment) =>
      whyNoReview(f, access(f, ines, noon), a, place(noon), noon)?.code ?? null;
    expect(code(reviewed(), sent)).toBeNull();
    expect(code(reviewed(), { ...sent, receivedAt: noon - 1 })).toBe('received');
    const atOnce = reviewed({ review: { ...reviewed().review!, received: 'atOnce' } });
    expect(code(atOnce, sent)).toBe('received');
    const withheld = { ...sent, receivedAt: noon - 2, withheld: [{ from: noon - 1, to: null, fills: true }] };
    expect(code(atOnce, withheld)).toBeNull();
  });
  it('is read by its reviewer, staff once sent, its author once received, and nobody else', () => {
    const f = reviewed();
    const emi = student('emi');
    const reads = (who: Parameters<typeof accessTo>[2], a: Assignment) =>
      mayReadReview(accessTo(data(f), f, who, noon), a, noon);
    const sent = assignment('a', { sent: [noon - 60_000] });
    const received = { ...sent, receivedAt: noon - 1 };
    const withheld = { ...received, withheld: [{ from: noon - 1, to: null, fills: true }] };
    expect([assignment('a'), sent, received, withheld].map((a) => reads(asPerson(ines), a))).toEqual([
      false,
      true,
      true,
      true,
    ]);
    expect([assignment('a'), sent, received, withheld].map((a) => reads(asPerson(bram), a))).toEqual([
      false,
      false,
      true,
      false,
    ]);
    expect([assignment('a'), sent].map((a) => reads(instructor, a))).toEqual([false, true]);
    expect(reads(asPerson(emi), received)).toBe(false);
    const assistant = (sections: string[]) => ({
      kind: 'staff' as const,
      id: 'x',
      role: 'assistant' as const,
      sections,
    });
    expect(reads(assistant(['morning']), sent)).toBe(true);
    expect(reads(assistant(['evening']), sent)).toBe(true);
    expect(reads(assistant(['noon']), sent)).toBe(false);
  });
});
