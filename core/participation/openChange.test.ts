import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { accessTo } from '../access/accessTo';
import { isHiddenChange } from '../access/isHiddenChange';
import { unsealedBy } from '../access/seal';
import { mayKnowVersion, versionRead } from '../access/versionRead';
import { standingVersion, versionsThatStood, type ApprovalDecision } from '../course/approval';
import { CLASS_SPACE } from '../terms/space';
import { asPerson, at, course, forum, instructor, post, revision, student } from '../testing/fixtures';
import { changeSince } from './changedSince';
import { attachedSince, metAt, ownWords } from './metAt';
import { participationOf } from './participationOf';
import { wouldCount } from './wouldCount';

const ines = student('ines');
const bram = student('bram');
const f = forum({
  hold: 'all',
  schedule: { initialDue: at('03-04 23:59') },
  required: { initialRequired: 1, initialMinWords: 100, attachment: 1 },
  allowed: { edit: 'untilPostingCloses' },
});
const wrote = at('03-03 10:00');
const changed = at('03-05 10:00');
const decisions = (...more: [string, ApprovalDecision['state']][]): ApprovalDecision[] => [
  { at: wrote, state: 'held' },
  { at: at('03-03 11:00'), state: 'approved' },
  ...more.map(([when, state]) => ({ at: at(when), state, standing: 1 })),
];
/** Too short when approved, long enough by a change, which brings a file too. */
const own = (...more: [string, ApprovalDecision['state']][]) =>
  post('own', 'ines', [revision(wrote, 40), revision(changed, 120, { attachments: 1 })], {
    approvals: decisions(['03-05 10:00', 'held'], ...more),
    spaceId: CLASS_SPACE,
  });
const slots = (of: ReturnType<typeof own>, when: string) =>
  participationOf(course({ students: [ines], forums: [f], posts: [of] }), f, ines, at(when)).slots.map(
    ({ state, metAt: met }) => [state, met],
  );

