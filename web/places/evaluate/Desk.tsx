import { FailedPage } from '../../ui/FailedPage';
import { useEffect, useRef, useState } from 'react';
import { usePanelRef } from 'react-resizable-panels';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { toast } from '../../ui/toast';
import { addresses } from '../../../words/addresses';
import { useCourse } from '../../data/course';
import { useMedia } from '../../data/useMedia';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { DeskPanels, type DeskParts } from './desk/DeskPanels';
import { DeskSteps } from './desk/DeskSteps';
import { nobodyReady, nextInDocket, stepInDocket } from './desk/walk';
import { useArrival } from './desk/useArrival';
import { useDeskData } from './desk/useDeskData';
import { useDeskKeys } from './desk/useDeskKeys';
import { DocketList } from './docket/DocketList';
import { filterFrom, filterTo, inDocketOrder, type DocketFilter } from './docket/docketOrder';
import { Pages } from './pages/Pages';
import { ScoreSheet, useRelease } from './ScoreSheet';
import { GiveBar } from './sheet/GiveBar';
import { SavedRemarks } from './sheet/SavedRemarks';
import { useSheet } from './sheet/useSheet';

/** Before a student is chosen. */
function NobodyChosen({ next, open }: { next: string | null; open: () => void }) {
  return (
    <Empty
      level={2}
      title={next === null ? 'Nobody is ready' : 'Ready to begin'}
      action={
        next !== null && (
          <button type="button" className="btn btn-primary" onClick={open}>
            Open {next}
          </button>
        )
      }
    >
      Choose a student in the docket, or press N for the next who is ready.
    </Empty>
  );
}

/** Below this width there is room for one part of the Desk at a time. */
const NARROW = '(max-width: 859px)';

/** The Desk: the docket on the left, the student's pages in the middle, the score sheet on the right. */
export function Desk() {
  const course = useCourse();
  const { forum: forumId, student: studentId } = useParams();
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const pages = useRef<HTMLDivElement>(null);
  const docketPanel = usePanelRef();
  const [remarks, setRemarks] = useState(false);
  /** Whether what posts answer is unfolded, for every student. */
  const [unfolded, setUnfolded] = useState(false);
  const { docket, desk, onKept, preload, hide } = useDeskData(forumId!, studentId);
  const isNarrow = useMedia(NARROW);
  useTitle(desk.data?.student.name, docket.data?.forum.title, 'Evaluate', course.title);

  const filter = filterFrom(search);
  const setFilter = (next: DocketFilter) => setSearch(filterTo(next), { replace: true });
  const all = docket.data?.rows ?? [];
  const rows = docket.data ? inDocketOrder(all, filter, forumId!) : [];
  const shown = studentId ? (desk.data ?? null) : null;
  const sheet = useSheet(shown, studentId ?? null, onKept);
  const arrive = useArrival(sheet, studentId);
  const addressOf = (id: string) =>
    addresses.desk(course.id, forumId!, id) + (search.size > 0 ? `?${search.toString()}` : '');
  const go = (id: string, focus: boolean) => {
    arrive(focus ? id : null);
    void navigate(addressOf(id));
    pages.current?.scrollTo({ top: 0 });
  };
  const next = nextInDocket(rows, all, studentId);
  const nextId = next?.student.id;
  useEffect(() => {
    if (nextId) preload(nextId);
  }, [nextId, preload]);
  const goNext = () => {
    if (next) go(next.student.id, !isNarrow);
    else toast.success(nobodyReady(all));
  };
  const give = async (andNext: boolean) => {
    const given = await sheet?.state.give();
    if (!given) return;
    if (andNext) goNext();
  };
  const toggleRelease = useRelease(shown);
  useDeskKeys({
    sheet,
    pages,
    give: (andNext) => void give(andNext),
    goNext,
    step(by) {
      const row = stepInDocket(rows, studentId, by);
      if (row) go(row.student.id, false);
    },
    foldDocket() {
      const { current } = docketPanel;
      if (current?.isCollapsed()) current.expand();
      else current?.collapse();
    },
    unfold: () => setUnfolded(!unfolded),
    openRemarks: () => setRemarks(sheet !== null),
    toggleRelease: () => void toggleRelease(),
  });

  if (docket.error && !docket.data)
    return <FailedPage error={docket.error} retry={() => void docket.mutate()} />;
  if (!docket.data) return <Loading what="Opening the docket" />;
  const parts: DeskParts = {
    docket: (
      <DocketList
        view={docket.data}
        rows={rows}
        filter={filter}
        setFilter={setFilter}
        selected={studentId}
        addressOf={addressOf}
        hide={(hides) => {
          hide(hides);
          // Whose pages these are is not to be carried over into a docket of numbers.
          void navigate(addresses.docket(course.id, forumId!));
        }}
      />
    ),
    pages: (
      <div
        ref={pages}
        className="relative h-full overflow-y-auto"
        tabIndex={0}
        role="region"
        aria-label="Pages"
      >
        {!studentId ? (
          <NobodyChosen next={next?.student.name ?? null} open={goNext} />
        ) : desk.data ? (
          <Pages key={`${studentId} ${unfolded}`} view={desk.data} sheet={sheet} unfolded={unfolded} />
        ) : desk.error ? (
          <FailedPage error={desk.error} retry={() => void desk.mutate()} />
        ) : (
          <Loading what="Opening the pages" />
        )}
      </div>
    ),
    sheet: (
      <>
        {sheet && (
          <ScoreSheet
            key={studentId}
            sheet={sheet}
            give={() => void give(true)}
            openRemarks={() => setRemarks(true)}
          />
        )}
        {sheet && remarks && <SavedRemarks sheet={sheet} onClose={() => setRemarks(false)} />}
      </>
    ),
  };
  return isNarrow ? (
    <DeskSteps
      {...parts}
      student={studentId}
      title={docket.data.forum.title}
      give={sheet && ((enter) => <GiveBar sheet={sheet} give={() => void give(true)} enter={enter} />)}
    />
  ) : (
    <DeskPanels {...parts} docketPanel={docketPanel} />
  );
}
