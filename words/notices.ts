import type { Notice, ToldDates } from '../core/notices/notice';
import { HOUR } from '../core/time/instant';
import { addresses } from './addresses';
import type { DateWriter } from './dates';
import { plural } from './numbers';

/** What of a notice its sentences are made of. */
export interface Told extends Pick<Notice, 'kind' | 'count' | 'due' | 'postId'> {
  /** Who did it, the newest first. */
  readonly actors: readonly { readonly name: string }[];
}

/** "Bram Oyelaran", "Bram Oyelaran and Emi Sato", "Bram Oyelaran and 3 others". */
function whoWords([first, second, ...others]: Told['actors']): string {
  if (!first) return 'Someone';
  if (!second) return first.name;
  return others.length === 0
    ? `${first.name} and ${second.name}`
    : `${first.name} and ${others.length + 1} others`;
}

/**
 * What happened, as a sentence without its full stop.
 *
 * @param place the forum's name in quotation marks; null where it stands beside the sentence
 */
function happened(notice: Told, date: DateWriter, place: string | null): string {
  const who = whoWords(notice.actors);
  const { count } = notice;
  const inPlace = place === null ? '' : ` in ${place}`;
  const forPlace = place === null ? '' : ` for ${place}`;
  switch (notice.kind) {
    case 'answer': {
      const several = notice.actors.length > 0 && count > notice.actors.length;
      return `${who} replied to your post${inPlace}${several ? `, ${plural(count, 'reply', 'replies')}` : ''}`;
    }
    case 'aside':
      return `${who} wrote you an aside${inPlace}`;
    case 'mention':
      return `${who} mentioned you${inPlace}`;
    case 'followed':
      return count === 1
        ? `${who} wrote ${place === null ? 'here' : `in ${place}`}`
        : `${plural(count, 'new post')}${inPlace}`;
    case 'approved':
      return `Your post${inPlace} was approved`;
    case 'returned':
      return `Your post${inPlace} was returned to you to revise`;
    case 'changeApproved':
      return `Your change to ${place === null ? 'a post' : `your post in ${place}`} was approved`;
    case 'changeReturned':
      return `Your change to ${place === null ? 'a post' : `your post in ${place}`} was returned to you to revise`;
    case 'removed':
      return `${who} removed your post${inPlace}`;
    case 'edited':
      return `${who} changed the text of your post${inPlace}`;
    case 'released':
      return `Your score${forPlace} was released`;
    case 'looked':
      return `Your score${forPlace} was looked at again`;
    case 'looks':
      return count === 1
        ? `${who} asks for another look at the score${forPlace}`
        : `${plural(count, 'student')} ask for another look at their scores${forPlace}`;
    case 'timeAnswered':
      return `${who} answered your request for more time${inPlace}`;
    case 'timeAsked':
      return count === 1
        ? `${who} asks for more time${inPlace}`
        : `${plural(count, 'student')} ask for more time${inPlace}`;
    case 'reviewsGiven':
      return `You have ${plural(count, 'post')} to review${inPlace}`;
    case 'reviewed':
      return `You received a review of your post${inPlace}`;
    case 'reviewWithheld':
      return `Staff keep a review of yours${inPlace} from its author, and say why`;
    case 'opens':
      return place === null ? 'Open for posting' : `${place} is open`;
    case 'due':
      return `${place === null ? 'One of your posts' : `Your part in ${place}`} is due ${date(notice.due!)}`;
    case 'dates':
      return `The dates${place === null ? '' : ` of ${place}`} changed for you`;
    case 'sent':
      return notice.postId === null
        ? `${who} sent you ${place ?? 'this forum'}`
        : `${who} sent you a post${inPlace}`;
    case 'asked':
      return `${who} asks you something`;
    case 'askedAnswered':
      return `${who} answered what you asked`;
    case 'announced':
      return `${who} announces${place === null ? '' : ` ${place}`}`;
    case 'held':
      return count === 1
        ? `${who}’s post${inPlace} waits for approval`
        : `${plural(count, 'post')}${inPlace} wait for approval`;
    case 'reported':
      return count === 1
        ? `A post${inPlace} was reported by a student`
        : `${plural(count, 'post')}${inPlace} were reported by students`;
  }
}

/** What happened, without the forum, which stands beside it: "Bram Oyelaran replied to your post". */
export const noticeWords = (notice: Told, date: DateWriter): string => happened(notice, date, null);

/** What follows on the sentence where it is read away from Juror; it ends as the sentence does where nothing has to. */
function more(notice: Told & Pick<Notice, 'dates'>, date: DateWriter, now: number): string {
  switch (notice.kind) {
    case 'aside':
      return '. Only you and staff read it.';
    case 'followed':
      return ', which you follow.';
    case 'approved':
    case 'changeApproved':
      return '; the others can read it now.';
    case 'changeReturned':
      return '. The others still read the previous version.';
    case 'edited':
      return '. You find both versions there.';
    case 'due': {
      const hours = Math.round((notice.due! - now) / HOUR);
      const left = hours < 1 ? 'in less than an hour' : `in ${plural(hours, 'hour')}`;
      return `. That is ${left}, and some of it is still to do.`;
    }
    case 'dates':
      return `.${dateChanges(notice.dates!, date)
        .map(({ label, before, after }) => `\n    ${label}: ${after} (was ${before})`)
        .join('')}`;
    default:
      return '.';
  }
}

/**
 * One thing told as a paragraph of a mail. It carries no text of a post: that is read in Juror, by whoever may.
 *
 * @param forum the forum's title
 */
export function noticeParagraph(
  notice: Told & Pick<Notice, 'dates' | 'line'>,
  forum: string,
  date: DateWriter,
  now: number,
): string {
  const line = notice.line === null ? '' : `\n    ${notice.line.replaceAll('\n', '\n    ')}`;
  return happened(notice, date, `“${forum}”`) + more(notice, date, now) + line;
}

const TOLD_DATES: readonly (readonly [keyof ToldDates, string])[] = [
  ['postingFrom', 'Posting opens'],
  ['initialDue', 'Initial post due'],
  ['repliesDue', 'Replies due'],
  ['reviewsDue', 'Reviews due'],
  ['postingUntil', 'Posting closes'],
];

/** Each date that is other than before: its name, what it was, what it is. */
export function dateChanges({ before, after }: NonNullable<Notice['dates']>, date: DateWriter) {
  const words = (at: number | null) => (at === null ? 'no date' : date(at));
  return TOLD_DATES.filter(([name]) => before[name] !== after[name]).map(([name, label]) => ({
    label,
    before: words(before[name]),
    after: words(after[name]),
  }));
}

/** Where a notice leads. */
export function noticeAddress(
  { kind, forumId, postId }: Pick<Notice, 'kind' | 'forumId' | 'postId'>,
  course: string,
): string {
  if (kind === 'announced') return addresses.announcements(course);
  if (kind === 'asked') return addresses.asked(course);
  if (kind === 'askedAnswered') return addresses.oneCase(course, forumId);
  if (kind === 'released' || kind === 'looked') return addresses.scores(course);
  if (kind === 'looks') return addresses.docket(course, forumId, { state: 'asks' });
  if (kind === 'timeAsked') return addresses.waiting(course);
  if (kind === 'reviewed') return addresses.receivedReviews(course, forumId);
  if (kind === 'held') return addresses.moderate(course, forumId);
  if (kind === 'reported') return addresses.moderate(course, forumId, { view: 'reported' });
  return postId === null ? addresses.forum(course, forumId) : addresses.post(course, forumId, postId);
}
