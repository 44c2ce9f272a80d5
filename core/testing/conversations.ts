import fc from 'fast-check';
import { spaceOf } from '../terms/space';
import type { ApprovalDecision } from '../course/approval';
import type { Forum, Openings, Readers } from '../course/forum';
import type { Post } from '../course/post';
import type { Student } from '../course/roster';
import { forum, post, revision, student } from './fixtures';

/** Two groups of one plan; one of the four students is in neither. */
export const groups = [
  { id: 'linnet', planId: 'streams' },
  { id: 'marl', planId: 'streams' },
];
export const people: Student[] = [
  student('ines', { sectionId: 'morning', groupIds: ['linnet'] }),
  student('bram', { sectionId: 'evening', groupIds: ['linnet'] }),
  student('chidi', { sectionId: 'morning', groupIds: ['marl'] }),
  student('dalia', { sectionId: 'evening' }),
];
/** Words that unseal. */
export const ENOUGH = 40;
const QUESTIONS = ['peak', 'cause'];

const settings = fc.record({
  readers: fc.constantFrom<Readers>('class', 'section', 'group', 'staff'),
  openings: fc.constantFrom<Openings>('answerPrompt', 'answerQuestions', 'oneThreadEach', 'threadsFreely'),
  sealed: fc.boolean(),
  openAfter: fc.boolean(),
  closed: fc.boolean(),
});
const sketch = fc.record({
  author: fc.constantFrom('ines', 'bram', 'chidi', 'dalia', 'teodora'),
  parent: fc.nat({ max: 40 }),
  opens: fc.boolean(),
  words: fc.nat({ max: 80 }),
  question: fc.nat({ max: 1 }),
  state: fc.constantFrom(
    'plain',
    'plain',
    'plain',
    'held',
    'returned',
    'removed',
    'changed',
    'changeReturned',
  ),
  /** Words of a change. */
  changed: fc.nat({ max: 80 }),
  aside: fc.boolean(),
  starter: fc.boolean(),
});

/** When changes were made. */
const CHANGED_AT = 3000;

/** What was decided about a post that was written at an instant. */
function decisionsFor(state: string, at: number): ApprovalDecision[] {
  switch (state) {
    case 'held':
      return [{ at, state: 'held' }];
    case 'returned':
      return [
        { at, state: 'held' },
        { at: 2000, state: 'returned' },
      ];
    case 'changed':
      return [{ at: CHANGED_AT, state: 'held', standing: 1 }];
    case 'changeReturned':
      return [
        { at: CHANGED_AT, state: 'held', standing: 1 },
        { at: 3500, state: 'returned', standing: 1 },
      ];
    default:
      return [];
  }
}

/** A forum of some kind, and posts that could have come about in it. */
export const conversation = fc
  .tuple(settings, fc.array(sketch, { maxLength: 24 }))
  .map(([kind, sketches]) => {
    const f: Forum = forum({
      readers: kind.readers,
      groupPlanId: kind.readers === 'group' ? 'streams' : null,
      openings: kind.openings,
      questions: QUESTIONS.map((id) => ({ id, retired: false })),
      openSpacesAfterClose: kind.openAfter,
      seal: kind.sealed && kind.readers !== 'staff' ? { minWords: ENOUGH, lift: 'never' } : null,
      schedule: { postingUntil: kind.closed ? 8000 : null },
    });
    const posts: Post[] = [];
    sketches.forEach((s, index) => {
      const staff = s.author === 'teodora';
      const to = s.opens || posts.length === 0 ? undefined : posts[s.parent % posts.length];
      const who = people.find(({ id }) => id === s.author);
      const own = who ? spaceOf(f, who, new Map(groups.map((g) => [g.id, g]))) : null;
      const student =
        to?.asideWith ?? (staff && to && to.authorKind === 'student' && s.aside ? to.authorId : null);
      const first = revision(1000 + index, s.words);
      const isChanged = !staff && (s.state === 'changed' || s.state === 'changeReturned');
      const versions = isChanged ? [first, revision(CHANGED_AT, s.changed)] : [first];
      posts.push(
        post(`p${index}`, s.author, versions, {
          to,
          authorKind: staff ? 'staff' : 'student',
          spaceId: to ? (to.spaceId ?? own) : f.readers === 'staff' && staff ? 'ines' : own,
          questionId: to ? to.questionId : f.openings === 'answerQuestions' ? QUESTIONS[s.question]! : null,
          starter: staff && !to && s.starter,
          asideWith: student,
          approvals: staff ? [] : decisionsFor(s.state, 1000 + index),
          removals: s.state === 'removed' ? [{ from: 5000, to: null }] : [],
        }),
      );
    });
    return { f, posts };
  });

/** After everything in a conversation has happened. */
export const T = 9000;
export const rows = new Map(groups.map((group) => [group.id, group]));
/** Whether a student's own post has opened the seal, told without asking the code under test. */
export const hasUnsealed = (f: Forum, posts: readonly Post[], who: Student, questionId: string | null) =>
  posts.some(
    (p) =>
      p.authorId === who.id &&
      p.parentId === null &&
      p.spaceId === spaceOf(f, who, rows) &&
      p.removals.length === 0 &&
      !p.approvals.some(({ state, standing }) => state === 'returned' && standing === undefined) &&
      (f.openings !== 'answerQuestions' || p.questionId === questionId) &&
      p.revisions.some(
        ({ words }, index) =>
          words >= ENOUGH &&
          // A change counts while it waits, and no more once it was given back.
          !p.approvals.some(({ state, standing }) => state === 'returned' && standing === index),
      ),
  );
