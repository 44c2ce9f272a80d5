import { useMemo, useState } from 'react';
import { toast } from '../../ui/toast';
import type { PlannedForum, PlanView } from '../../../contract/plan';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { Choice } from '../../ui/Choice';
import { Dialog } from '../../ui/Dialog';
import { freeDaysBy } from '../../../core/plan/classDays';
import { shiftPlan } from '../../../core/plan/shiftPlan';
import { plural } from '../../../words/numbers';
import { DATE_WORDS } from '../../../words/schedule';
import { dateWords } from '../../ui/dateWords';
import type { ForumActions } from './useForumActions';
import { Problem } from '../../ui/Problem';
import { useSaving } from '../../ui/useSaving';

/** Duplicates a forum, or every forum of its unit, as drafts, with all dates moved. */
export function CopyDialog({
  planned,
  plan,
  duplicate,
  close,
}: {
  planned: PlannedForum;
  plan: PlanView;
  duplicate: ForumActions['duplicate'];
  close: () => void;
}) {
  const course = useCourse();
  const [what, setWhat] = useState<'forum' | 'unit'>('forum');
  const [unitId, setUnitId] = useState('');
  const [weeks, setWeeks] = useState('1');
  const [toClassDays, setToClassDays] = useState(true);
  const { busy, problem, setProblem, attempt } = useSaving();
  const siblings = plan.forums.filter((forum) => forum.unitId === planned.unitId);
  const forums = useMemo(
    () => (what === 'forum' ? [planned] : plan.forums.filter((forum) => forum.unitId === planned.unitId)),
    [what, planned, plan],
  );
  const days = Number(weeks.replace(',', '.')) * 7;
  const onFreeDays = useMemo(
    () =>
      Number.isInteger(days)
        ? shiftPlan(
            forums.map(({ forum }) => forum),
            {
              days,
              from: null,
              forumIds: forums.map(({ id }) => id),
              sectionId: null,
              ownTermsToo: false,
              toClassDays: false,
            },
            course.zone,
            freeDaysBy(course.freeDays),
            newId,
          )
            .flatMap((forum) => forum.dates)
            .filter(({ freeDay }) => freeDay !== null)
        : [],
    [days, forums, course],
  );
  const copy = async () => {
    if (!Number.isInteger(days) || Math.abs(days) > 730)
      return setProblem('Write a number of weeks; 0 keeps the dates, a minus sign moves earlier.');
    await attempt(async () => {
      await duplicate(
        forums.map(({ id }) => ({ from: id, to: newId() })),
        { unitId: unitId || null, days, toClassDays },
        what === 'forum' ? `duplicating ${planned.title}` : 'duplicating a unit',
      );
      toast.success(`${plural(forums.length, 'draft')} made.`);
      close();
    });
  };
  return (
    <Dialog title="Duplicate" onClose={close}>
      <div className="space-y-3">
        <div className="flex flex-wrap items-center gap-2">
          Duplicate
          <Choice
            label="What is duplicated"
            value={what}
            choose={setWhat}
            options={[
              ['forum', planned.title],
              ...(planned.unitId === null
                ? []
                : [['unit', `the whole unit (${plural(siblings.length, 'forum')})`] as const]),
            ]}
          />
        </div>
        <div className="flex flex-wrap items-center gap-2">
          into
          <Choice
            label="Into which unit"
            value={unitId}
            choose={setUnitId}
            options={[
              ['', 'the same unit'],
              ...course.units
                .filter(({ id }) => id !== planned.unitId)
                .map(({ id, title }) => [id, title] as const),
            ]}
          />
        </div>
        <div className="flex flex-wrap items-center gap-2">
          with all dates
          <input
            className="input input-sm raised num h-9 w-16 text-center"
            aria-label="Weeks later"
            inputMode="decimal"
            value={weeks}
            onChange={(event) => setWeeks(event.target.value)}
          />
          weeks later
        </div>
        {onFreeDays.length > 0 && (
          <div>
            <ul className="text-sm text-late">
              {onFreeDays.map(({ name, after, freeDay }) => (
                <li key={`${name} ${after}`}>
                  {DATE_WORDS[name]} {dateWords(after, course.zone)}: {freeDay || 'a day without classes'}
                </li>
              ))}
            </ul>
            <label className="mt-1 flex items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={toClassDays}
                onChange={({ target }) => setToClassDays(target.checked)}
              />
              Go on to the next class day
            </label>
          </div>
        )}
        <p className="quiet text-sm">
          The copies are drafts without posts. Own terms of sections and groups go along, those of single
          students stay here.
        </p>
        <Problem className="text-sm">{problem}</Problem>
        <button type="button" className="btn btn-primary" disabled={busy} onClick={() => void copy()}>
          Make {plural(forums.length, 'draft')}
        </button>
      </div>
    </Dialog>
  );
}
