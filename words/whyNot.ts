import type { DoReason } from '../core/access/mayDo';

/**
 * Why something cannot be done, as a sentence: the only table of these reasons, for the answers of the API and the interface
 * alike.
 *
 * @param date writes an instant in the course's zone
 * @param done what would have been done to a post
 * @example whyNot({ code: 'oneThreadOnly' }, date)
 */
export function whyNot(reason: DoReason, date: (at: number) => string, done = 'changed or removed'): string {
  switch (reason.code) {
    case 'allowed':
    case 'staff':
      return 'This is allowed.';
    case 'phase':
      return whyNotOpen(reason, date);
    case 'dueDatePassed':
      return `It was due ${date(reason.due)}, and this forum takes no posts after that.`;
    case 'sealed':
      return 'Write your own initial post first. Until then you can only reply to staff below your own posts.';
    case 'notReadable':
      return 'There is nothing at this address, or it is not for you.';
    case 'removed':
      return 'This post was removed.';
    case 'removedByStaff':
      return 'Staff removed this post; ask them to restore it.';
    case 'notYours':
      return 'Only the author may do this.';
    case 'yourOwn':
      return 'This is your own post.';
    case 'answered':
      return `Someone has replied to this post, so it can no longer be ${done}.`;
    case 'threadFrozen':
      return 'Staff have frozen this thread. You can read it, but not write in it for now.';
    case 'staffOnly':
      return 'Only staff do this.';
    case 'studentsOnly':
      return 'Only students report a post to staff.';
    case 'noAsideHere':
      return 'An aside is a reply to a student; staff wrote this post.';
    case 'notYourStudents':
      return 'This is for staff who work with that section or group.';
    case 'forumRule':
      return 'This forum does not allow it.';
    case 'editTimeOver':
      return `It could be edited until ${date(reason.until)}.`;
    case 'oneThreadOnly':
      return 'Everyone opens one thread here, and yours is open already.';
  }
}

function whyNotOpen({ reason }: DoReason & { code: 'phase' }, date: (at: number) => string): string {
  switch (reason.code) {
    case 'frozen':
      return 'Staff have frozen this forum. You can read it, but not write in it for now.';
    case 'postingUntil':
      return `Posting closed ${date(reason.at)}. You can still read everything.`;
    case 'postingFrom':
      return `Posting opens ${date(reason.at)}.`;
    case 'prerequisites':
      return 'Something else has to be done first.';
    default:
      return 'Posting is not open in this forum now.';
  }
}
