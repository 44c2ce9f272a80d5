import { useMemo, useState } from 'react';
import { toast } from '../../../ui/toast';
import { getPlan, setTimeAway, type PlanView } from '../../../../contract/plan';
import { getStudentTerm, type StudentTerm } from '../../../../contract/studentTerm';
import type { RosterPerson } from '../../../../contract/roster';
import { daysAway, timeAway, type DueWhileAway } from '../../../../core/plan/timeAway';
import { addDays } from '../../../../core/time/calendarDay';
import { isDay } from '../../../../core/time/isDay';
import { toWallClock } from '../../../../core/time/wallClock';
import { plural } from '../../../../words/numbers';
import { DATE_WORDS } from '../../../../words/schedule';
import { call } from '../../../data/api';
import { useNow } from '../../../data/clock';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { useApi } from '../../../data/useApi';
import { Choice } from '../../../ui/Choice';
import { DateInput } from '../../../ui/dates/DateInput';
import { dateWords } from '../../../ui/dateWords';
import { Dialog } from '../../../ui/Dialog';
import { Problem } from '../../../ui/Problem';
import { saidWithUndo } from '../../../ui/saidWithUndo';
import { orSayWhyNot } from '../../../ui/sayWhyNot';
import { Failed, Loading } from '../../../ui/states';
import { useSaving } from '../../../ui/useSaving';
import { useSealWarning } from '../../plan/useSealWarning';
import { awayOrder, choiceFor, forumsMade, type AwayChoice } from './awayOrder';

/** Moves or excuses what is due for a student while they are away, shown before it is done. */
export function TimeAwayDialog({ person, close }: { person: RosterPerson; close: () => void }) {
  const course = useCourse();
  const plan = useApi(getPlan, { course: course.id });
  const term = useApi(getStudentTerm, { course: course.id, student: person.id });
  const error = plan.error ?? term.error;
  return (
    <Dialog title={`Time away for ${person.name}`} onClose={close} wide>
      {plan.data && term.data ? (
        <AwayForm plan={plan.data} term={term.data} person={person} close={close} />
      ) : error ? (
        <Failed error={error} />
      ) : (
        <Loading />
      )}
    </Dialog>
  );
}

const MOST_DAYS = 120;

/** Why the days cannot be meant; null where they can. */
function wrongDays(from: string, to: string, days: string): string | null {
  if (!isDay(from) || !isDay(to)) return 'Choose the first and the last day.';
  if (to < from) return 'The last day comes before the first.';
  const n = Number(days);
  return Number.isInteger(n) && n >= 1 && n <= MOST_DAYS
    ? null
    : `Write a number of days from 1 to ${MOST_DAYS}.`;
}

