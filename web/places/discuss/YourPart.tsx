import { fromNow } from '../../../words/dates';
import type { ForumView } from '../../../contract/discuss';
import { isMade } from '../../../core/participation/slot';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { dateWords, dueWords } from '../../ui/dateWords';
import { countWords, numberWords } from '../../../words/numbers';
import { SealMark } from '../../ui/SealMark';
import { Tally } from '../../ui/Tally';
import { slotName } from '../../../words/tally';
import { whyNot } from './post/whyNot';

/** What this forum asks of the student and how far they are, in words beside the Tally. */
export function YourPart({ forum }: { forum: ForumView }) {
  const { zone } = useCourse();
  const now = useNow();
  const { required, dates, slots } = forum;
  if (slots.length === 0) return null;
  const initials = slots.filter((slot) => slot.kind === 'initial');
  const initial = initials.length === 1 ? initials[0] : undefined;
  const answers = initials.length > 1 ? initials : [];
  const entries = slots.filter((slot) => slot.kind === 'post');
  const attachments = slots.filter((slot) => slot.kind === 'attachment');
  const replies = slots.filter((slot) => slot.kind === 'reply');
  const made = replies.filter(isMade).length;
  const some = (of: typeof slots, one: string, many: string, at: number | null) => {
    const there = of.filter(isMade).length;
    return there === of.length
      ? `All ${of.length} ${many} are there.`
      : `${there} of ${countWords(of.length, one, many)} made${at === null ? '' : `, due ${dueWords(at, zone)} (${fromNow(at, now)})`}.`;
  };
  const lastDue = Math.max(dates.initialDue ?? 0, dates.repliesDue ?? 0) || null;
  const due = (at: number | null) =>
    at === null ? '' : ` ${at >= now ? 'is' : 'was'} due ${dueWords(at, zone)} (${fromNow(at, now)})`;
  const late = slots.filter((slot) => slot.state === 'metLate');
  return (
    <section aria-label="Your part" className="raised ruled rounded-box flex gap-4 border px-4 py-3">
      <Tally slots={slots} scale={1.2} />
      <div className="min-w-0 leading-snug">
        {initial && (
          <p>
            <b>Your initial post</b>
            {isMade(initial)
              ? ' is there.'
              : initial.state === 'pending'
                ? ' waits for approval.'
                : initial.state === 'short'
                  ? ` is too short: it needs ${countWords(required.initialMinWords, 'word')} and${due(dates.initialDue) || ' has no due date'}.`
                  : initial.state === 'missed'
                    ? ' was not made.'
                    : `${due(dates.initialDue) || ' has no due date'}.`}
          </p>
        )}
        {answers.length > 0 && <p>{some(answers, 'answer', 'answers', dates.initialDue)}</p>}
        {attachments.some((slot) => !isMade(slot)) && <p>An attachment is asked for too.</p>}
        {entries.length > 0 && (
          <p>
            {some(
              entries,
              forum.readers === 'staff' ? 'entry' : 'post',
              forum.readers === 'staff' ? 'entries' : 'posts',
              lastDue,
            )}{' '}
            {required.postMinWords > 0 && (
              <span className="quiet">{countWords(required.postMinWords, 'word')} each.</span>
            )}
          </p>
        )}
        {replies.length > 0 && (
          <p className={initial && !isMade(initial) ? 'quiet' : ''}>
            {made === replies.length ? (
              'All your replies are there.'
            ) : (
              <>
                {made > 0
                  ? `${made} of ${countWords(replies.length, 'reply', 'replies')} made`
                  : `${initial && !isMade(initial) ? 'Then ' : ''}${countWords(required.replies, 'reply', 'replies')} to ${countWords(required.different, 'person', 'people')}`}
                {dates.repliesDue !== null &&
                  ` by ${dueWords(dates.repliesDue, zone)} (${fromNow(dates.repliesDue, now)})`}
              </>
            )}
          </p>
        )}
        {late.length > 0 && (
          <p className="text-sm" style={{ color: 'var(--late)' }}>
            {late
              .map(
                (slot) =>
                  `${slotName(slot, slots.filter((s) => s.kind === slot.kind).length)}: ${countWords(slot.daysLate, 'day')} late`,
              )
              .join('; ')}
          </p>
        )}
      </div>
    </section>
  );
}

/** What the seal keeps back, and what opens it. */
export function SealNotice({ forum }: { forum: ForumView }) {
  const { zone } = useCourse();
  const { sealed } = forum;
  if (sealed === null) return null;
  const lifts = sealed.liftsAt === null ? null : dateWords(sealed.liftsAt - 1, zone);
  return (
    <section
      aria-label="Seal"
      className="rounded-box flex gap-3.5 border border-dashed px-4 py-4"
      style={{
        background: 'var(--seal-wash)',
        borderColor: 'color-mix(in srgb, var(--seal) 45%, transparent)',
      }}
    >
      <SealMark size={26} />
      <div className="leading-snug">
        <p className="font-bold">
          {sealed.posts === 0
            ? 'Nobody else has written yet.'
            : sealed.posts === 1
              ? '1 post is sealed.'
              : `${numberWords(sealed.posts)} posts are sealed.`}
        </p>
        <p className="quiet mt-0.5">
          {sealed.posts === 0 ? 'What others write opens' : sealed.posts === 1 ? 'It opens' : 'They open'} the
          moment your own post has {countWords(sealed.minWords, 'word')}.{' '}
          {lifts === null
            ? 'If you never post, they stay sealed.'
            : `If you never post, they open ${sealed.lifts === 'posting' ? 'when posting closes' : ''} on ${lifts}.`}
        </p>
      </div>
    </section>
  );
}

/** Why nothing can be written here now. */
export function ClosedNotice({ forum }: { forum: ForumView }) {
  const { zone } = useCourse();
  if (forum.openThread.yes || forum.openThread.reason.code === 'oneThreadOnly') return null;
  const text = whyNot(forum.openThread.reason, zone);
  return text === '' ? null : <p className="quiet">{text}</p>;
}
