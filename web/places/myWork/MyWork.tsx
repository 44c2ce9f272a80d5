import { FailedPage } from '../../ui/FailedPage';
import { AskedLine } from './AskedLine';
import { addresses } from '../../../words/addresses';
import { fromNow, sameDay } from '../../../words/dates';
import { CalendarDays } from 'lucide-react';
import { Fragment, type ComponentProps, type ReactNode } from 'react';
import { Link } from 'react-router';
import { getMyWork, type WorkDraft, type WorkLine } from '../../../contract/myWork';
import type { AnswerOf } from '../../../contract/endpoint';
import { listReviews, type ReviewLine } from '../../../contract/reviews';
import { DAY } from '../../../core/time/instant';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { dateWords, dayWords, dueWords, ownTimeWords, timeWords } from '../../ui/dateWords';
import { plural, maximumWords, pointWords } from '../../../words/numbers';
import { nextStep } from '../../../words/requirements';
import { Empty, Loading } from '../../ui/states';
import { Tally } from '../../ui/Tally';
import { useTitle } from '../../ui/useTitle';

const NUMBERS: Record<number, string> = { 2: 'two', 3: 'three', 4: 'four', 5: 'five', 6: 'six' };

function Due({ line }: { line: Pick<WorkLine, 'due' | 'overdue'> }) {
  const { zone } = useCourse();
  const now = useNow();
  if (line.due === null) return <span className="quiet">no due date</span>;
  const own = ownTimeWords(line.due, zone);
  const today = `${timeWords(line.due, zone)}${own === null ? '' : ` (${own})`}`;
  const words = sameDay(line.due, now, zone) ? today : dueWords(line.due, zone);
  return (
    <>
      <b className={`num font-semibold ${line.overdue ? 'text-late' : ''}`}>
        {line.overdue ? 'was due' : 'due'} {words}
      </b>
      <span className="quiet block text-sm">{fromNow(line.due, now)}</span>
    </>
  );
}

/** Something to do: how far it is, what it is, by when, and the way there. */
function ToDo({
  line,
  slots,
  to,
  title,
  text,
  button,
  first,
}: {
  line: ComponentProps<typeof Due>['line'];
  slots: ComponentProps<typeof Tally>['slots'];
  to: string;
  title: string;
  text: string;
  button: string;
  /** Its button stands out. */
  first: boolean;
}) {
  return (
    <li className="ruled grid grid-cols-[3.2rem_1fr] items-center gap-x-3 gap-y-2 border-b py-4 last:border-0 md:grid-cols-[4.5rem_1fr_14rem_11rem]">
      <span>
        <Tally slots={slots} scale={1.25} />
      </span>
      <div className="min-w-0">
        <h3 className="text-lg leading-snug">
          <Link to={to} className="hover:underline">
            {title}
          </Link>
        </h3>
        <p className="quiet">{text}</p>
      </div>
      <div className="col-start-2 md:col-start-auto">
        <Due line={line} />
      </div>
      <Link to={to} className={`btn col-start-2 md:col-start-auto ${first ? 'btn-primary' : 'raised ruled'}`}>
        {button}
      </Link>
    </li>
  );
}

/** A forum in which something is to be written. */
function ForumToDo({ line, first }: { line: WorkLine; first: boolean }) {
  const course = useCourse();
  return (
    <ToDo
      line={line}
      slots={line.slots}
      to={addresses.forum(course.id, line.forumId)}
      title={line.title}
      first={first}
      {...nextStep(line.slots, line)}
    />
  );
}

/** A review to write, or one that staff ask to be written anew. */
function ReviewToDo({ line, first }: { line: ReviewLine; first: boolean }) {
  const course = useCourse();
  const begun = line.draftWords !== null;
  const text =
    line.state === 'withheld'
      ? 'Your instructors ask for another version.'
      : begun
        ? `You have begun: ${plural(line.draftWords ?? 0, 'word')}.`
        : `A post in ${line.forum.title}.`;
  return (
    <ToDo
      line={line}
      slots={[{ kind: 'review', number: 1, state: 'open', daysLate: 0 }]}
      to={addresses.review(course.id, line.id)}
      title={line.author === null ? `Review ${line.number}` : `Review ${line.author}`}
      text={text}
      button={begun ? 'Go on writing' : 'Write the review'}
      first={first}
    />
  );
}

/** Something that is due, a forum or a review. */
interface Item {
  readonly key: string;
  readonly due: number | null;
  readonly overdue: boolean;
  readonly show: (first: boolean) => ReactNode;
}

