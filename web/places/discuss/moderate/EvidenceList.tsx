import { addresses } from '../../../../words/addresses';
import { ArrowLeft } from 'lucide-react';
import { Link } from 'react-router';
import { getEvidence, getEvidenceOf, type EvidenceRow } from '../../../../contract/moderate';
import { getInCommon, type InCommonRow } from '../../../../contract/textInCommon';
import { closeWords } from '../../../../words/textInCommon';
import { useCourse } from '../../../data/course';
import { useAddress } from '../../../data/useAddress';
import { useApi, withQuery } from '../../../data/useApi';
import { Compared } from '../../../ui/Compared';
import { lengthWords } from '../../../../words/dates';
import { PutIntoCase } from '../../cases/PutIntoCase';
import { EVIDENCE_WORDS } from '../../../../words/evidence';
import { plural, numberWords } from '../../../../words/numbers';
import { Empty, Failed, Loading } from '../../../ui/states';
import { When } from '../../../ui/When';

/** With what each student opened the seal and what became of it; one student's versions side by side. */
export function EvidenceList({ forum }: { forum: string }) {
  const course = useCourse();
  const { search, set } = useAddress();
  const { data, error, mutate } = useApi(getEvidence, { course: course.id, forum });
  const pairs = useApi(withQuery(getInCommon, { forum }), { course: course.id }).data;
  const student = search.get('student');
  if (error && !data) return <Failed error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Laying the versions side by side" />;
  if (student)
    return (
      <Versions
        forum={forum}
        student={student}
        question={search.get('question')}
        back={() => set({ student: '', question: '' })}
      />
    );
  const { rows, questions } = data;
  const close = closeTo(rows, pairs?.rows ?? []);
  if (rows.length === 0)
    return (
      <Empty title="Nobody has opened the seal yet" level={2}>
        What students opened it with, what they could read afterwards, and what they wrote then appears here
        side by side.
      </Empty>
    );
  const titleOf = (id: string | null) => questions.findIndex((question) => question.id === id);
  return (
    <>
      <p className="quiet py-3">
        What opened the seal, and what the post says now. A mark says where to look, nothing more.
      </p>
      <table className="w-full text-left">
        <thead>
          <tr className="quiet ruled border-b text-xs sm:text-sm">
            <th scope="col" className="py-2 pr-4 font-medium">
              Student
            </th>
            <th scope="col" className="py-2 pr-2 text-right font-medium sm:pr-4">
              Words then
            </th>
            <th scope="col" className="py-2 pr-2 text-right font-medium sm:pr-4">
              Words now
            </th>
            <th scope="col" className="py-2 pr-2 text-right font-medium max-[24rem]:hidden sm:pr-4">
              Changed
            </th>
            <th scope="col" className="py-2 pr-2 text-right font-medium sm:pr-4">
              Could read / received between
            </th>
            <th scope="col" className="py-2 font-medium max-sm:hidden">
              Marks
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <Row
              key={`${row.student.id} ${row.questionId}`}
              row={row}
              question={titleOf(row.questionId)}
              close={close.get(row) ?? []}
            />
          ))}
        </tbody>
      </table>
    </>
  );
}

/** The pairs in which what replaced a first version stands beside a post that was there before it. */
function closeTo(
  rows: readonly EvidenceRow[],
  pairs: readonly InCommonRow[],
): ReadonlyMap<EvidenceRow, readonly InCommonRow[]> {
  return new Map(
    rows.map((row) => [
      row,
      row.marks.includes('changed') || row.marks.includes('writtenAnew')
        ? pairs.filter(({ other }) => other.postId === row.final?.postId)
        : [],
    ]),
  );
}

function Row({
  row,
  question,
  close,
}: {
  row: EvidenceRow;
  question: number;
  close: readonly InCommonRow[];
}) {
  const { first, final, differs } = row;
  const query = new URLSearchParams({ view: 'evidence', student: row.student.id });
  if (row.questionId !== null) query.set('question', row.questionId);
  const marks = row.marks.map((mark) => EVIDENCE_WORDS[mark]).join(', ');
  return (
    <tr className="ruled border-b">
      <th scope="row" className="py-2 pr-2 font-semibold [overflow-wrap:break-word] sm:pr-4">
        <Link to={{ search: query.toString() }} className="hover:underline">
          {row.student.sortable}
        </Link>
        {question >= 0 && <span className="quiet block text-sm font-normal">Question {question + 1}</span>}
        {marks !== '' && <span className="block text-sm text-late sm:hidden">{marks}</span>}
      </th>
      <td className="num py-2 pr-2 text-right sm:pr-4">{numberWords(first.words)}</td>
      <td className="num py-2 pr-2 text-right sm:pr-4">{final === null ? '–' : numberWords(final.words)}</td>
      <td className="num py-2 pr-2 text-right max-[24rem]:hidden sm:pr-4">
        {differs === null ? <span className="quiet">–</span> : `${Math.round(differs.share / 100)} %`}
      </td>
      <td className="num py-2 pr-2 text-right sm:pr-4">
        {row.couldRead === 0 ? <span className="quiet">–</span> : `${row.couldRead} / ${row.received}`}
      </td>
      <td className="py-2 text-sm max-sm:hidden">
        <span className="font-semibold text-late">{marks}</span>
        {close.length > 0 && (
          <span className="quiet block">close to {close.map(({ one }) => one.student?.name).join(', ')}</span>
        )}
      </td>
    </tr>
  );
}

