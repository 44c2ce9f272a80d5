import { Link } from 'react-router';
import type { InCommonOrder, InCommonRow } from '../../../contract/textInCommon';
import { addresses } from '../../../words/addresses';
import { numberWords, plural } from '../../../words/numbers';
import { inCommonWords, READING_PROBLEMS, REACH_SHORT, shareWords } from '../../../words/textInCommon';
import { useCourse } from '../../data/course';
import { Empty, Failed, Loading } from '../../ui/states';
import { When } from '../../ui/When';
import { usePairs } from './usePairs';
import { writerOf } from '../../ui/writerOf';

const ORDERS: Readonly<Record<InCommonOrder, string>> = {
  words: 'most words in common',
  rarity: 'rarest words',
  newest: 'newest',
};

/** Pairs of posts with text in common, each leading to the two side by side. */
export function PairList({ forum }: { forum?: string }) {
  const course = useCourse();
  const { data, error, mutate, query, set } = usePairs(forum);
  if (error && !data) return <Failed error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Comparing what was written" />;
  const { rows, of, open, aside, groups, posts, unreadable, isFull } = data;
  const chosen = [...rows.map(({ one }) => one), ...rows.map(({ other }) => other)].find(
    ({ student }) => student?.id === query.student,
  );
  return (
    <section aria-label="Text in common" className="pb-6">
      <p className="quiet max-w-3xl py-3">
        Posts by two students with the same words: at least twelve in a row, or a fifth of a post. Quotations,
        prompts, readings, starters, posts replied to and phrases many students use are left out. A pair says
        where to look, nothing more.
      </p>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-2">
        <div role="group" aria-label="Which pairs" className="flex gap-1.5">
          {(
            [
              ['open', `To look at ${numberWords(open)}`],
              ['aside', `Put aside ${numberWords(aside)}`],
            ] as const
          ).map(([show, words]) => (
            <button
              key={show}
              type="button"
              aria-pressed={query.show === show}
              className={`num cursor-pointer rounded-full border px-2.5 py-0.5 text-sm ${query.show === show ? 'border-primary font-semibold bg-river-wash' : 'ruled quiet hover:border-primary'}`}
              onClick={() => set({ show: show === 'open' ? '' : show })}
            >
              {words}
            </button>
          ))}
        </div>
        <label className="flex items-center gap-2 text-sm">
          <span className="quiet">In order of</span>
          <select
            className="select select-sm raised h-9 w-auto"
            value={query.order}
            onChange={(event) => set({ order: event.target.value === 'words' ? '' : event.target.value })}
          >
            {Object.entries(ORDERS).map(([order, words]) => (
              <option key={order} value={order}>
                {words}
              </option>
            ))}
          </select>
        </label>
        {query.student !== undefined && (
          <button type="button" className="link-plain text-sm" onClick={() => set({ student: '' })}>
            {chosen?.student ? `Of ${chosen.student.name} only` : 'Of one student only'}: show everyone
          </button>
        )}
      </div>
      {isFull && (
        <p className="ruled mb-2 border-l-4 pl-3 text-sm">
          There are more pairs than are kept. When a whole class has the same words, they were given to it in
          some way: attach that text to the forum as a reading, and it is left out.
        </p>
      )}
      {unreadable.length > 0 && (
        <details className="ruled mb-2 border-y py-2 text-sm">
          <summary className="cursor-pointer font-semibold">
            {plural(unreadable.length, 'reading')} could not be left out
          </summary>
          <ul className="mt-1 space-y-1">
            {unreadable.map(({ forum: title, name, why }) => (
              <li key={`${title} ${name}`}>
                <b>{name}</b> in {title}. <span className="quiet">{READING_PROBLEMS[why]}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {rows.length === 0 ? (
        <Empty title={query.show === 'aside' ? 'Nothing is put aside' : 'Nothing in common'} level={2}>
          {query.show === 'aside'
            ? 'A pair you have looked at can be put aside with a reason. It returns when one of its texts changes.'
            : `${plural(posts, 'post')} of the course ${posts === 1 ? 'is' : 'are'} compared. New ones are compared as they come.`}
        </Empty>
      ) : (
        <ol className="ruled border-t">
          {rows.map((row) => (
            <Row
              key={`${row.one.postId} ${row.other.postId}`}
              row={row}
              size={groups.find(({ number }) => number === row.group)?.students ?? 0}
              showsForum={forum === undefined}
              to={`${addresses.inCommonPair(course.id, row.one.postId, row.other.postId)}${searchOf({ ...query, from: forum })}`}
            />
          ))}
        </ol>
      )}
      {of > rows.length && (
        <p className="quiet pt-3 text-sm">
          These are the first {numberWords(rows.length)} of {numberWords(of)}. Choose a forum, or put some
          aside, to see others.
        </p>
      )}
    </section>
  );
}

/** What the page of a pair needs to lead to the next one. */
function searchOf(parts: Readonly<Record<string, string | undefined>>): string {
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(parts))
    if (value !== undefined && value !== 'open' && value !== 'words') search.set(name, value);
  const text = search.toString();
  return text === '' ? '' : `?${text}`;
}

function Row({
  row,
  size,
  showsForum,
  to,
}: {
  row: InCommonRow;
  /** Students in its group. */
  size: number;
  showsForum: boolean;
  to: string;
}) {
  const { one, other, words, longest, shares, reach, group, aside } = row;
  const forums =
    one.forum.title === other.forum.title ? one.forum.title : `${one.forum.title} and ${other.forum.title}`;
  return (
    <li className="ruled border-b [contain-intrinsic-size:auto_5.5rem] [content-visibility:auto]">
      <Link
        to={to}
        className="group grid grid-cols-[4.5rem_1fr] items-baseline gap-x-4 py-2.5 sm:grid-cols-[4.5rem_1fr_13rem]"
      >
        <span className="num text-right font-serif text-xl font-semibold">
          {numberWords(words)}
          <span className="quiet block font-sans text-xs font-normal">{words === 1 ? 'word' : 'words'}</span>
        </span>
        <span className="min-w-0 [overflow-wrap:anywhere]">
          <b className="group-hover:underline">
            {writerOf(one)} <span className="quiet font-normal">and</span> {writerOf(other)}
          </b>
          {group !== null && (
            <span className="quiet num ml-2 rounded-full border border-current px-2 text-xs">
              group {group}: {size} students
            </span>
          )}
          {showsForum && <span className="quiet block text-sm">{forums}</span>}
          <span className="quiet num block text-sm">
            {words === longest ? 'in a row' : `longest passage ${inCommonWords(longest, 1)}`},{' '}
            {shareWords(shares.one)} of the earlier and {shareWords(shares.other)} of the later post
          </span>
          {aside && (
            <span className="block text-sm">
              Put aside{aside.by && ` by ${aside.by.name}`}: {aside.reason}
            </span>
          )}
        </span>
        <span className="quiet col-start-2 text-sm sm:col-start-3 sm:text-right">
          {REACH_SHORT[reach]}
          <span className="num block">
            <When at={other.at} plain />
          </span>
        </span>
      </Link>
    </li>
  );
}
