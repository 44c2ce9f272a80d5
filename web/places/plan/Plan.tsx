import {
  ArrowLeftRight,
  LibraryBig,
  ListOrdered,
  Plus,
  Redo2,
  Trash2,
  TriangleAlert,
  Undo2,
} from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { getPlan } from '../../../contract/plan';
import type { OwnTerms } from '../../../core/course/forum';
import { mondayOf } from '../../../core/time/calendarDay';
import { toWallClock } from '../../../core/time/wallClock';
import { courseNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { useApi } from '../../data/useApi';
import { DAY } from '../../../core/time/instant';
import { Kbd, useKeys } from '../../ui/keys';
import { countWords } from '../../../words/numbers';
import { Empty, Failed, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { ArrangeDialog } from './ArrangeDialog';
import { Bin } from './Bin';
import { ForumPanel } from './ForumPanel';
import { OwnTermsDialog } from './ownTerms/OwnTermsDialog';
import { wordsFor } from './planData';
import { StartDialog } from './RecipeDialogs';
import { SealWarning } from './SealWarning';
import { ShiftDialog } from './ShiftDialog';
import { Timeline, type Zoom } from './timeline/Timeline';
import { useFindings } from './useFindings';
import { useForumDeeds } from './useForumDeeds';
import { usePlanMoves } from './usePlanMoves';
import { useUndo } from './useUndo';

const ZOOMS: readonly [Zoom, string][] = [
  [0, 'Term'],
  [4, '4 weeks'],
  [2, '2 weeks'],
  [1, 'Week'],
];

function Legend() {
  const item = 'flex items-center gap-1.5';
  return (
    <p className="quiet hidden flex-wrap items-center gap-x-5 gap-y-1 px-5 pt-4 text-xs min-[900px]:flex">
      <span className={item}>
        <span
          className="ruled inline-block h-3 w-6 rounded-[2px] border"
          style={{ background: 'var(--window)' }}
        />{' '}
        Visible
      </span>
      <span className={item}>
        <span className="inline-block h-3 w-6 rounded-[2px]" style={{ background: 'var(--river-pale)' }} />{' '}
        Posting
      </span>
      <span className={item}>
        <span className="inline-block h-4 w-1 bg-base-content" /> initial post due
      </span>
      <span className={item}>
        <span className="flex gap-0.5">
          <span className="inline-block h-3 w-1 bg-base-content" />
          <span className="inline-block h-3 w-1 bg-base-content" />
        </span>
        replies due
      </span>
      <span className={item}>
        <span className="inline-block h-1 w-6 rounded" style={{ background: 'var(--late-fill)' }} /> own terms
      </span>
      <span>
        Drag a strip, an edge or a mark; or take one with Tab and move it with ← → (a day), Shift (a week),
        Alt (an hour), Enter to keep.
      </span>
    </p>
  );
}

/** A term seen at once: time runs across, units and forums run down; and it is edited here. */
export function Plan() {
  useTitle('Plan', useCourse().title);
  const course = useCourse();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const { data, error, mutate } = useApi(getPlan, { course: course.id });
  const refresh = () => mutate();
  const findings = useFindings(data, course);
  const undo = useUndo();
  const { move, versionOf, warned, dismissWarning } = usePlanMoves(data, refresh, undo.push);
  const deeds = useForumDeeds(versionOf, refresh, undo.push);
  const [dialog, setDialog] = useState<'shift' | 'arrange' | 'bin' | 'start' | null>(null);
  const [terms, setTerms] = useState<{ forumId: string; terms: OwnTerms; isNew: boolean } | null>(null);
  const [ownTermsToo, setOwnTermsToo] = useState(true);
  const zoom = (Number(search.get('zoom')) || 0) as Zoom;
  const canEdit = course.role === 'instructor';
  useKeys(
    canEdit
      ? [
          { on: 'n', keys: 'N', does: 'make a new forum', run: () => void navigate('new') },
          { on: 'r', keys: 'R', does: 'start a forum from a recipe', run: () => setDialog('start') },
          { on: 's', keys: 'S', does: 'shift dates', run: () => setDialog('shift') },
          { on: 'o', keys: 'O', does: 'arrange units and forums', run: () => setDialog('arrange') },
          {
            on: 'Ctrl+z',
            keys: 'Ctrl Z',
            does: 'take back what was done to the plan',
            run: () => undo.undo?.(),
          },
          { on: 'Ctrl+y', keys: 'Ctrl Y', does: 'do it again', run: () => undo.redo?.() },
        ]
      : [],
  );
  // From a forum's form or a student's page: new own terms, for that student where one is named.
  const wanted = search.get('terms') === 'new' ? search.get('forum') : null;
  if (wanted !== null && canEdit && data?.forums.some(({ id }) => id === wanted) && terms === null) {
    const student = search.get('student');
    setTerms({
      forumId: wanted,
      terms: {
        id: newId(),
        targets: { kind: 'students', ids: student === null ? [] : [student] },
        dates: {},
        numbers: {},
      },
      isNew: true,
    });
  }
  const closeTerms = () => {
    setTerms(null);
    if (wanted !== null) setSearch({ forum: wanted }, { replace: true });
  };
  if (error && !data) return <Failed error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the plan" />;
  const selected = data.forums.find(({ id }) => id === search.get('forum'));
  const hasOwnTerms = data.forums.some(({ forum }) => forum.ownTerms.length > 0);
  const newForum = (
    <button type="button" className="btn btn-primary btn-sm h-9" onClick={() => setDialog('start')}>
      <Plus className="size-4" aria-hidden />
      New forum <Kbd>N</Kbd>
    </button>
  );
  const tool = 'btn btn-sm raised ruled h-9';
  const editing = terms && data.forums.find(({ id }) => id === terms.forumId);
  return (
    <div className="flex min-h-0 grow">
      <div className="min-w-0 grow pb-16">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-2 px-5 pt-4 pb-3">
          <h1 className="text-2xl">The plan</h1>
          <p className="quiet grow">
            {countWords(Math.ceil((course.termEnd - course.termStart) / (7 * DAY)), 'week')} ·{' '}
            {countWords(data.forums.length, 'forum')} · {countWords(data.students.length, 'student')}
          </p>
          {(findings.total ?? 0) > 0 && (
            <Link
              to="checks"
              className="flex items-center gap-1.5 text-sm font-semibold hover:underline"
              style={{ color: 'var(--late)' }}
            >
              <TriangleAlert className="size-4" aria-hidden />
              {countWords(findings.total!, 'finding')}
            </Link>
          )}
          {canEdit && newForum}
        </div>
        {/* The bin and undo stand here too, and are wanted most when the last forum is gone. */}
        {(data.forums.length > 0 || data.binned > 0) && (
          <div className="hidden flex-wrap items-center gap-2 px-5 pb-3 min-[900px]:flex">
            <div role="group" aria-label="How much of the term" className="join">
              {ZOOMS.map(([value, name]) => (
                <button
                  key={value}
                  type="button"
                  aria-pressed={zoom === value}
                  className={`btn btn-sm join-item h-8 ${zoom === value ? 'btn-neutral' : 'raised ruled'}`}
                  onClick={() =>
                    setSearch(
                      (before) => {
                        const next = new URLSearchParams(before);
                        if (value === 0) next.delete('zoom');
                        else next.set('zoom', String(value));
                        return next;
                      },
                      { replace: true },
                    )
                  }
                >
                  {name}
                </button>
              ))}
            </div>
            {canEdit && (
              <>
                <button type="button" className={`${tool} h-8`} onClick={() => setDialog('shift')}>
                  <ArrowLeftRight className="size-4" aria-hidden />
                  Shift
                </button>
                <button type="button" className={`${tool} h-8`} onClick={() => setDialog('arrange')}>
                  <ListOrdered className="size-4" aria-hidden />
                  Arrange
                </button>
                <button
                  type="button"
                  className={`${tool} btn-square h-8`}
                  disabled={!undo.undo}
                  aria-label={undo.undoLabel ? `Take back: ${undo.undoLabel}` : 'Take back'}
                  title={undo.undoLabel ? `Take back: ${undo.undoLabel} (Ctrl Z)` : 'Nothing to take back'}
                  onClick={() => undo.undo?.()}
                >
                  <Undo2 className="size-4" aria-hidden />
                </button>
                <button
                  type="button"
                  className={`${tool} btn-square h-8`}
                  disabled={!undo.redo}
                  aria-label={undo.redoLabel ? `Do again: ${undo.redoLabel}` : 'Do again'}
                  title={undo.redoLabel ? `Do again: ${undo.redoLabel} (Ctrl Y)` : 'Nothing to do again'}
                  onClick={() => undo.redo?.()}
                >
                  <Redo2 className="size-4" aria-hidden />
                </button>
                {hasOwnTerms && (
                  <label className="ml-2 flex items-center gap-2 text-sm">
                    <input
                      type="checkbox"
                      className="checkbox checkbox-xs"
                      checked={ownTermsToo}
                      onChange={(event) => setOwnTermsToo(event.target.checked)}
                    />
                    Own terms move with their forum
                  </label>
                )}
              </>
            )}
            <span className="grow" />
            <Link to="library" className="quiet flex items-center gap-1 text-sm hover:underline">
              <LibraryBig className="size-4" aria-hidden />
              Rubrics
            </Link>
            {data.binned > 0 && (
              <button
                type="button"
                className="quiet flex items-center gap-1 text-sm hover:underline"
                onClick={() => setDialog('bin')}
              >
                <Trash2 className="size-4" aria-hidden />
                {countWords(data.binned, 'forum')} in the bin
              </button>
            )}
          </div>
        )}
        {data.forums.length === 0 ? (
          <Empty level={2} title="An empty term" action={canEdit && newForum}>
            Forums stand here over the weeks of the term, each drawn to scale with its windows and due dates.
            A title, a prompt and two due dates make a good one.
          </Empty>
        ) : (
          <>
            <Timeline
              plan={data}
              findings={findings.standing}
              selected={selected?.id ?? null}
              zoom={zoom}
              ownTermsToo={ownTermsToo}
              move={canEdit ? move : null}
              editOwnTerms={(forumId, own) => setTerms({ forumId, terms: own, isNew: false })}
            />
            <Legend />
          </>
        )}
      </div>
      {selected && (
        <ForumPanel
          key={selected.id}
          planned={selected}
          findings={findings.standing.get(selected.id) ?? []}
          words={wordsFor(data, course)}
          plan={data}
          move={canEdit ? move : null}
          deeds={deeds}
          refresh={refresh}
          editOwnTerms={(own) =>
            setTerms({
              forumId: selected.id,
              terms: own ?? { id: newId(), targets: { kind: 'students', ids: [] }, dates: {}, numbers: {} },
              isNew: own === null,
            })
          }
        />
      )}
      {terms && editing && (
        <OwnTermsDialog
          key={terms.terms.id}
          plan={data}
          forum={editing.forum}
          title={editing.title}
          terms={terms.terms}
          isNew={terms.isNew}
          move={move}
          close={closeTerms}
        />
      )}
      {dialog === 'shift' && (
        <ShiftDialog plan={data} chosen={selected?.id ?? null} move={move} close={() => setDialog(null)} />
      )}
      {dialog === 'arrange' && (
        <ArrangeDialog plan={data} refresh={refresh} push={undo.push} close={() => setDialog(null)} />
      )}
      {dialog === 'bin' && <Bin refresh={refresh} close={() => setDialog(null)} />}
      {dialog === 'start' && (
        <StartDialog
          monday={mondayOf(toWallClock(courseNow() + 7 * DAY, course.zone).slice(0, 10))}
          close={() => setDialog(null)}
        />
      )}
      {warned && <SealWarning names={warned.names} confirm={warned.confirm} close={dismissWarning} />}
    </div>
  );
}