describe('a change to an approved post, where all posts are held', () => {
  it('is read by its author and staff; everyone else reads what was approved last', () => {
    const data = course({ students: [ines, bram], forums: [f], posts: [own()] });
    const read = (who: Parameters<typeof accessTo>[2], when: string) =>
      versionRead(accessTo(data, f, who, at(when)), own(), at(when));
    expect([read(asPerson(ines), '03-05 11:00'), read(instructor, '03-05 11:00')]).toEqual([2, 2]);
    expect(read(asPerson(bram), '03-05 11:00')).toBe(1);
    const access = accessTo(data, f, asPerson(bram), at('03-05 11:00'));
    expect([1, 2].map((number) => mayKnowVersion(access, own(), number, at('03-05 11:00')))).toEqual([
      true,
      false,
    ]);
    const approved = own(['03-05 12:00', 'approved']);
    expect(versionRead(access, approved, at('03-05 13:00'))).toBe(2);
    expect(versionRead(access, approved, at('03-05 11:00'))).toBe(1);
  });
  it('is no news to anybody else while it waits; its approval is, and so is a removal beside it', () => {
    const data = course({ students: [ines, bram], forums: [f], posts: [own()] });
    const isHidden = (
      of: ReturnType<typeof own>,
      who: Parameters<typeof accessTo>[2],
      from: string,
      to: string,
    ) => isHiddenChange(accessTo(data, f, who, at(to)), of, at(from), at(to));
    expect(isHidden(own(), asPerson(bram), '03-05 09:00', '03-05 11:00')).toBe(true);
    expect(isHidden(own(), asPerson(ines), '03-05 09:00', '03-05 11:00')).toBe(false);
    expect(isHidden(own(), instructor, '03-05 09:00', '03-05 11:00')).toBe(false);
    // Nothing happened, and the first approval.
    expect(isHidden(own(), asPerson(bram), '03-05 10:30', '03-05 11:00')).toBe(false);
    expect(isHidden(own(), asPerson(bram), '03-03 10:30', '03-05 11:00')).toBe(false);
    const approved = own(['03-05 12:00', 'approved']);
    expect(isHidden(approved, asPerson(bram), '03-05 11:00', '03-05 13:00')).toBe(false);
    const removed = { ...own(), removals: [{ from: at('03-05 10:30'), to: null }] };
    expect(isHidden(removed, asPerson(bram), '03-05 09:00', '03-05 11:00')).toBe(false);
  });
  it('leaves what only it meets pending, and met by its own time once approved', () => {
    expect(slots(own(), '03-04 10:00')).toEqual([
      ['short', null],
      ['open', null],
    ]);
    expect(slots(own(), '03-05 11:00')).toEqual([
      ['pending', null],
      ['pending', null],
    ]);
    expect(slots(own(['03-06 10:00', 'approved']), '03-06 11:00')).toEqual([
      ['metLate', changed],
      ['metLate', changed],
    ]);
  });
  it('keeps what the version before it met already', () => {
    const long = post(
      'own',
      'ines',
      [revision(wrote, 110, { attachments: 1 }), revision(changed, 130, { attachments: 1 })],
      {
        approvals: decisions(['03-05 10:00', 'held']),
        spaceId: CLASS_SPACE,
      },
    );
    expect(slots(long, '03-05 11:00')).toEqual([
      ['met', wrote],
      ['met', wrote],
    ]);
  });
  it('counts no more once it was given back, until it is sent again', () => {
    const returned = own(['03-05 11:00', 'returned']);
    const t = at('03-05 12:00');
    expect(slots(returned, '03-05 12:00')[0]).toEqual(['short', null]);
    expect([metAt(returned, 100, t), ownWords(returned, t), attachedSince(returned, t)]).toEqual([
      null,
      40,
      null,
    ]);
    expect(unsealedBy(returned, 100, t)).toBeNull();
    const again = {
      ...returned,
      revisions: [...returned.revisions, revision(at('03-05 13:00'), 150)],
      approvals: [...returned.approvals, { at: at('03-05 13:00'), state: 'held' as const, standing: 1 }],
    };
    expect(metAt(again, 100, at('03-05 14:00'))).toBe(at('03-05 13:00'));
    expect(slots(again, '03-05 14:00')[0]).toEqual(['pending', null]);
    // What was given back never stood, also once what followed is approved.
    const approved = {
      ...again,
      approvals: [...again.approvals, { at: at('03-05 15:00'), state: 'approved' as const, standing: 1 }],
    };
    expect(versionsThatStood(approved, at('03-05 16:00'))).toEqual(new Set([1, 3]));
    expect(standingVersion(approved, at('03-05 16:00'))).toBe(3);
  });
  it('counts as if it had never been given back where that was taken back', () => {
    const undone = own(['03-05 11:00', 'returned'], ['03-05 11:01', 'held']);
    expect(metAt(undone, 100, at('03-05 12:00'))).toBe(changed);
    expect(slots(undone, '03-05 12:00')[0]).toEqual(['pending', null]);
  });
  it('makes a score given while it waited a changed one when it is decided', () => {
    expect(changeSince(own(), at('03-05 11:00'), at('03-06 10:00'))).toBeNull();
    for (const state of ['approved', 'returned'] as const)
      expect(changeSince(own(['03-06 09:00', state]), at('03-05 11:00'), at('03-06 10:00'))).toBe('revised');
  });
  it('is foretold as pending to whoever writes it', () => {
    const before = { ...own(), revisions: [revision(wrote, 40)], approvals: decisions() };
    const data = course({ students: [ines], forums: [f], posts: [before] });
    const steps = wouldCount(data, f, ines, { kind: 'edit', post: before }, at('03-04 10:00'));
    expect(steps.map(({ fromWords, slot }) => [fromWords, slot?.state])).toEqual([
      [1, 'short'],
      [100, 'pending'],
    ]);
  });
  it('never lets anybody but its author and staff read a version that was not approved, whatever was decided when', () => {
    const moves = fc.array(fc.constantFrom('change', 'approve', 'return', 'again'), { maxLength: 12 });
    fc.assert(
      fc.property(moves, (all) => {
        // Told without the code under test: what is approved, and whether something waits.
        let approved = 1;
        let versions = 1;
        let state: 'approved' | 'held' | 'returned' = 'approved';
        let t = changed;
        let each = post('own', 'ines', [revision(wrote, 40)], { approvals: [], spaceId: CLASS_SPACE });
        const stood = new Set([1]);
        for (const move of all) {
          t += 1000;
          const decide = (next: ApprovalDecision['state']) => {
            each = { ...each, approvals: [...each.approvals, { at: t, state: next, standing: approved }] };
          };
          if (move === 'change') {
            versions++;
            each = { ...each, revisions: [...each.revisions, revision(t, 50)] };
            if (state !== 'held') decide('held');
            state = 'held';
          } else if (move === 'approve' && state === 'held') {
            decide('approved');
            state = 'approved';
            approved = versions;
            stood.add(versions);
          } else if (move === 'return' && state === 'held') {
            decide('returned');
            state = 'returned';
          } else if (move === 'again' && state === 'returned') {
            decide('held');
            state = 'held';
          }
          expect(standingVersion(each, t)).toBe(approved);
        }
        expect(versionsThatStood(each, t)).toEqual(stood);
      }),
      { numRuns: 300 },
    );
  });
});
