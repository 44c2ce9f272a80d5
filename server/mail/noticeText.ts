import { dateWords } from '../../contract/dateWords';
import type { Notice, ToldDates } from '../../core/notices/notice';
import { HOUR } from '../../core/time/instant';
import type { CourseSetup } from '../course/setup/courseCache';
import { titleOf } from '../notices/notices';

/** Dates as a mail tells them. */
const dateWriter = (zone: string, now: number) => (at: number | null) =>
  at === null ? 'no date' : dateWords(at, zone, now);

const DATE_NAMES: readonly (readonly [keyof ToldDates, string])[] = [
  ['postingFrom', 'Posting opens'],
  ['initialDue', 'Initial post due'],
  ['repliesDue', 'Replies due'],
  ['postingUntil', 'Posting closes'],
];

/** One thing told, as a paragraph of a mail. It carries no text of a post: that is read in Juror, by whoever may. */
export function noticeText(notice: Notice, setup: CourseSetup, now: number): string {
  const forum = `“${titleOf(setup, notice.forumId)}”`;
  const who = setup.names.get(notice.actorId ?? '')?.name ?? 'Somebody';
  const date = dateWriter(setup.zone, now);
  const line = notice.line === null ? '' : `\n    ${notice.line.replaceAll('\n', '\n    ')}`;
  switch (notice.kind) {
    case 'answer':
      return `${who} answered your post in ${forum}.`;
    case 'aside':
      return `${who} wrote you an aside in ${forum}. Only you and staff read it.`;
    case 'mention':
      return `${who} mentioned you in ${forum}.`;
    case 'followed':
      return notice.count === 1
        ? `${who} wrote in ${forum}, which you follow.`
        : `${notice.count} new posts in ${forum}, which you follow.`;
    case 'approved':
      return `Your post in ${forum} was approved; the others can read it now.`;
    case 'returned':
      return `Your post in ${forum} was given back to you to revise.${line}`;
    case 'changeApproved':
      return `Your change to your post in ${forum} was approved; the others can read it now.`;
    case 'changeReturned':
      return `Your change to your post in ${forum} was given back to you to revise. The others still read the version before it.${line}`;
    case 'removed':
      return `${who} removed your post in ${forum}.${line}`;
    case 'edited':
      return `${who} changed the text of your post in ${forum}. You find both versions there.`;
    case 'released':
      return `Your score for ${forum} was released.`;
    case 'looked':
      return `Your score for ${forum} was looked at again.${line}`;
    case 'looks':
      return notice.count === 1
        ? `${who} asks for another look at the score for ${forum}.`
        : `${notice.count} students ask for another look at their scores for ${forum}.`;
    case 'opens':
      return `${forum} is open.`;
    case 'due': {
      const hours = Math.round((notice.due! - now) / HOUR);
      const left = hours < 1 ? 'in less than an hour' : `in ${hours} ${hours === 1 ? 'hour' : 'hours'}`;
      return `Your part in ${forum} is due ${date(notice.due)}. That is ${left}, and something of it is still open.`;
    }
    case 'dates': {
      const { before, after } = notice.dates!;
      const changes = DATE_NAMES.filter(([name]) => before[name] !== after[name]).map(
        ([name, words]) => `\n    ${words}: ${date(after[name])} (was ${date(before[name])})`,
      );
      return `The dates of ${forum} changed for you.${changes.join('')}`;
    }
    case 'sent':
      return `${who} sent you ${notice.postId === null ? forum : `a post in ${forum}`}.${line}`;
    case 'held':
      return notice.count === 1
        ? `${who}’s post in ${forum} waits for approval.`
        : `${notice.count} posts in ${forum} wait for approval.`;
    case 'reported':
      return notice.count === 1
        ? `A post in ${forum} was reported by a student.`
        : `${notice.count} posts in ${forum} were reported by students.`;
  }
}

/** Where a notice leads in Juror. */
export function noticeAddress(notice: Pick<Notice, 'kind' | 'forumId' | 'postId'>, courseId: string): string {
  if (notice.kind === 'released' || notice.kind === 'looked') return `/c/${courseId}/scores`;
  if (notice.kind === 'looks') return `/c/${courseId}/evaluate/${notice.forumId}?state=asks`;
  if (notice.kind === 'held') return `/c/${courseId}/discuss/${notice.forumId}/steward`;
  if (notice.kind === 'reported') return `/c/${courseId}/discuss/${notice.forumId}/steward?view=reported`;
  return `/c/${courseId}/discuss/${notice.forumId}${notice.postId === null ? '' : `#post-${notice.postId}`}`;
}