/** Reviews of one's posts that were received. */
function ReceivedReviews({ received }: { received: AnswerOf<typeof listReviews>['received'] }) {
  const course = useCourse();
  if (received.length === 0) return null;
  return (
    <Group title="Reviews of your posts">
      {received.map(({ forum, count, unanswered }) => (
        <li
          key={forum.id}
          className="ruled flex flex-wrap items-baseline gap-x-3 border-b py-3 last:border-0"
        >
          <Link to={addresses.receivedReviews(course.id, forum.id)} className="font-semibold hover:underline">
            {plural(count, 'review')} of your post in {forum.title}
          </Link>
          {unanswered > 0 && <span className="quiet">{unanswered} not answered yet</span>}
        </li>
      ))}
    </Group>
  );
}

function Done({ line }: { line: WorkLine }) {
  const course = useCourse();
  const lates = line.slots.filter((slot) => slot.state === 'metLate');
  const missed = line.slots.filter((slot) => slot.state === 'missed' || slot.state === 'short').length;
  const note = line.excused
    ? 'you are excused'
    : missed > 0
      ? `${plural(missed, 'post')} missing`
      : lates.length > 0
        ? `${plural(lates.length, 'post')} late, by ${plural(Math.max(...lates.map((slot) => slot.daysLate)), 'day')}`
        : '';
  return (
    <li className="ruled grid grid-cols-[3.2rem_1fr_auto] items-center gap-3 border-b py-2 last:border-0 md:grid-cols-[4.5rem_1fr_14rem_11rem]">
      <span>
        <Tally slots={line.slots} />
      </span>
      <p className="min-w-0">
        <Link to={addresses.forum(course.id, line.forumId)} className="font-semibold hover:underline">
          {line.title}
        </Link>
        {note && <span className="quiet"> · {note}</span>}
      </p>
      <p className="quiet hidden md:block">
        {line.answered > 0 ? `${plural(line.answered, 'person', 'people')} replied to you` : ''}
      </p>
      <p className="num text-right">
        {line.score && (
          <Link to={addresses.scores(course.id)} className="hover:underline">
            <b>{pointWords(line.score.points)}</b>{' '}
            <span className="quiet">/ {maximumWords(line.score.maximum)}</span>
          </Link>
        )}
      </p>
    </li>
  );
}

function Group({
  title,
  strong = false,
  children,
}: {
  title: string;
  strong?: boolean;
  children: ReactNode;
}) {
  return (
    <section aria-label={title} className="mt-7">
      <h2 className={`ruled border-b pb-1.5 font-sans text-[0.95rem] font-bold ${strong ? 'text-seal' : ''}`}>
        {title}
      </h2>
      <ul>{children}</ul>
    </section>
  );
}

/** The kind of a draft, and the post it answers or changes. */
function partsOf(key: string): { kind: string; post: string | null } {
  const [kind = '', rest] = key.split(':');
  return { kind, post: kind === 'answer' || kind === 'edit' ? (rest ?? null) : null };
}

/** A draft, and the way back into it. */
function Begun({ draft }: { draft: WorkDraft }) {
  const course = useCourse();
  const { kind, post } = partsOf(draft.key);
  const what =
    kind === 'answer'
      ? `Reply to ${draft.to ?? 'someone'}`
      : kind === 'edit'
        ? 'A change of your post'
        : 'A post';
  const to = addresses.forum(course.id, draft.forumId, { write: draft.key }) + (post ? `#post-${post}` : '');
  return (
    <li className="ruled grid grid-cols-[1fr_auto] items-center gap-4 border-b py-3 last:border-0">
      <div className="min-w-0">
        <p>
          <b>{what}</b> <span className="quiet">in {draft.title}</span>
        </p>
        <p className="quiet num truncate">
          {plural(draft.words, 'word')}, kept {dateWords(draft.savedAt, course.zone)}
          {draft.begins !== '' && ` · ${draft.begins}`}
        </p>
      </div>
      <Link to={to} className="btn btn-sm h-9" aria-label={`Go on writing: ${what} in ${draft.title}`}>
        Go on writing
      </Link>
    </li>
  );
}

