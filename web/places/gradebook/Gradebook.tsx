import { FailedPage } from '../../ui/FailedPage';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { getGradebook, type GradebookView } from '../../../contract/gradebook';
import { useCourse } from '../../data/course';
import { useMedia } from '../../data/useMedia';
import { useApi } from '../../data/useApi';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { CellLine } from './cell/CellLine';
import { NotKeptBar } from './cell/NotKeptBar';
import { GradebookDialog, NewItem } from './GradebookDialog';
import { GradebookHead } from './GradebookHead';
import { Matrix } from './matrix/Matrix';
import { PrintedMatrix, useIsPrinted } from './matrix/PrintedMatrix';
import { useOrder } from './matrix/useOrder';
import { Toolbar } from './Toolbar';
import { useLiveGradebook } from './useLiveGradebook';
import { useMatrix } from './useMatrix';
import { NO_FILTER, useMatrixFilter } from './useMatrixFilter';

/** Where the window is as low or as narrow as this, the tools fold away so that students are seen. */
const SMALL = '(max-height: 559px), (max-width: 767px)';

function Opened({ view }: { view: GradebookView }) {
  const course = useCourse();
  const [filter, setFilter] = useMatrixFilter();
  const [search] = useSearchParams();
  const { rows, isStale, again } = useOrder(view, filter);
  const sections = useMemo(() => new Map(course.sections.map(({ id, title }) => [id, title])), [course]);
  const sortBy = (sort: string) => setFilter({ sort });
  const work = useMatrix(view, rows, { wanted: search.get('item'), sortBy });
  const { cells, place, actions, writing, dialog } = work;
  const isSmall = useMedia(SMALL);
  const [showsTools, setTools] = useState(false);
  const isPrinted = useIsPrinted();
  return (
    <>
      {isPrinted && (
        <PrintedMatrix view={view} groups={work.groups} rows={rows} show={filter.show} title={course.title} />
      )}
      <GradebookHead
        view={view}
        shown={rows.length}
        isKeeping={writing.busy}
        orderAgain={isStale ? again : null}
        tools={isSmall ? { isOpen: showsTools, toggle: () => setTools(!showsTools) } : null}
      />
      {(!isSmall || showsTools) && (
        <Toolbar view={view} filter={filter} set={setFilter} open={(what) => work.openDialog({ what })} />
      )}
      <NotKeptBar
        view={view}
        notKept={writing.notKept}
        insist={(each) => void writing.insist(each)}
        leave={writing.leave}
      />
      <CellLine
        view={view}
        row={cells.student(place)}
        column={cells.column(place)}
        openColumn={() => work.openColumn(place)}
        openCell={() => actions.history(place)}
        excuse={work.toggleExcused}
        lookAs={work.lookAs}
      />
      {rows.length === 0 ? (
        <p className="quiet px-5 py-8">
          No students match.{' '}
          <button type="button" className="link-plain cursor-pointer" onClick={() => setFilter(NO_FILTER)}>
            Show everyone
          </button>
        </p>
      ) : (
        <Matrix
          handle={work.matrix}
          view={view}
          groups={work.groups}
          rows={rows}
          show={filter.show}
          sort={filter.sort}
          place={place}
          setPlace={work.setPlace}
          editing={work.editing}
          actions={actions}
          sections={sections}
        />
      )}
      {dialog && (
        <GradebookDialog
          open={dialog}
          view={view}
          rows={rows}
          fromRow={place.row}
          enter={writing.changeMany}
          sortBy={sortBy}
          openDialog={work.openDialog}
          close={work.closeDialog}
        />
      )}
    </>
  );
}

/** What stands in the place of an empty matrix, with how to begin. */
function Nothing({ view }: { view: GradebookView }) {
  const course = useCourse();
  const [making, setMaking] = useState(false);
  if (view.items.length > 0)
    return <Empty title="No students yet">Students appear here as soon as they are in the roster.</Empty>;
  return (
    <Empty
      title="Nothing to grade yet"
      action={
        course.role === 'instructor' && (
          <button type="button" className="btn btn-primary" onClick={() => setMaking(true)}>
            Make an item by hand
          </button>
        )
      }
    >
      Every evaluated forum gets a column here as soon as it is published; other items are made by hand.
      {making && <NewItem view={view} close={() => setMaking(false)} />}
    </Empty>
  );
}

/** Students by items: what is given, what is released, what is still to do, and what is entered by hand. */
export function Gradebook() {
  const course = useCourse();
  useTitle('Gradebook', course.title);
  const { data, error, mutate } = useApi(getGradebook, { course: course.id });
  useLiveGradebook(course.id, mutate);
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the gradebook" />;
  if (data.items.length === 0 || data.rows.length === 0) return <Nothing view={data} />;
  return (
    <div className="flex grow flex-col h-[calc(100dvh-52px)] print:h-auto">
      <Opened view={data} />
    </div>
  );
}
