import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { approvalAt, openChange } from '../course/approval';
import { createdAt, type Post } from '../course/post';
import type { Instant } from '../time/instant';
import { MINUTE } from '../time/instant';
import { isLate } from '../time/dueDate';
import type { Access, StaffAccess, StudentAccess } from './accessTo';
import { asideWith } from './asideWith';
import { mayRead, type PostInPlace } from './mayRead';
import type { Phase, PhaseReason } from './phase';

/** Something a person may want to do in a forum. `place` is the post as it stands at the instant asked for. */
export type Action =
  | {
      readonly do: 'openThread';
      readonly own: readonly PostInPlace[];
      readonly questionId?: Id | null;
      /** The space staff open it in, null for all; left out where it is asked whether anywhere. */
      readonly spaceId?: Id | null;
    }
  | { readonly do: 'attach' }
  | {
      readonly do: 'answer' | 'aside' | 'quote' | 'nod' | 'rate' | 'see' | 'report';
      readonly place: PostInPlace;
    }
  /** By staff: hold, approve, give back, remove, put back, move, freeze the thread of, strike a quotation in. */
  | { readonly do: 'moderate'; readonly place: PostInPlace }
  | {
      readonly do: 'edit' | 'remove';
      readonly place: PostInPlace;
      readonly post: Post;
      /** Whether someone else has answered it with something its author may read ({@link answeredIn}). */
      readonly answered: boolean;
    }
  | {
      readonly do: 'restore';
      readonly place: PostInPlace;
      readonly answered: boolean;
      /** Who removed it. */
      readonly removedBy: Id;
    };

/** Why an action is allowed or refused. */
export type DoReason =
  | { readonly code: 'allowed' | 'staff' }
  | { readonly code: 'phase'; readonly phase: Phase; readonly reason: PhaseReason }
  | { readonly code: 'dueDatePassed'; readonly due: Instant }
  | {
      readonly code:
        | 'sealed'
        | 'notReadable'
        | 'removed'
        | 'removedByStaff'
        | 'notYours'
        | 'yourOwn'
        | 'answered'
        | 'threadFrozen'
        | 'staffOnly'
        | 'studentsOnly'
        | 'noAsideHere'
        | 'notYourStudents'
        | 'forumRule';
    }
  | { readonly code: 'editTimeOver'; readonly until: Instant }
  | { readonly code: 'oneThreadOnly' };

export interface DoAnswer {
  readonly yes: boolean;
  readonly reason: DoReason;
}

const yes: DoAnswer = { yes: true, reason: { code: 'allowed' } };
const staffYes: DoAnswer = { yes: true, reason: { code: 'staff' } };
const no = (reason: DoReason): DoAnswer => ({ yes: false, reason });

/**
 * Whether a person may do something in a forum at *t*, and why. The server decides by it and the interface asks it what
 * to offer. (rules §3, §4)
 *
 * @param access what accessTo answered for the person at the same instant
 * @example mayDo(forum, access, { do: 'answer', place }, t).yes
 */
export function mayDo(forum: Forum, access: Access, action: Action, t: Instant): DoAnswer {
  if ('place' in action) {
    if (!mayRead(access, action.place).yes) return no({ code: 'notReadable' });
    if (action.do === 'see') return yes;
    if (action.place.removed && action.do !== 'restore' && action.do !== 'moderate')
      return no({ code: 'removed' });
  }
  return access.kind === 'staff' ? staffMayDo(action, access) : studentMayDo(forum, access, action, t);
}

function staffMayDo(action: Action, access: StaffAccess): DoAnswer {
  switch (action.do) {
    case 'see':
    case 'attach':
      return staffYes;
    case 'openThread':
      return writesIn(access, action.spaceId) ? staffYes : no({ code: 'notYourStudents' });
    case 'answer':
    case 'quote':
      return writesIn(access, action.place.spaceId) || isTheirs(access, action.place)
        ? staffYes
        : no({ code: 'notYourStudents' });
    case 'nod':
    case 'rate':
      if (action.place.authorId === access.personId) return no({ code: 'yourOwn' });
      break;
    case 'aside': {
      const student = asideWith(action.place);
      if (student === null) return no({ code: 'noAsideHere' });
      return access.students === 'all' || access.students.includes(student)
        ? staffYes
        : no({ code: 'notYourStudents' });
    }
    case 'report':
      return no({ code: 'studentsOnly' });
    case 'edit':
      return mayEditFor(access, action.place) ? staffYes : no({ code: 'notYours' });
    case 'remove':
    case 'restore':
    case 'moderate':
      break;
  }
  return isTheirs(access, action.place) ? staffYes : no({ code: 'notYourStudents' });
}

/** Whether staff write in a space: those limited to sections where the class reads together, or where students of theirs are. */
function writesIn({ spaces }: StaffAccess, spaceId: Id | null | undefined): boolean {
  if (spaces === 'all') return true;
  return spaceId === undefined ? spaces.length > 0 : spaceId !== null && spaces.includes(spaceId);
}

