import { fromNow } from '../../../words/dates';
import type { ForumView } from '../../../contract/discuss';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { dueWords } from '../../ui/dateWords';
import { plural, numberWords } from '../../../words/numbers';
import { SealMark } from '../../ui/SealMark';
import { Tally } from '../../ui/Tally';
import { standsWords } from '../../../words/requirements';
import { slotName } from '../../../words/tally';
import { MoreTime } from './MoreTime';
import { whyNot } from './post/whyNot';

/** What this forum asks of the student and how far they are, in words beside the Tally. */
export function YourPart({ forum }: { forum: ForumView }) {
  const { zone } = useCourse();
  const now = useNow();
  const { required, dates, slots } = forum;
  if (slots.length === 0) return null;
  const due = (at: number) => `${dueWords(at, zone)} (${fromNow(at, now)})`;
  const stands = standsWords(slots, {
    required,
    dates,
    journal: forum.readers === 'staff',
    isDue: (at) => (at === null ? '' : ` ${at >= now ? 'is' : 'was'} due ${due(at)}`),
    due,
  });
  const late = slots.filter((slot) => slot.state === 'metLate');
  return (
    <section aria-label="Your part" className="raised ruled rounded-box flex gap-4 border px-4 py-3">
      <Tally slots={slots} scale={1.2} />
      <div className="min-w-0 leading-snug">
        {stands.map(({ lead, text, aside, later }, index) => (
          <p key={index} className={later ? 'quiet' : ''}>
            {lead !== '' && <b>{lead}</b>}
            {text}
            {aside !== '' && <span className="quiet"> {aside}</span>}
          </p>
        ))}
        {late.length > 0 && (
          <p className="text-sm text-late">
            {late
              .map(
                (slot) =>
                  `${slotName(slot, slots.filter((s) => s.kind === slot.kind).length)}: ${plural(slot.daysLate, 'day')} late`,
              )
              .join('; ')}
          </p>
        )}
        <MoreTime forum={forum} />
      </div>
    </section>
  );
}

/** What the seal keeps back, and what opens it. */
export function SealNotice({ forum }: { forum: ForumView }) {
  const { zone } = useCourse();
  const { sealed } = forum;
  if (sealed === null) return null;
  const lifts = sealed.liftsAt === null ? null : dueWords(sealed.liftsAt - 1, zone);
  return (
    <section
      aria-label="Seal"
      className="rounded-box flex gap-3.5 border border-dashed border-seal/45 bg-seal-wash px-4 py-4"
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
          moment your own post has {plural(sealed.minWords, 'word')}.{' '}
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
