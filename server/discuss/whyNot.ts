import type { DoReason } from '../../core/access/mayDo';

const SENTENCES: Record<DoReason['code'], string> = {
  allowed: 'This is allowed.',
  staff: 'Staff may do this.',
  phase: 'Posting is not open in this forum now.',
  dueDatePassed: 'The due date has passed, and this forum takes no posts after it.',
  sealed: 'Write your own initial post first; until then you can only answer staff below your own posts.',
  notReadable: 'There is nothing at this address, or it is not for you.',
  removed: 'This post was removed.',
  removedByStaff: 'Staff removed this post; ask them to put it back.',
  notYours: 'Only the author may do this.',
  yourOwn: 'This is your own post.',
  answered: 'Someone has answered this post already.',
  threadFrozen: 'Staff have frozen this thread: it can be read, nobody writes in it for now.',
  staffOnly: 'Only staff answer aside.',
  noAsideHere: 'An aside answers a student; staff wrote this post.',
  forumRule: 'This forum does not allow it.',
  editTimeOver: 'The time for editing this post is over.',
  oneThreadOnly: 'Everyone opens one thread here, and yours is open already.',
};

/** Why an action is refused, as a sentence for the API's answer. */
export function whyNot(reason: DoReason): string {
  return SENTENCES[reason.code];
}
