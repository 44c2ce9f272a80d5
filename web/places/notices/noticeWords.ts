import type { NoticeGroup } from '../../../contract/notices';
import type { ToldDates } from '../../../core/notices/notice';
import { dateWords } from '../../ui/dateWords';
import { countWords } from '../../ui/pointWords';

/** "Bram Oyelaran", "Bram Oyelaran and Emi Sato", "Bram Oyelaran and 3 others". */
function whoWords(actors: NoticeGroup['actors']): string {
  const [first, second] = actors;
  if (!first) return 'Somebody';
  if (!second) return first.name;
  return actors.length === 2
    ? `${first.name} and ${second.name}`
    : `${first.name} and ${actors.length - 1} others`;
}

/** What happened, without the forum, which stands below it. */
export function noticeWords(notice: NoticeGroup, zone: string): string {
  const who = whoWords(notice.actors);
  switch (notice.kind) {
    case 'answer':
      return `${who} answered your post${notice.actors.length > 0 && notice.count > notice.actors.length ? `, ${countWords(notice.count, 'answer')}` : ''}`;
    case 'aside':
      return `${who} wrote you an aside`;
    case 'mention':
      return `${who} mentioned you`;
    case 'followed':
      return notice.count === 1 ? `${who} wrote here` : `${countWords(notice.count, 'new post')}`;
    case 'approved':
      return 'Your post was approved';
    case 'returned':
      return 'Your post was given back to you to revise';
    case 'changeApproved':
      return 'Your change to a post was approved';
    case 'changeReturned':
      return 'Your change to a post was given back to you to revise';
    case 'removed':
      return `${who} removed your post`;
    case 'edited':
      return `${who} changed the text of your post`;
    case 'released':
      return 'Your score was released';
    case 'looked':
      return 'Your score was looked at again';
    case 'looks':
      return notice.count === 1
        ? `${who} asks for another look at the score`
        : `${countWords(notice.count, 'student')} ask for another look at their scores`;
    case 'opens':
      return 'Open for posting';
    case 'due':
      return `Something of your part is due ${dateWords(notice.due!, zone)}`;
    case 'dates':
      return 'The dates changed for you';
    case 'sent':
      return `${who} sent you ${notice.postId === null ? 'this forum' : 'a post'}`;
    case 'held':
      return notice.count === 1
        ? `${who}’s post waits for approval`
        : `${countWords(notice.count, 'post')} wait for approval`;
    case 'reported':
      return notice.count === 1
        ? 'A post was reported by a student'
        : `${countWords(notice.count, 'post')} were reported by students`;
  }
}

const DATE_NAMES: readonly (readonly [keyof ToldDates, string])[] = [
  ['postingFrom', 'Posting opens'],
  ['initialDue', 'Initial post due'],
  ['repliesDue', 'Replies due'],
  ['postingUntil', 'Posting closes'],
];

/** Each date that is other than before: its name, what it was, what it is. */
export function dateChanges({ before, after }: NonNullable<NoticeGroup['dates']>, zone: string) {
  const words = (at: number | null) => (at === null ? 'no date' : dateWords(at, zone));
  return DATE_NAMES.filter(([name]) => before[name] !== after[name]).map(([name, label]) => ({
    label,
    before: words(before[name]),
    after: words(after[name]),
  }));
}

/** Where a notice leads. */
export function noticeTarget(notice: NoticeGroup, course: string): string {
  const forum = `/c/${course}/discuss/${notice.forumId}`;
  if (notice.kind === 'released' || notice.kind === 'looked') return `/c/${course}/scores`;
  if (notice.kind === 'looks') return `/c/${course}/evaluate/${notice.forumId}?state=asks`;
  if (notice.kind === 'held') return `${forum}/steward`;
  if (notice.kind === 'reported') return `${forum}/steward?view=reported`;
  return notice.postId === null ? forum : `${forum}#post-${notice.postId}`;
}