function Versions({
  forum,
  student,
  question,
  back,
}: {
  forum: string;
  student: string;
  question: string | null;
  back: () => void;
}) {
  const course = useCourse();
  const { data, error, mutate } = useApi(withQuery(getEvidenceOf, { question: question ?? undefined }), {
    course: course.id,
    forum,
    student,
  });
  const pairs = useApi(withQuery(getInCommon, { forum, student }), { course: course.id }).data;
  const close = data ? (closeTo([data], pairs?.rows ?? []).get(data) ?? []) : [];
  return (
    <section aria-label="Versions side by side" className="pt-4">
      <button type="button" className="link-plain flex items-center gap-1 text-sm" onClick={back}>
        <ArrowLeft className="size-4" aria-hidden />
        Everyone who opened the seal
      </button>
      {error && !data && <Failed error={error} retry={() => void mutate()} />}
      {!data && !error && <Loading what="Laying the versions side by side" />}
      {data && (
        <>
          <div className="mt-2 flex flex-wrap items-start justify-between gap-3">
            <h2 className="text-xl">{data.student.name}</h2>
            <PutIntoCase
              first={{ kind: 'evidence', forum, student, question: data.questionId }}
              students={[data.student]}
            />
          </div>
          {data.marks.length > 0 && (
            <p className="font-semibold text-late">
              {data.marks.map((mark) => EVIDENCE_WORDS[mark]).join(', ')}
            </p>
          )}
          <ol className="mt-3 space-y-1">
            <li>
              <When at={data.first.at} className="num quiet" /> the seal opened, with{' '}
              <b>{plural(data.first.words, 'word')}</b>
            </li>
            {data.final !== null && data.final.at > data.first.at && (
              <>
                <li>
                  <span className="quiet">in the {lengthWords(data.final.at - data.first.at)} between: </span>
                  {data.couldRead === 0
                    ? 'there was nothing new to read'
                    : `${plural(data.couldRead, 'post')} could be read, ${data.received === 0 ? 'none reached' : `${numberWords(data.received)} reached`} their browser`}
                </li>
                <li>
                  <When at={data.final.at} className="num quiet" /> the current version, with{' '}
                  <b>{plural(data.final.words, 'word')}</b>
                  {data.final.postId !== data.first.postId && ', in a new post'}{' '}
                  <Link to={addresses.post(course.id, forum, data.final.postId)} className="link-plain">
                    read it in the conversation
                  </Link>
                </li>
              </>
            )}
            {data.final === null && <li>It was removed, and nothing has taken its place.</li>}
            {close.map(({ one, other, words }) => (
              <li key={one.postId}>
                It came close to a post of <b>{one.student?.name}</b>: {plural(words, 'word')} in common,{' '}
                <Link
                  to={addresses.inCommonPair(course.id, one.postId, other.postId, { from: forum })}
                  className="link-plain"
                >
                  side by side
                </Link>
              </li>
            ))}
          </ol>
          <h3 className="label-caps mt-5 font-sans">Word by word</h3>
          <div className="raised ruled rounded-box mt-1.5 border px-5 py-4">
            {data.differs === null ? (
              <>
                <p className="quiet mb-2 text-sm">Nothing was changed after the seal opened.</p>
                <Compared stretches={data.final === null ? [] : data.compared} />
              </>
            ) : (
              <>
                <p className="quiet num mb-2 text-sm">{closeWords(10_000 - data.differs.share)}.</p>
                <Compared stretches={data.compared} />
              </>
            )}
          </div>
          {data.between.length > 0 && (
            <>
              <h3 className="label-caps mt-5 font-sans">What could be read between</h3>
              <ul className="mt-1.5">
                {data.between.map((post) => (
                  <li key={post.postId} className="ruled flex flex-wrap gap-x-3 border-b py-1.5 text-sm">
                    <Link
                      to={addresses.post(course.id, forum, post.postId)}
                      className="font-semibold hover:underline"
                    >
                      {post.author.name}
                    </Link>
                    <span className="quiet">
                      written <When at={post.at} className="num" />
                    </span>
                    <span className="grow text-right">
                      {post.receivedAt === null ? (
                        <span className="quiet">did not reach their browser</span>
                      ) : (
                        <>
                          reached their browser <When at={post.receivedAt} className="num" />
                        </>
                      )}
                    </span>
                  </li>
                ))}
              </ul>
            </>
          )}
        </>
      )}
    </section>
  );
}