/** Whether a post is someone's own, or by a student they work with; for who is limited to no sections every post is. */
function isTheirs(access: StaffAccess, place: PostInPlace): boolean {
  return (
    access.students === 'all' ||
    place.authorId === access.personId ||
    (place.authorKind === 'student' && access.students.includes(place.authorId))
  );
}

/** Staff change what they wrote, and what students wrote whom they work with; instructors everything. */
function mayEditFor(access: StaffAccess, place: PostInPlace): boolean {
  if (place.authorId === access.personId || access.role === 'instructor') return true;
  return place.authorKind === 'student' && isTheirs(access, place);
}

function studentMayDo(forum: Forum, access: StudentAccess, action: Action, t: Instant): DoAnswer {
  // Whatever may be read may be reported, also where posting is over.
  if (action.do === 'report')
    return action.place.authorId === access.personId ? no({ code: 'yourOwn' }) : yes;
  if (access.phase !== 'open') return no({ code: 'phase', phase: access.phase, reason: access.reason });
  if ('place' in action && action.do !== 'see' && action.place.frozen) return no({ code: 'threadFrozen' });
  switch (action.do) {
    case 'see':
      return yes;
    case 'openThread':
      return mayOpenThread(forum, access, action.own, t);
    case 'aside':
    case 'moderate':
      return no({ code: 'staffOnly' });
    case 'attach':
      return forum.allowed.attach ? yes : no({ code: 'forumRule' });
    case 'answer':
      return mayAnswer(forum, access, action.place, t);
    case 'quote':
      return forum.allowed.quote ? mayAnswer(forum, access, action.place, t) : no({ code: 'forumRule' });
    case 'nod':
    case 'rate':
      if (forum.allowed.approve !== (action.do === 'nod' ? 'nods' : 'ratings'))
        return no({ code: 'forumRule' });
      if (action.place.authorId === access.personId) return no({ code: 'yourOwn' });
      return isSealedAt(access, action.place) ? no({ code: 'sealed' }) : yes;
    case 'edit':
      return mayEdit(forum, access, action, t);
    case 'remove':
      return mayRemove(forum, access, action);
    case 'restore':
      return action.removedBy === access.personId
        ? mayRemove(forum, access, action)
        : no({ code: 'removedByStaff' });
  }
}

/** One's own post, as the forum says; and while it may be removed, it may be put back. */
function mayRemove(
  forum: Forum,
  access: StudentAccess,
  { place, answered }: { place: PostInPlace; answered: boolean },
): DoAnswer {
  if (place.authorId !== access.personId) return no({ code: 'notYours' });
  if (forum.allowed.remove === 'never') return no({ code: 'forumRule' });
  return forum.allowed.remove === 'untilAnswered' && answered ? no({ code: 'answered' }) : yes;
}

function pastDue(forum: Forum, due: Instant | null, t: Instant): DoAnswer | null {
  return !forum.allowed.postAfterDue && isLate(t, due, forum.graceMinutes)
    ? no({ code: 'dueDatePassed', due: due! })
    : null;
}

function mayOpenThread(
  forum: Forum,
  access: StudentAccess,
  own: readonly PostInPlace[],
  t: Instant,
): DoAnswer {
  // One in the present space: who was moved to another group opens one there, and its seal with it.
  const isHere = ({ parentId, removed, spaceId }: PostInPlace) =>
    parentId === null && !removed && spaceId === access.spaceId;
  if (forum.openings === 'oneThreadEach' && own.some(isHere)) return no({ code: 'oneThreadOnly' });
  return pastDue(forum, access.due.initial, t) ?? yes;
}

function isSealedAt(access: StudentAccess, place: PostInPlace): boolean {
  if (access.sealed === 'none') return false;
  return access.sealed === 'forum' || (place.questionId !== null && access.sealed.includes(place.questionId));
}

/** While sealed a student answers staff below their own posts only, never below a starter. */
function mayAnswer(forum: Forum, access: StudentAccess, place: PostInPlace, t: Instant): DoAnswer {
  const staffToMe =
    place.authorKind === 'staff' &&
    (place.answersAuthorId === access.personId || place.asideWith === access.personId);
  if (isSealedAt(access, place) && !staffToMe) return no({ code: 'sealed' });
  return pastDue(forum, access.due.replies, t) ?? yes;
}

function mayEdit(
  forum: Forum,
  access: StudentAccess,
  action: { place: PostInPlace; post: Post; answered: boolean },
  t: Instant,
): DoAnswer {
  const { edit } = forum.allowed;
  if (action.place.authorId !== access.personId) return no({ code: 'notYours' });
  // Given back to be revised and sent again: whatever is usual, this may be.
  if (approvalAt(action.post, t) === 'returned' || openChange(action.post, t)?.state === 'returned')
    return yes;
  if (edit === 'never') return no({ code: 'forumRule' });
  if (edit === 'untilAnswered') return action.answered ? no({ code: 'answered' }) : yes;
  if (edit === 'untilPostingCloses') return yes;
  const until = createdAt(action.post) + edit.minutes * MINUTE;
  return t < until ? yes : no({ code: 'editTimeOver', until });
}
