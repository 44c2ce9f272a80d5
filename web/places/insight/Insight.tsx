import { Printer } from 'lucide-react';
import { useMemo, useState, type ComponentType } from 'react';
import { NavLink } from 'react-router';
import { listForums } from '../../../contract/discuss';
import { getInsight, type InsightView } from '../../../contract/insight';
import { fromWallClock } from '../../../core/time/wallClock';
import { shortDay } from '../../../words/dates';
import { fairnessWords, rhythmWords, silenceWords, talkWords, writingWords } from '../../../words/insight';
import { useCourse } from '../../data/course';
import { useAddress } from '../../data/useAddress';
import { useApi, withQuery } from '../../data/useApi';
import { FailedPage } from '../../ui/FailedPage';
import { Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { Fair } from './Fair';
import { How } from './How';
import { PostsBehind, type PostsWanted } from './PostsBehind';
import { ShowsInsight, type Shown } from './shown';
import { Silent } from './Silent';
import { Talking } from './Talking';
import { When } from './When';

interface Question {
  readonly ask: string;
  readonly words: string;
  readonly answer: (
    view: InsightView,
    say: { day: (monday: string) => string; nameOf: (id: string) => string },
  ) => string;
  readonly told: (view: InsightView) => boolean;
  readonly Picture: ComponentType;
}

const QUESTIONS: readonly Question[] = [
  {
    ask: 'silent',
    words: 'Who is falling silent?',
    answer: ({ silence }, { day }) => silenceWords(silence, day),
    told: ({ silence }) => silence.students.length > 0,
    Picture: Silent,
  },
  {
    ask: 'talk',
    words: 'Who talks with whom?',
    answer: ({ talk }) => talkWords(talk),
    told: ({ talk }) => talk.told,
    Picture: Talking,
  },
  {
    ask: 'when',
    words: 'When do they write?',
    answer: ({ rhythm }) => rhythmWords(rhythm),
    told: ({ rhythm }) => rhythm.told,
    Picture: When,
  },
  {
    ask: 'how',
    words: 'How do they write?',
    answer: ({ writing }) => writingWords(writing),
    told: ({ writing }) => writing.told,
    Picture: How,
  },
  {
    ask: 'fair',
    words: 'How fair is the scoring?',
    answer: ({ fairness }, { nameOf }) => fairnessWords(fairness, nameOf),
    told: ({ fairness }) => fairness.told,
    Picture: Fair,
  },
];

/** Names as they may be shown, whole and short: hidden, each student has a number by their place in the class. */
function useNames(view: InsightView | undefined, isHidden: boolean): Pick<Shown, 'nameOf' | 'shortOf'> {
  return useMemo(() => {
    const names = new Map(view?.names.map((each) => [each.id, each]));
    const numbers = new Map(view?.talk.people.map(({ id }, index) => [id, index + 1]));
    const evaluators = new Map(
      view?.fairness.byEvaluator.map(({ key }, index) => [key, `Evaluator ${index + 1}`]),
    );
    const hidden = (id: string) => (numbers.has(id) ? `Student ${numbers.get(id)}` : evaluators.get(id));
    return {
      nameOf: (id) => (isHidden ? hidden(id) : names.get(id)?.name) ?? 'Someone',
      shortOf: (id) => String((isHidden ? numbers.get(id) : names.get(id)?.given) ?? ''),
    };
  }, [view, isHidden]);
}

/** What the term looks like, in five questions: each answered by a sentence and a picture that leads to who and what is behind it. */
export function Insight() {
  const course = useCourse();
  useTitle('Insight', course.title);
  const { search, set } = useAddress();
  const [isHidden, setHidden] = useState(false);
  const [opened, setOpened] = useState<{ title: string; wanted: PostsWanted } | null>(null);
  const scope = { forum: search.get('forum') ?? undefined, section: search.get('section') ?? undefined };
  const { data, error, mutate } = useApi(
    withQuery(getInsight, scope),
    { course: course.id },
    { keepPreviousData: true, revalidateOnFocus: false },
  );
  const forums = useApi(listForums, { course: course.id }).data?.forums ?? [];
  const { nameOf, shortOf } = useNames(data, isHidden);
  const question = QUESTIONS.find(({ ask }) => ask === search.get('ask')) ?? QUESTIONS[0]!;
  const day = (monday: string) =>
    `Mon ${shortDay(fromWallClock(`${monday}T12:00`, course.zone), course.zone)}`;
  const to = (ask: string) => {
    const next = new URLSearchParams(search);
    next.set('ask', ask);
    return { search: `?${next}` };
  };
  const shown: Shown | null = data
    ? {
        ...{ view: data, nameOf, shortOf, isHidden },
        open: (title, wanted) => setOpened({ title, wanted: { ...scope, ...wanted } }),
      }
    : null;
  const select = 'select select-sm raised h-9 w-auto max-w-60';
  return (
    <div className="mx-auto w-full max-w-7xl px-5 pt-6 pb-20">
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-3">
        <h1 className="text-2xl">Insight</h1>
        <div className="no-print flex flex-wrap items-center gap-2">
          <select
            className={select}
            aria-label="Forum"
            value={scope.forum ?? ''}
            onChange={({ target }) => set({ forum: target.value })}
          >
            <option value="">Every forum</option>
            {forums
              .filter(({ draft }) => !draft)
              .map(({ id, title }) => (
                <option key={id} value={id}>
                  {title}
                </option>
              ))}
          </select>
          {course.sections.length > 1 && (
            <select
              className={select}
              aria-label="Section"
              value={scope.section ?? ''}
              onChange={({ target }) => set({ section: target.value })}
            >
              <option value="">Every section</option>
              {course.sections.map(({ id, title }) => (
                <option key={id} value={id}>
                  {title}
                </option>
              ))}
            </select>
          )}
          <label className="flex items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={isHidden}
              onChange={({ target }) => setHidden(target.checked)}
            />
            Hide names
          </label>
          <button type="button" className="btn btn-sm raised ruled h-9" onClick={() => window.print()}>
            <Printer className="size-4" aria-hidden />
            Print
          </button>
        </div>
      </div>
      <nav aria-label="Questions" className="ruled no-print mt-3 flex flex-wrap gap-x-6 border-b">
        {QUESTIONS.map(({ ask, words }) => (
          <NavLink
            key={ask}
            to={to(ask)}
            replace
            preventScrollReset
            aria-current={ask === question.ask ? 'page' : undefined}
            className={() =>
              `-mb-px border-b-2 py-2 ${ask === question.ask ? 'border-primary font-semibold' : 'quiet border-transparent hover:border-base-300'}`
            }
          >
            {words}
          </NavLink>
        ))}
      </nav>
      {error && !data && <FailedPage error={error} retry={() => void mutate()} />}
      {!data && !error && <Loading what="Reading the term" />}
      {data && shown && (
        <ShowsInsight value={shown}>
          <section aria-label={question.words} className="mt-6">
            <h2 className="sr-only text-xl print:not-sr-only">{question.words}</h2>
            <p className="mb-6 max-w-[52rem] font-serif text-lg leading-relaxed" role="status">
              {question.answer(data, { day, nameOf })}
            </p>
            {question.told(data) && <question.Picture key={JSON.stringify(scope)} />}
          </section>
          {opened && <PostsBehind {...opened} close={() => setOpened(null)} />}
        </ShowsInsight>
      )}
    </div>
  );
}
