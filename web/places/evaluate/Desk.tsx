import { addresses } from '../../../words/addresses';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { Group, Panel, Separator, useDefaultLayout, usePanelRef } from 'react-resizable-panels';
import { toast } from 'sonner';
import { useSWRConfig } from 'swr';
import { getCourse, type CourseFrame } from '../../../contract/course';
import { getDesk, getDocket, type DocketView, type SavedScore } from '../../../contract/evaluate';
import { ApiProblem } from '../../data/api';
import { useCourse } from '../../data/course';
import { noteOwnScore } from '../../data/ownScores';
import { keyOf, preloadApi, useApi, withQuery } from '../../data/useApi';
import { useKeys } from '../../ui/keys';
import { Empty, Failed, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { NotFound } from '../../ui/NotFound';
import { DocketList } from './docket/DocketList';
import { filterFrom, filterTo, inDocketOrder, type DocketFilter } from './docket/docketOrder';
import { Pages } from './pages/Pages';
import { ScoreSheet, useRelease } from './ScoreSheet';
import { SavedRemarks } from './sheet/SavedRemarks';
import { useSheet } from './sheet/useSheet';
import { nextReady, STATE_ORDER, STATE_WORDS } from './docket/states';

/** Where this browser keeps that its evaluator covers names. */
const HIDES = 'juror-names-hidden';

const isGone = (error: unknown) => error instanceof ApiProblem && error.problem.status === 404;

/** The Desk: the docket on the left, the student's pages in the middle, the score sheet on the right. */
export function Desk() {
  const course = useCourse();
  const { forum: forumId, student: studentId } = useParams();
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const { mutate: mutateAll } = useSWRConfig();
  const pages = useRef<HTMLDivElement>(null);
  const docketPanel = usePanelRef();
  const [isFolded, setFolded] = useState(false);
  const [remarks, setRemarks] = useState(false);
  /** Whether what posts answer is unfolded, for every student. */
  const [unfolded, setUnfolded] = useState(false);
  /** Who is come to by going on, whose first missing points are then at hand. */
  const arriving = useRef<string | null>(null);
  const [hides, setHides] = useState(() => localStorage.getItem(HIDES) === 'yes');
  const askDocket = useMemo(() => withQuery(getDocket, { names: hides ? 'hidden' : undefined }), [hides]);
  const askDesk = useMemo(() => withQuery(getDesk, { names: hides ? 'hidden' : undefined }), [hides]);
  const docket = useApi(askDocket, { course: course.id, forum: forumId! });
  const desk = useApi(
    askDesk,
    studentId ? { course: course.id, forum: forumId!, student: studentId } : null,
    { revalidateOnFocus: false, keepPreviousData: false },
  );
  const layout = useDefaultLayout({ id: 'juror-desk', storage: localStorage });
  useTitle(desk.data?.student.name, docket.data?.forum.title, 'Evaluate', course.title);

  const filter = filterFrom(search);
  const setFilter = (next: DocketFilter) => setSearch(filterTo(next), { replace: true });
  const rows = docket.data ? inDocketOrder(docket.data.rows, filter, forumId!) : [];
  const addressOf = (id: string) =>
    addresses.desk(course.id, forumId!, id) + (search.size > 0 ? `?${search.toString()}` : '');
  const go = (id: string, focus: boolean) => {
    arriving.current = focus ? id : null;
    void navigate(addressOf(id));
    pages.current?.scrollTo({ top: 0 });
  };
  const next = nextReady(
    docket.data
      ? rows.some(({ student }) => student.id === studentId) || !studentId
        ? rows
        : docket.data.rows
      : [],
    studentId,
  );
  const nextId = next?.student.id;
  useEffect(() => {
    if (nextId) preloadApi(askDesk, { course: course.id, forum: forumId!, student: nextId });
  }, [nextId, askDesk, course.id, forumId]);

  const goNext = () => {
    if (next) return go(next.student.id, true);
    const counts = STATE_ORDER.map(
      (state) => [state, docket.data?.rows.filter((row) => row.state === state).length ?? 0] as const,
    ).filter(([state, n]) => n > 0 && state !== 'ready');
    const others = counts.map(([state, n]) => `${n} ${STATE_WORDS[state]}`).join(', ');
    toast.success(`Nobody else is ready${others === '' ? '' : `: ${others}`}.`);
  };
  const step = (by: number) => {
    const at = rows.findIndex(({ student }) => student.id === studentId);
    const row = rows[at < 0 ? 0 : Math.max(0, Math.min(rows.length - 1, at + by))];
    if (row) go(row.student.id, false);
  };
  const refresh = () => {
    void docket.mutate();
    void desk.mutate();
    void mutateAll(keyOf(getCourse, { course: course.id }));
  };
  const { mutate: mutateDesk } = desk;
  const onKept = useCallback(
    (student: string, { row, ready, ...view }: SavedScore) => {
      const quietly = { revalidate: false };
      const forum = { course: course.id, forum: forumId! };
      void mutateAll(keyOf(askDesk, { ...forum, student }), view, quietly);
      if (ready === null) return;
      noteOwnScore(course.id, forumId!, view.student.id);
      // A covered student has their own name again once their score is given: the row is found by the name it had.
      const withRow = (before: DocketView | undefined) =>
        before && {
          ...before,
          rows: before.rows.map((each) => (each.student.id === student ? (row ?? each) : each)),
        };
      void mutateAll(keyOf(askDocket, forum), withRow, quietly);
      const withReady = (before: CourseFrame | undefined) => before && { ...before, ready };
      void mutateAll(keyOf(getCourse, { course: course.id }), withReady, quietly);
    },
    [mutateAll, askDesk, askDocket, course.id, forumId],
  );
  const shown = studentId ? (desk.data ?? null) : null;
  const sheet = useSheet(shown, studentId ?? null, onKept);
  const first = sheet?.rows.find(({ isGiven }) => !isGiven) ?? sheet?.rows[0];
  const startAt = useRef<() => void>(() => undefined);
  useEffect(() => {
    startAt.current = () => {
      if (first) sheet?.goTo(first.id);
    };
  });
  const here = sheet ? (studentId ?? null) : null;
  useEffect(() => {
    if (here === null || arriving.current !== here) return;
    arriving.current = null;
    startAt.current();
  }, [here]);
  const give = async (andNext: boolean) => {
    const given = await sheet?.state.give();
    if (!given) return;
    // How often two evaluators agree stands in the docket, and is worked out from all of it.
    if (docket.data?.forum.agreement) void docket.mutate();
    if (andNext) goNext();
  };
  const toggleRelease = useRelease(shown, refresh);
  const choices = sheet?.rows.some((row) => row.choices > 0) ?? false;
  // Where the pages have the focus the arrows scroll them.
  const arrowsChoose = () => document.activeElement !== pages.current;
  const digit = (nth: number) => {
    if (choices) sheet?.choose(nth);
    else if (sheet?.rows[nth]) sheet.goTo(sheet.rows[nth].id);
  };
  useKeys([
    {
      on: 'Ctrl+Enter',
      keys: 'Ctrl ↵',
      does: 'give the score and open the next ready student',
      run: () => void give(true),
    },
    { on: 'a', keys: 'A', does: 'accept the suggested score and stay', run: () => void give(false) },
    { on: 'n', keys: 'N', does: 'open the next ready student', run: goNext },
    { on: 'j', keys: 'J', does: 'open the next student of the docket', run: () => step(1) },
    { on: 'k', keys: 'K', does: 'open the student before', run: () => step(-1) },
    {
      on: 'ArrowDown',
      keys: '↓',
      does: 'go to what is given next',
      when: arrowsChoose,
      run: () => sheet?.step(1),
    },
    {
      on: 'ArrowUp',
      keys: '↑',
      does: 'go to what is given before',
      when: arrowsChoose,
      run: () => sheet?.step(-1),
    },
    ...[0, 1, 2, 3, 4, 5, 6, 7, 8].map((nth) => ({
      on: String(nth + 1),
      keys: nth === 0 ? '1 to 9' : '',
      does: nth > 0 ? '' : choices ? 'choose the level' : 'go to the points of a part',
      run: () => digit(nth),
    })),
    {
      on: 'd',
      keys: 'D',
      does: 'fold the docket away, or bring it back',
      run: () => {
        const { current } = docketPanel;
        if (current?.isCollapsed()) current.expand();
        else current?.collapse();
      },
    },
    {
      on: 'o',
      keys: 'O',
      does: 'unfold what the posts answer, or fold it',
      run: () => setUnfolded(!unfolded),
    },
    { on: 's', keys: 'S', does: 'put in a saved remark', run: () => setRemarks(sheet !== null) },
    { on: 'u', keys: 'U', does: 'undo the last change on the sheet', run: () => sheet?.state.undo() },
    {
      on: 'r',
      keys: 'R',
      does: 'write the remark',
      run: () => document.querySelector<HTMLElement>('#sheet-remark [role=textbox]')?.focus(),
    },
    { on: 'e', keys: 'E', does: 'release this score, or take it back', run: () => void toggleRelease() },
  ]);

  if (docket.error && !docket.data)
    return isGone(docket.error) ? (
      <NotFound />
    ) : (
      <Failed error={docket.error} retry={() => void docket.mutate()} />
    );
  if (!docket.data) return <Loading what="Opening the docket" />;
  const handle =
    'w-px bg-base-300 data-[separator=hover]:bg-primary data-[separator=active]:bg-primary focus-visible:bg-primary';
  const middle = !studentId ? (
    <Empty
      level={2}
      title={next ? 'Ready to begin' : 'Nobody is ready'}
      action={
        next && (
          <button type="button" className="btn btn-primary" onClick={goNext}>
            Open {next.student.name}
          </button>
        )
      }
    >
      Choose a student in the docket, or press N for the next who is ready.
    </Empty>
  ) : desk.error && !desk.data ? (
    isGone(desk.error) ? (
      <NotFound />
    ) : (
      <Failed error={desk.error} retry={() => void desk.mutate()} />
    )
  ) : desk.data ? (
    <Pages key={`${studentId} ${unfolded}`} view={desk.data} sheet={sheet} unfolded={unfolded} />
  ) : (
    <Loading what="Opening the pages" />
  );
  return (
    <Group
      orientation="horizontal"
      className="min-h-0 grow"
      style={{ height: 'calc(100vh - 52px)' }}
      {...layout}
    >
      <Panel
        id="docket"
        defaultSize="21%"
        minSize="180px"
        collapsible
        panelRef={docketPanel}
        onResize={({ inPixels }) => setFolded(inPixels < 1)}
      >
        <div className="h-full" hidden={isFolded}>
          <DocketList
            view={docket.data}
            rows={rows}
            filter={filter}
            setFilter={setFilter}
            selected={studentId}
            addressOf={addressOf}
            changed={refresh}
            hide={(next) => {
              localStorage.setItem(HIDES, next ? 'yes' : 'no');
              setHides(next);
              // Whose pages these are is not to be carried over into a docket of numbers.
              void navigate(addresses.docket(course.id, forumId!));
            }}
          />
        </div>
      </Panel>
      <Separator className={handle} aria-label="Width of the docket" />
      <Panel id="pages" minSize="320px">
        <div
          ref={pages}
          className="relative h-full overflow-y-auto"
          tabIndex={0}
          role="region"
          aria-label="Pages"
        >
          {middle}
        </div>
      </Panel>
      <Separator className={handle} aria-label="Width of the score sheet" />
      <Panel id="sheet" defaultSize="27%" minSize="260px">
        <div className="raised h-full">
          {sheet && (
            <ScoreSheet
              key={studentId}
              sheet={sheet}
              give={() => void give(true)}
              openRemarks={() => setRemarks(true)}
              given={(view) => {
                if (view) refresh();
              }}
              refresh={() => {
                void mutateDesk();
                refresh();
              }}
            />
          )}
          {sheet && remarks && <SavedRemarks sheet={sheet} onClose={() => setRemarks(false)} />}
        </div>
      </Panel>
    </Group>
  );
}
