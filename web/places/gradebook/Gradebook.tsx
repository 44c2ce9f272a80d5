import { Download } from 'lucide-react';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { getGradebook, type GradebookView } from '../../../contract/gradebook';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { countWords, maximumWords, percentWords } from '../../ui/pointWords';
import { scoreWords } from '../../ui/scoreWords';
import { Empty, Failed, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';

type Cell = GradebookView['rows'][number]['cells'][string];

const EMPTY_WORDS: Record<Cell['state'], string> = {
  notAsked: '·',
  excused: 'excused',
  nothing: 'nothing',
  waiting: 'waiting',
  ready: 'ready',
  given: '',
  released: '',
  changed: '',
};

function CellText({
  cell,
  item,
  view,
}: {
  cell: Cell;
  item: GradebookView['items'][number];
  view: GradebookView;
}) {
  if (cell.state === 'excused') return <span className="quiet">excused</span>;
  if (cell.state === 'nothing' && !item.opened) {
    return (
      <span className="quiet">
        ·<span className="sr-only">not open yet</span>
      </span>
    );
  }
  if (cell.points === null) {
    const words = cell.zero ? 'nothing, 0' : EMPTY_WORDS[cell.state];
    return (
      <span
        className={`${cell.state === 'ready' ? 'font-semibold text-primary' : 'quiet'} ${cell.dropped ? 'line-through' : ''}`}
      >
        {words}
        {cell.dropped && <span className="sr-only"> dropped</span>}
        {cell.state === 'notAsked' && <span className="sr-only">not asked</span>}
      </span>
    );
  }
  const words = scoreWords(cell.points, item, view.letters);
  if (cell.dropped)
    return (
      <span className="quiet line-through" title="Dropped: without it the rest is the best possible">
        {words}
        <span className="sr-only"> dropped</span>
      </span>
    );
  if (cell.state === 'changed') {
    return (
      <b style={{ color: 'var(--late)' }}>
        {words}
        <span aria-hidden>△</span>
        <span className="sr-only"> changed since</span>
      </b>
    );
  }
  return cell.released ? (
    <b>{words}</b>
  ) : (
    <span>
      {words}
      <span aria-hidden className="quiet">
        °
      </span>
      <span className="sr-only"> given, not released</span>
    </span>
  );
}

/** Items by category, in the order of the plan; those without one last. */
function columns(view: GradebookView) {
  const groups = [
    ...view.categories.map((category) => ({
      id: category.id as string | null,
      title: category.title,
      weight: category.weight as number | null,
    })),
    { id: null, title: 'In no category', weight: null },
  ];
  return groups
    .map((group) => ({ ...group, items: view.items.filter((item) => item.categoryId === group.id) }))
    .filter(({ items, id }) => items.length > 0 || id !== null);
}

/** Students by forums: what is given, what is released, what is still to do. */
export function Gradebook() {
  const course = useCourse();
  useTitle('Gradebook', course.title);
  const [search, setSearch] = useSearchParams();
  const { data, error, mutate } = useApi(getGradebook, { course: course.id });
  const [sort, setSort] = useState<'name' | 'total'>('name');
  if (error && !data) return <Failed error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the gradebook" />;
  if (data.items.length === 0)
    return (
      <Empty title="Nothing to grade yet">
        Every evaluated forum gets a column here as soon as it is published.
      </Empty>
    );
  const section = search.get('section') ?? '';
  const rows = data.rows
    .filter((row) => section === '' || row.section === section)
    .sort((a, b) => (sort === 'total' ? (b.total.percent ?? -1) - (a.total.percent ?? -1) : 0));
  const groups = columns(data);
  const edge = 'ruled border-l';
  return (
    <div className="flex min-h-0 grow flex-col">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-5 pt-4 pb-3">
        <h1 className="text-2xl">Gradebook</h1>
        <p className="quiet grow">
          {countWords(rows.length, 'student')} · {countWords(data.items.length, 'item')}
        </p>
        <p className="num flex gap-4 text-sm" aria-label="Legend">
          <span>
            <b>9.00</b> <span className="quiet">released</span>
          </span>
          <span>
            8.50<span className="quiet">° given</span>
          </span>
          <span style={{ color: 'var(--late)' }}>
            <b>9.25△</b> changed since
          </span>
        </p>
        <select
          className="select select-sm raised h-9 w-auto"
          aria-label="Section"
          value={section}
          onChange={(event) =>
            setSearch(event.target.value ? { section: event.target.value } : {}, { replace: true })
          }
        >
          <option value="">Everyone</option>
          {course.sections.map(({ id, title }) => (
            <option key={id} value={title}>
              {title}
            </option>
          ))}
        </select>
        <select
          className="select select-sm raised h-9 w-auto"
          aria-label="Order"
          value={sort}
          onChange={(event) => setSort(event.target.value as 'name' | 'total')}
        >
          <option value="name">by family name</option>
          <option value="total">by total</option>
        </select>
        <a href={`/api/courses/${course.id}/gradebook.csv`} download className="btn btn-sm raised ruled h-9">
          <Download className="size-4" aria-hidden />
          Export CSV
        </a>
      </div>
      <div
        className="relative min-h-0 grow overflow-auto pb-10"
        style={{ maxHeight: 'calc(100vh - 8.2rem)' }}
        tabIndex={0}
        role="region"
        aria-label="Gradebook table"
      >
        <table className="border-separate border-spacing-0 text-right whitespace-nowrap">
          <thead className="text-left align-bottom">
            <tr>
              <td className="sticky top-0 left-0 z-20 bg-base-100" />
              {groups.map((group) => (
                <th
                  key={group.id ?? 'none'}
                  scope="colgroup"
                  colSpan={group.items.length + (group.id === null ? 0 : 1)}
                  className={`label-caps sticky top-0 z-10 bg-base-100 px-3 py-1 font-semibold ${edge}`}
                >
                  {group.title}{' '}
                  {group.weight !== null && data.mode === 'weighted' && `${group.weight / 100} %`}
                </th>
              ))}
              <th scope="colgroup" className={`label-caps sticky top-0 z-10 bg-base-100 px-3 py-1 ${edge}`}>
                Course
              </th>
            </tr>
            <tr>
              <th
                scope="col"
                className="ruled sticky top-6 left-0 z-20 border-b bg-base-100 py-2 pl-5 font-semibold"
              >
                Student
              </th>
              {groups.flatMap((group) => [
                ...group.items.map((item, index) => (
                  <th
                    key={item.id}
                    scope="col"
                    className={`ruled sticky top-6 z-10 w-28 max-w-28 min-w-28 border-b bg-base-100 px-3 py-2 text-right leading-tight font-semibold whitespace-normal ${index === 0 ? edge : ''}`}
                  >
                    <Link to={`/c/${course.id}/evaluate/${item.forumId}`} className="hover:underline">
                      {item.title}
                    </Link>
                    <span className="quiet block font-normal">{maximumWords(item.maximum)}</span>
                  </th>
                )),
                ...(group.id === null
                  ? []
                  : [
                      <th
                        key={`${group.id}-sum`}
                        scope="col"
                        className="ruled sticky top-6 z-10 border-b bg-base-200 px-3 py-2 text-right font-semibold"
                      >
                        {group.title}
                      </th>,
                    ]),
              ])}
              <th
                scope="col"
                className="ruled sticky top-6 z-10 border-b bg-base-200 px-3 py-2 text-right font-semibold"
              >
                Total
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.student.id} className="group">
                <th
                  scope="row"
                  className="ruled sticky left-0 z-10 max-w-64 truncate border-b bg-base-100 py-1.5 pr-4 pl-5 text-left font-medium group-hover:bg-base-200"
                >
                  {row.student.sortable} <span className="quiet text-xs font-normal">{row.section}</span>
                </th>
                {groups.flatMap((group) => [
                  ...group.items.map((item, index) => {
                    const cell = row.cells[item.id]!;
                    const text = <CellText cell={cell} item={item} view={data} />;
                    return (
                      <td
                        key={item.id}
                        className={`ruled border-b p-0 group-hover:bg-base-200 ${index === 0 ? edge : ''}`}
                      >
                        {cell.state === 'notAsked' ? (
                          <span className="block px-3 py-1.5">{text}</span>
                        ) : (
                          <Link
                            to={`/c/${course.id}/evaluate/${item.forumId}/${row.student.id}`}
                            className="block px-3 py-1.5 hover:underline"
                          >
                            {text}
                          </Link>
                        )}
                      </td>
                    );
                  }),
                  ...(group.id === null
                    ? []
                    : [
                        <td key={`${group.id}-sum`} className="ruled border-b bg-base-200 px-3 py-1.5">
                          {row.categories[group.id]?.percent == null ? (
                            <span className="quiet">—</span>
                          ) : (
                            percentWords(row.categories[group.id]!.percent!)
                          )}
                        </td>,
                      ]),
                ])}
                <td className="ruled border-b bg-base-200 px-3 py-1.5 font-semibold">
                  {row.total.percent === null ? (
                    <span className="quiet">—</span>
                  ) : (
                    <>
                      {percentWords(row.total.percent)} <span className="quiet">{row.total.letter}</span>
                    </>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {rows.length === 0 && <p className="quiet px-5 py-8">Nobody is in this section.</p>}
      </div>
    </div>
  );
}
