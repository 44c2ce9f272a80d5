import { FailedPage } from '../../../ui/FailedPage';
import { addresses } from '../../../../words/addresses';
import { Printer } from 'lucide-react';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { getDocket } from '../../../../contract/evaluate';
import { getGradebook } from '../../../../contract/gradebook';
import { columnFigures } from '../../../../core/gradebook/columnFigures';
import { courseNow } from '../../../data/clock';
import { useCourse } from '../../../data/course';
import { useApi } from '../../../data/useApi';
import { exactWords } from '../../../ui/dateWords';
import { NotFound } from '../../../ui/NotFound';
import { plural, maximumWords, numberWords, pointWords } from '../../../../words/numbers';
import { Loading } from '../../../ui/states';
import { Tally } from '../../../ui/Tally';
import { useTitle } from '../../../ui/useTitle';
import { cellWords } from '../matrix/cellWords';

/** How heads of columns stand that are not as the others: figures to the right, and in little room some below the name. */
const HEAD: Readonly<Record<string, string>> = {
  Number: 'pr-4 max-sm:hidden',
  Section: 'pr-4 max-sm:hidden',
  Words: 'pr-4 text-right',
  Score: 'text-right',
};

/** A column on paper: every student with what was made and what it came to. */
export function PrintColumn() {
  const course = useCourse();
  const { item: itemId } = useParams();
  const { data: view, error, mutate } = useApi(getGradebook, { course: course.id });
  const at = view?.items.findIndex(({ id }) => id === itemId) ?? -1;
  const item = view?.items[at];
  const { data: docket } = useApi(
    getDocket,
    item?.forumId == null ? null : { course: course.id, forum: item.forumId },
  );
  useTitle(item?.title ?? 'A column', course.title);
  const figures = useMemo(
    () =>
      view && item
        ? columnFigures(
            view.rows.map((row) => row.cells[at]!),
            item.maximum,
          )
        : null,
    [view, item, at],
  );
  if (error && !view) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!view) return <Loading what="Laying out the page" />;
  if (!item || figures === null) return <NotFound />;
  const category = view.categories.find(({ id }) => id === item.categoryId);
  const sections = new Map(course.sections.map(({ id, title }) => [id, title]));
  const made = new Map((docket?.rows ?? []).map((row) => [row.student.id, row]));
  const heads = ['Student', 'Number', 'Section', ...(item.forumId ? ['Made', 'Words'] : []), 'Score'];
  return (
    <article className="mx-auto w-full max-w-4xl px-5 pt-8 pb-20">
      <p className="no-print flex items-center justify-between text-sm">
        <Link className="link-plain" to={addresses.gradebook(course.id, { item: item.id })}>
          Gradebook
        </Link>
        <button type="button" className="btn btn-sm raised ruled h-9" onClick={() => window.print()}>
          <Printer className="size-4" aria-hidden />
          Print
        </button>
      </p>
      <h1 className="text-2xl">{item.title}</h1>
      <p className="quiet num">
        {course.title} ({course.code}) · {category ? category.title : 'in no category'} · out of{' '}
        {maximumWords(item.maximum)} · as of {exactWords(courseNow(), course.zone)}
      </p>
      <p className="num">
        {plural(figures.count, 'score')} given, {figures.released} released
        {figures.mean !== null &&
          ` · mean ${pointWords(figures.mean)} · median ${pointWords(figures.median!)} · ${pointWords(figures.lowest!)} to ${pointWords(figures.highest!)}`}
      </p>
      <table className="num mt-4 w-full text-left text-sm">
        <thead>
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col" className={`label-caps ruled border-b py-1 ${HEAD[head] ?? 'pr-4'}`}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.rows.map((row) => {
            const { text, mark, also } = cellWords(row.cells[at]!, item, view.letters, '');
            const line = made.get(row.student.id);
            return (
              <tr key={row.student.id} className="break-inside-avoid">
                <th scope="row" className="ruled border-b py-1 pr-4 font-medium">
                  {row.student.sortable}
                  <span className="quiet block text-xs font-normal sm:hidden">
                    {[row.studentNumber, sections.get(row.sectionId ?? '')].filter(Boolean).join(' · ')}
                  </span>
                </th>
                <td className="ruled quiet border-b py-1 pr-4 max-sm:hidden">{row.studentNumber}</td>
                <td className="ruled quiet border-b py-1 pr-4 max-sm:hidden">
                  {sections.get(row.sectionId ?? '')}
                </td>
                {item.forumId !== null && (
                  <>
                    <td className="ruled border-b py-1 pr-4">{line && <Tally slots={line.slots} />}</td>
                    <td className="ruled border-b num py-1 pr-4 text-right">
                      {line && numberWords(line.words)}
                    </td>
                  </>
                )}
                <td className="ruled border-b num py-1 text-right">
                  <b className="whitespace-nowrap">
                    {text === '·' ? '—' : text}
                    {mark === 'changed' && '△'}
                  </b>
                  {mark === 'unreleased' ? (
                    <span className="quiet"> not released</span>
                  ) : (
                    also && <span className="sr-only"> {also}</span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="quiet mt-2 text-xs">△ posts changed since the score was given</p>
    </article>
  );
}
