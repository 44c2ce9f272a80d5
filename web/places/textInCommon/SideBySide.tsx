import { ArrowLeft, ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import {
  getInCommonPair,
  putPairAside,
  type InCommonPair,
  type InPair,
} from '../../../contract/textInCommon';
import { closeWords, LEFT_OUT, inCommonWords, reachWords, shareWords } from '../../../words/textInCommon';
import { addresses } from '../../../words/addresses';
import { numberWords, plural } from '../../../words/numbers';
import { ApiProblem, call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { FailedPage } from '../../ui/FailedPage';
import { NotFound } from '../../ui/NotFound';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { saidWithUndo } from '../../ui/saidWithUndo';
import { Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';
import { PutIntoCase } from '../cases/PutIntoCase';
import { ReasonDialog } from '../discuss/post/ReasonDialog';
import { MarkedText } from '../../ui/MarkedText';
import { usePairs } from './usePairs';
import { writerOf } from '../../ui/writerOf';

/** Where the list of pairs stands that one came from. */
function listAddress(course: string, search: URLSearchParams): string {
  const from = search.get('from');
  const rest = new URLSearchParams(search);
  rest.delete('from');
  if (from !== null) rest.set('view', 'common');
  const path = from === null ? addresses.inCommon(course) : addresses.moderate(course, from);
  return rest.size === 0 ? path : `${path}?${rest}`;
}

/** Two posts with text in common, side by side, with the passages marked in both and what could be read when. */
export function SideBySide() {
  const course = useCourse();
  const { one, other } = useParams();
  const [search] = useSearchParams();
  const { data, error, mutate } = useApi(getInCommonPair, {
    course: course.id,
    one: one!,
    other: other!,
  });
  useTitle(data ? `${writerOf(data.one)} and ${writerOf(data.other)}` : 'Text in common', course.title);
  if (error && !data)
    return error instanceof ApiProblem && error.problem.status === 404 ? (
      <NotFound />
    ) : (
      <FailedPage error={error} retry={() => void mutate()} />
    );
  if (!data) return <Loading what="Laying the posts side by side" />;
  return (
    <div className="mx-auto w-full max-w-6xl px-5 pt-5 pb-16">
      <div className="flex flex-wrap items-center justify-between gap-x-6">
        <Link to={listAddress(course.id, search)} className="link-plain flex items-center gap-1 text-sm">
          <ArrowLeft className="size-4" aria-hidden />
          All pairs
        </Link>
        <Steps pair={data} />
      </div>
      <p className="label-caps mt-3">Text in common</p>
      <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2">
        <h1 className="text-2xl">
          {writerOf(data.one)} <span className="quiet font-normal">and</span> {writerOf(data.other)}
        </h1>
        <span className="flex gap-2">
          <PutIntoCase
            first={{ kind: 'pair', one: data.one.postId, other: data.other.postId }}
            students={[data.one, data.other].flatMap(({ student }) => student ?? [])}
          />
          <PutAside pair={data} back={() => void mutate()} />
        </span>
      </div>
      <p className="num mt-1">
        {inCommonWords(data.words, data.passages.length)}: {shareWords(data.shares.one)} of the earlier post,{' '}
        {shareWords(data.shares.other)} of the later. {closeWords(data.close)}.
      </p>
      {data.aside && (
        <p className="ruled mt-2 border-l-4 pl-3">
          Put aside{data.aside.by && ` by ${data.aside.by.name}`}, <When at={data.aside.at} />:{' '}
          {data.aside.reason}
        </p>
      )}
      <Passages pair={data} />
      <div className="mt-5 grid gap-x-8 gap-y-6 md:grid-cols-2">
        <Side version={data.one} title="Earlier" marked={data.texts.one} />
        <Side version={data.other} title="Later" marked={data.texts.other} />
      </div>
      <LeftOutWords pair={data} />
    </div>
  );
}

/** Where a pair stands in the list one came from, of how many, and where the ones before and after it are. */
function useNeighbours(pair: InCommonPair) {
  const course = useCourse();
  const [search] = useSearchParams();
  const rows = usePairs(search.get('from') ?? undefined).data?.rows ?? [];
  const at = rows.findIndex(
    ({ one, other }) => one.postId === pair.one.postId && other.postId === pair.other.postId,
  );
  const to = (index: number) => {
    const row = at < 0 ? undefined : rows[index];
    return row && `${addresses.inCommonPair(course.id, row.one.postId, row.other.postId)}?${search}`;
  };
  return { at, of: rows.length, before: to(at - 1), after: to(at + 1) };
}

/** The pairs before and after this one. */
function Steps({ pair }: { pair: InCommonPair }) {
  const { at, of, before, after } = useNeighbours(pair);
  if (at < 0 || of < 2) return null;
  const step = 'btn btn-ghost btn-sm btn-square';
  return (
    <nav aria-label="Pairs" className="num flex items-center gap-1 text-sm">
      {before ? (
        <Link to={before} aria-label="Previous pair" className={step}>
          <ChevronLeft className="size-4" aria-hidden />
        </Link>
      ) : (
        <span className="size-8" />
      )}
      <span className="quiet">
        {numberWords(at + 1)} of {numberWords(of)}
      </span>
      {after ? (
        <Link to={after} aria-label="Next pair" className={step}>
          <ChevronRight className="size-4" aria-hidden />
        </Link>
      ) : (
        <span className="size-8" />
      )}
    </nav>
  );
}

/** Puts the pair aside with a reason, and goes on to the next; or restores it. */
function PutAside({ pair, back }: { pair: InCommonPair; back: () => void }) {
  const course = useCourse();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const { before, after } = useNeighbours(pair);
  const [asking, setAsking] = useState(false);
  const names = { course: course.id, one: pair.one.postId, other: pair.other.postId };
  const put = (reason: string | null) => call(putPairAside, names, { reason });
  if (pair.aside)
    return (
      <button
        type="button"
        className="btn btn-sm h-9"
        onClick={() =>
          void orSayWhyNot(async () => {
            await put(null);
            back();
          })
        }
      >
        Restore
      </button>
    );
  return (
    <>
      <button type="button" className="btn btn-sm h-9" onClick={() => setAsking(true)}>
        Put aside …
      </button>
      {asking && (
        <ReasonDialog
          title="Put this pair aside"
          question="Why? Colleagues read it. The pair returns when one of its texts changes."
          button="Put aside"
          needed="Write why you put it aside, for colleagues and for yourself later."
          act={async (reason) => {
            await put(reason);
            saidWithUndo('Put aside.', () => put(null).then(() => undefined));
            void navigate(after ?? before ?? listAddress(course.id, search), { replace: true });
          }}
          onClose={() => setAsking(false)}
        />
      )}
    </>
  );
}

/** Each passage: who had it first, and whether the other could read it by then. */
function Passages({ pair }: { pair: InCommonPair }) {
  const course = useCourse();
  return (
    <ol aria-label="Passages" className="ruled mt-4 border-t">
      {pair.passages.map(({ words, source, then, reach }, index) => (
        <li key={index} className="ruled grid grid-cols-[2rem_1fr] gap-x-3 border-b py-2 text-sm">
          <PassageNumber n={index + 1} />
          <p>
            <b className="num">{plural(words, 'word')}</b>, first in a post of {writerOf(source)},{' '}
            <Where version={source} course={course.id} />; then of {writerOf(then)},{' '}
            <Where version={then} course={course.id} />.{' '}
            <span className="font-semibold">{reachWords(reach, then.student?.given ?? writerOf(then))}</span>
          </p>
        </li>
      ))}
    </ol>
  );
}

function PassageNumber({ n }: { n: number }) {
  return (
    <span className="num inline-flex h-6 items-center justify-center rounded bg-river-wash px-1.5 font-semibold">
      {n}
    </span>
  );
}

/** When a version was written, leading to its post; one of an earlier course stands nowhere here. */
function Where({ version, course }: { version: InPair; course: string }) {
  const when = <When at={version.at} plain className="num" />;
  return version.course === null ? (
    <Link to={addresses.post(course, version.forum.id, version.postId)} className="link-plain">
      {when}
    </Link>
  ) : (
    when
  );
}

function Side({
  version,
  title,
  marked,
}: {
  version: InPair;
  title: string;
  marked: InCommonPair['texts']['one'];
}) {
  const course = useCourse();
  return (
    <section aria-label={`${title}: ${writerOf(version)}`} className="min-w-0">
      <h2 className="text-lg">{writerOf(version)}</h2>
      <p className="quiet num text-sm">
        <span className="label-caps mr-2">{title}</span>
        <Where version={version} course={course.id} /> · {plural(version.words, 'word')}
        {version.number > 1 && ` · version ${version.number}`}
        <span className="block">
          {version.forum.title}
          {version.course !== null && `, ${version.course}`}
        </span>
      </p>
      <div className="raised ruled rounded-box mt-2 border px-5 py-4">
        <MarkedText marked={marked} />
      </div>
    </section>
  );
}

/** What was left out of either text. */
function LeftOutWords({ pair }: { pair: InCommonPair }) {
  const reasons = [
    ...new Set(
      [...pair.texts.one, ...pair.texts.other].flatMap(({ leftOut }) => (leftOut === null ? [] : [leftOut])),
    ),
  ];
  if (reasons.length === 0) return null;
  return (
    <p className="quiet mt-4 text-sm">
      Left out, and set in a lighter colour above: {reasons.map((reason) => LEFT_OUT[reason]).join(', ')}.
    </p>
  );
}
