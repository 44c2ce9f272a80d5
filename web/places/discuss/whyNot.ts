import type { DoReason } from '../../../core/access/mayDo';
import { dateWords } from '../../ui/dateWords';

/** Why something cannot be done, as a sentence. */
export function whyNot(reason: DoReason, zone: string): string {
  switch (reason.code) {
    case 'phase':
      if (reason.reason.code === 'frozen')
        return 'Staff have frozen this forum: it can be read, nobody writes for now.';
      if (reason.reason.code === 'postingUntil')
        return `Posting closed ${dateWords(reason.reason.at, zone)}. Everything stays to be read.`;
      if (reason.reason.code === 'postingFrom') return `Posting opens ${dateWords(reason.reason.at, zone)}.`;
      if (reason.reason.code === 'prerequisites') return 'Something else has to be done first.';
      return 'Posting is not open now.';
    case 'dueDatePassed':
      return `It was due ${dateWords(reason.due, zone)}, and this forum takes no posts after that.`;
    case 'sealed':
      return 'Write your own initial post first.';
    case 'answered':
      return 'Someone has answered it, so it can no longer be removed.';
    case 'editTimeOver':
      return `It could be edited until ${dateWords(reason.until, zone)}.`;
    case 'oneThreadOnly':
      return 'Everyone opens one thread here, and yours is open.';
    case 'threadFrozen':
      return 'Staff have frozen this thread: it can be read, nobody writes in it for now.';
    case 'forumRule':
      return 'This forum does not allow changing posts.';
    default:
      return '';
  }
}
