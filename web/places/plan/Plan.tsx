import { FailedPage } from '../../ui/FailedPage';
import { Plus, Settings2, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { getPlan } from '../../../contract/plan';
import { addresses } from '../../../words/addresses';
import { mondayOf } from '../../../core/time/calendarDay';
import { toWallClock } from '../../../core/time/wallClock';
import { courseNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { DAY } from '../../../core/time/instant';
import { Kbd, useKeys } from '../../ui/keys';
import { plural } from '../../../words/numbers';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { ArrangeDialog } from './ArrangeDialog';
import { Bin } from './Bin';
import { FirstSteps } from './FirstSteps';
import { ForumPanel } from './panel/ForumPanel';
import { OwnTermsDialog } from './ownTerms/OwnTermsDialog';
import { useOpenTerms } from './ownTerms/useOpenTerms';
import { PlanTools } from './PlanTools';
import { wordsFor } from './planData';
import { StartDialog } from './RecipeDialogs';
import { ShiftDialog } from './ShiftDialog';
import { Legend } from './timeline/Legend';
import { Timeline, type Zoom } from './timeline/Timeline';
import { useFindings } from './useFindings';
import { useForumActions } from './useForumActions';
import { usePlanMoves } from './usePlanMoves';
import { useUndo } from './useUndo';

/** A term seen at once: time runs across, units and forums run down; and it is edited here. */
export function Plan() {
  useTitle('Plan', useCourse().title);
  const course = useCourse();
  const [search, setSearch] = useSearchParams();
  const { data, error, mutate } = useApi(getPlan, { course: course.id });
  const findings = useFindings(data, course);
  const undo = useUndo();
  const { move, versionOf, warning } = usePlanMoves(data, undo.push);
  const actions = useForumActions(versionOf, undo.push);
  const [dialog, setDialog] = useState<'shift' | 'arrange' | 'bin' | 'start' | null>(null);
  const [ownTermsToo, setOwnTermsToo] = useState(true);
  const zoom = (Number(search.get('zoom')) || 0) as Zoom;
  const canEdit = course.role === 'instructor';
  const setZoom = (value: Zoom) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        if (value === 0) next.delete('zoom');
        else next.set('zoom', String(value));
        return next;
      },
      { replace: true },
    );
  useKeys(
    canEdit
      ? [
          { on: 'n', keys: 'N', does: 'start a forum', run: () => setDialog('start') },
          { on: 's', keys: 'S', does: 'shift dates', run: () => setDialog('shift') },
          { on: 'o', keys: 'O', does: 'arrange units and forums', run: () => setDialog('arrange') },
          {
            on: 'Ctrl+z',
            keys: 'Ctrl Z',
            does: 'undo the last change to the plan',
            run: () => undo.undo?.(),
          },
          { on: 'Ctrl+y', keys: 'Ctrl Y', does: 'redo it', run: () => undo.redo?.() },
        ]
      : [],
  );
  const terms = useOpenTerms(data, canEdit);
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the plan" />;
  const selected = data.forums.find(({ id }) => id === search.get('forum'));
  const hasOwnTerms = data.forums.some(({ forum }) => forum.ownTerms.length > 0);
  const newForum = (
    <button type="button" className="btn btn-primary btn-sm h-9" onClick={() => setDialog('start')}>
      <Plus className="size-4" aria-hidden />
      New forum <Kbd>N</Kbd>
    </button>
  );
  const editing = terms.open && data.forums.find(({ id }) => id === terms.open?.forumId);
  return (
    <div className="flex min-h-0 grow">
      <div className="min-w-0 grow pb-16">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-2 px-5 pt-4 pb-3">
          <h1 className="text-2xl">The plan</h1>
          <p className="quiet grow">
            {plural(Math.ceil((course.termEnd - course.termStart) / (7 * DAY)), 'week')} ·{' '}
            {plural(data.forums.length, 'forum')} · {plural(data.students.length, 'student')}
          </p>
          {(findings.total ?? 0) > 0 && (
            <Link
              to="checks"
              className="flex items-center gap-1.5 text-sm font-semibold text-late hover:underline"
            >
              <TriangleAlert className="size-4" aria-hidden />
              {plural(findings.total!, 'finding')}
            </Link>
          )}
          <Link
            to={addresses.settings(course.id)}
            className="btn btn-sm raised ruled h-9"
            title="Dates of the term, time zone, units, categories, letters"
          >
            <Settings2 className="size-4" aria-hidden />
            Settings
          </Link>
          {canEdit && data.forums.length > 0 && newForum}
        </div>
        {/* The bin and undo stand here too, and are wanted most when the last forum is gone. */}
        {(data.forums.length > 0 || data.binned > 0) && (
          <PlanTools
            zoom={zoom}
            setZoom={setZoom}
            binned={data.binned}
            open={setDialog}
            undo={canEdit ? undo : null}
            ownTermsToo={hasOwnTerms ? { value: ownTermsToo, set: setOwnTermsToo } : null}
          />
        )}
        {data.forums.length === 0 ? (
          canEdit ? (
            <FirstSteps plan={data} newForum={newForum} />
          ) : (
            <Empty level={2} title="No forum yet">
              Forums will appear here over the weeks of the term, each drawn to scale.
            </Empty>
          )
        ) : (
          <>
            <Timeline
              plan={data}
              findings={findings.standing}
              selected={selected?.id ?? null}
              zoom={zoom}
              ownTermsToo={ownTermsToo}
              move={canEdit ? move : null}
              editOwnTerms={terms.edit}
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
          actions={actions}
          editOwnTerms={(own) => terms.edit(selected.id, own)}
        />
      )}
      {terms.open && editing && (
        <OwnTermsDialog
          key={terms.open.terms.id}
          plan={data}
          forum={editing.forum}
          title={editing.title}
          terms={terms.open.terms}
          isNew={terms.open.isNew}
          save={(ownTerms, label) => {
            const { id, schedule, seal } = editing.forum;
            return move([{ forumId: id, rules: { schedule, seal, ownTerms } }], 'ownTerms', label);
          }}
          close={terms.close}
        />
      )}
      {dialog === 'shift' && (
        <ShiftDialog plan={data} chosen={selected?.id ?? null} move={move} close={() => setDialog(null)} />
      )}
      {dialog === 'arrange' && <ArrangeDialog plan={data} push={undo.push} close={() => setDialog(null)} />}
      {dialog === 'bin' && <Bin close={() => setDialog(null)} />}
      {dialog === 'start' && (
        <StartDialog
          monday={mondayOf(toWallClock(courseNow() + 7 * DAY, course.zone).slice(0, 10))}
          close={() => setDialog(null)}
        />
      )}
      {warning}
    </div>
  );
}