/** What is due and open, what comes, what is done. */
export function MyWork() {
  const course = useCourse();
  const now = useNow();
  useTitle('My work', course.title);
  const { data, error, mutate } = useApi(getMyWork, { course: course.id }, { refreshInterval: 60_000 });
  const reviews = useApi(listReviews, { course: course.id }).data;
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Finding what is due" />;
  if (data.forums.length === 0)
    return (
      <Empty title="Nothing here yet">
        What you are asked to write appears here, with its due dates, as soon as the first forum opens.
      </Empty>
    );

  const canAct = (line: WorkLine) => line.phase === 'open' && !line.excused;
  // Each review stands by itself.
  const hasOpen = (line: WorkLine) =>
    line.slots.some(({ kind, state }) => kind !== 'review' && (state === 'open' || state === 'short'));
  const todo = data.forums
    .filter((line) => canAct(line) && hasOpen(line))
    .sort((a, b) => (a.due ?? Infinity) - (b.due ?? Infinity));
  const free = data.forums.filter((line) => canAct(line) && line.slots.length === 0);
  const later = data.forums
    .filter((line) => line.phase === 'announced' || line.phase === 'locked')
    .sort((a, b) => (a.opensAt ?? 0) - (b.opensAt ?? 0));
  const done = data.forums.filter((line) => ![...todo, ...free, ...later].includes(line)).reverse();
  const toWrite = (reviews?.write ?? []).filter(({ state }) => state === 'toWrite' || state === 'withheld');
  const items = [
    ...todo.map((line): Item => ({
      key: line.forumId,
      due: line.due,
      overdue: line.overdue,
      show: (first) => <ForumToDo line={line} first={first} />,
    })),
    ...toWrite.map((line): Item => ({
      key: line.id,
      due: line.due,
      overdue: line.overdue,
      show: (first) => <ReviewToDo line={line} first={first} />,
    })),
  ].sort((a, b) => (a.due ?? Infinity) - (b.due ?? Infinity));
  const overdue = items.filter((item) => item.overdue);
  const groups: [string, Item[], boolean][] = [['Overdue', overdue, true]];
  for (const item of items.filter((each) => !overdue.includes(each))) {
    const title =
      item.due === null
        ? 'Without a due date'
        : sameDay(item.due, now, course.zone)
          ? 'Today'
          : item.due < now + 6 * DAY
            ? `By ${dayWords(item.due, course.zone)}`
            : 'Later this term';
    const group = groups.find(([name]) => name === title);
    if (group) group[1].push(item);
    else groups.push([title, [item], title === 'Today']);
  }
  const soon = items.filter((item) => item.due !== null && item.due < now + 7 * DAY).length;
  const { given } = course.you;
  const heading =
    soon === 0
      ? `Nothing is due this week, ${given}.`
      : soon === 1
        ? `You have one thing due this week, ${given}.`
        : `You have ${NUMBERS[soon] ?? soon} things due this week, ${given}.`;
  return (
    <div className="mx-auto w-full max-w-[60rem] px-5 pt-8 pb-20">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <h1 className="text-[1.7rem] leading-tight">{heading}</h1>
        <Link to={addresses.ownDates(course.id)} className="link-plain flex items-center gap-1.5">
          <CalendarDays className="size-4" aria-hidden />
          All dates
        </Link>
      </div>
      <AskedLine />
      {groups
        .filter(([, lines]) => lines.length > 0)
        .map(([title, lines, strong]) => (
          <Group key={title} title={title} strong={strong}>
            {lines.map((item) => (
              <Fragment key={item.key}>{item.show(item === items[0])}</Fragment>
            ))}
          </Group>
        ))}
      <ReceivedReviews received={reviews?.received ?? []} />
      {data.drafts.length > 0 && (
        <Group title="Drafts not sent yet">
          {data.drafts.map((draft) => (
            <Begun key={draft.forumId + draft.key} draft={draft} />
          ))}
        </Group>
      )}
      {free.length > 0 && (
        <Group title="Open, nothing required">
          {free.map((line) => (
            <Done key={line.forumId} line={line} />
          ))}
        </Group>
      )}
      {later.length > 0 && (
        <Group title="To come">
          {later.map((line) => (
            <li
              key={line.forumId}
              className="ruled grid grid-cols-[3.2rem_1fr] gap-3 border-b py-3 last:border-0 md:grid-cols-[4.5rem_1fr]"
            >
              <span className="opacity-60">
                <Tally slots={line.slots} />
              </span>
              <div>
                <h3 className="quiet text-lg leading-snug">
                  <Link to={addresses.forum(course.id, line.forumId)} className="hover:underline">
                    {line.title}
                  </Link>
                </h3>
                <p className="quiet">
                  {line.opensAt !== null && line.opensAt > now
                    ? `Opens ${dateWords(line.opensAt, course.zone)}`
                    : 'Opens'}
                  {line.unmet.length > 0 &&
                    `${line.opensAt !== null && line.opensAt > now ? ', after' : ' after'} your part in ${line.unmet.join(' and ')}`}
                  .
                </p>
              </div>
            </li>
          ))}
        </Group>
      )}
      {done.length > 0 && (
        <Group title="Done and closed">
          {done.map((line) => (
            <Done key={line.forumId} line={line} />
          ))}
        </Group>
      )}
      <p className="mt-10 text-sm">
        <Link to={addresses.whatStaffSee(course.id)} className="quiet hover:underline">
          What staff see of you
        </Link>
      </p>
    </div>
  );
}