function AwayForm({
  plan,
  term,
  person,
  close,
}: {
  plan: PlanView;
  term: StudentTerm;
  person: RosterPerson;
  close: () => void;
}) {
  const course = useCourse();
  const { zone } = course;
  const today = toWallClock(useNow(), zone).slice(0, 10);
  const [from, setFrom] = useState(today);
  const [to, setTo] = useState(() => addDays(today, 6));
  /** Typed by somebody; else as long as they are away. */
  const [typedDays, setDays] = useState<string | null>(null);
  const [usual, setUsual] = useState<AwayChoice>('move');
  const [chosen, setChosen] = useState<ReadonlyMap<string, AwayChoice>>(new Map());
  const [reason, setReason] = useState('');
  const { busy, problem, attempt } = useSaving();
  const { through, warning } = useSealWarning();
  const length =
    isDay(from) && isDay(to) && to >= from ? String(Math.min(daysAway({ from, to }), MOST_DAYS)) : '';
  const days = typedDays ?? length;
  const wrong = wrongDays(from, to, days);
  const scored = useMemo(
    () => new Set(plan.forums.flatMap(({ id, itemId }) => (itemId === null ? [] : [id]))),
    [plan],
  );
  const found = useMemo(() => {
    const student = plan.students.find(({ name }) => name.id === person.id)?.facts;
    if (wrong !== null || !student) return [];
    const facts = {
      forums: plan.forums.map(({ forum }) => forum),
      groups: new Map(plan.groups.map((group) => [group.id, group])),
    };
    return timeAway(facts, student, { from, to, days: Number(days) }, zone, newId);
  }, [plan, person.id, from, to, days, zone, wrong]);
  const made = useMemo(() => forumsMade(found, term), [found, term]);
  const choice = (each: DueWhileAway) => choiceFor(each, chosen, usual, { scored, made });
  const n = found.filter((each) => choice(each) !== 'leave').length;
  const apply = () =>
    attempt(() =>
      through(async (confirmed) => {
        const { order, undo } = awayOrder(plan, found, choice);
        const at = { course: course.id, person: person.id };
        const answer = await call(setTimeAway, at, { ...order, reason, confirmed });
        close();
        saidWithUndo(`Done in ${plural(n, 'forum')} for ${person.given}.`, () =>
          orSayWhyNot(async () => {
            await call(setTimeAway, at, { ...undo(answer), confirmed: true });
            toast.success('Undone.');
          }),
        );
      }),
    );
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void apply();
      }}
    >
      <div className="flex flex-wrap items-center gap-2">
        Away from
        <DateInput
          withTime={false}
          aria-label="First day away"
          value={from}
          onChange={({ target }) => setFrom(target.value)}
        />
        to
        <DateInput
          withTime={false}
          aria-label="Last day away"
          value={to}
          onChange={({ target }) => setTo(target.value)}
        />
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        What is due then
        <Choice
          label="What happens to what is due"
          value={usual}
          choose={(next) => {
            setUsual(next);
            setChosen(new Map());
          }}
          options={[
            ['move', 'moves by'],
            ['excuse', 'is excused'],
          ]}
        />
        {usual === 'move' && (
          <>
            <input
              className="input input-sm raised num h-9 w-16 text-center"
              aria-label="Days it moves by"
              inputMode="numeric"
              value={days}
              onChange={({ target }) => setDays(target.value)}
            />
            days
          </>
        )}
      </div>
      <Problem className="mt-2 text-sm">{wrong}</Problem>
      {wrong === null && (
        <DueThen
          plan={plan}
          found={found}
          name={person.given}
          scored={scored}
          made={made}
          choice={choice}
          choose={(forumId, next) => setChosen(new Map(chosen).set(forumId, next))}
        />
      )}
      <label className="mt-4 block">
        <span className="mb-1 block font-semibold">
          Why <span className="quiet font-normal">for the course record; the student does not see it</span>
        </span>
        <input
          className="input raised w-full"
          maxLength={1000}
          value={reason}
          onChange={({ target }) => setReason(target.value)}
        />
      </label>
      <Problem className="mt-2 text-sm">{problem}</Problem>
      <button className="btn btn-primary mt-4" disabled={busy || n === 0}>
        Change {plural(n, 'forum')}
      </button>
      {warning}
    </form>
  );
}

const AFTER: Record<Exclude<AwayChoice, 'move'>, string> = {
  excuse: 'excused; the forum does not count',
  leave: 'stays as it is',
};

/** Each forum with something due, before and after, and what is to become of it. */
function DueThen({
  plan,
  found,
  name,
  scored,
  made,
  choice,
  choose,
}: {
  plan: PlanView;
  found: readonly DueWhileAway[];
  name: string;
  scored: ReadonlySet<string>;
  made: ReadonlySet<string>;
  choice: (each: DueWhileAway) => AwayChoice;
  choose: (forumId: string, choice: AwayChoice) => void;
}) {
  const { zone } = useCourse();
  const titles = new Map(plan.forums.map(({ id, title }) => [id, title]));
  if (found.length === 0) return <p className="quiet mt-4">Nothing is due for {name} in these days.</p>;
  return (
    <ul className="ruled mt-4 border-t">
      {found.map((each) => {
        const chosen = choice(each);
        const title = titles.get(each.forumId) ?? '';
        return (
          <li
            key={each.forumId}
            className="ruled grid items-start gap-x-4 gap-y-1 border-b py-2.5 sm:grid-cols-[1fr_9rem]"
          >
            <div className="min-w-0">
              <p className="font-semibold">{title}</p>
              {made.has(each.forumId) && <p className="quiet text-sm">{name} has done this already.</p>}
              {chosen === 'move'
                ? each.dates.map((date) => (
                    <p key={date.name} className="num text-sm">
                      <span className="quiet">
                        {DATE_WORDS[date.name]} <s>{dateWords(date.before, zone)}</s>
                      </span>{' '}
                      <b className="font-semibold">{dateWords(date.after, zone)}</b>
                    </p>
                  ))
                : each.due.map((date) => (
                    <p key={date.name} className="quiet num text-sm">
                      {DATE_WORDS[date.name]} {dateWords(date.at, zone)}: {AFTER[chosen]}
                    </p>
                  ))}
            </div>
            <Choice
              label={`What happens to ${title}`}
              value={chosen}
              choose={(next) => choose(each.forumId, next)}
              options={[
                ['move', 'Move'],
                ...(scored.has(each.forumId) ? ([['excuse', 'Excuse']] as const) : []),
                ['leave', 'Leave as it is'],
              ]}
            />
          </li>
        );
      })}
    </ul>
  );
}
