import { toast } from 'sonner';
import { DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import type { PlannedForum, PlanView } from '../../../contract/plan';
import type { Finding } from '../../../core/checks/check';
import type { DateName, Forum, OwnTerms } from '../../../core/course/forum';
import { mapDates, shiftDays, type DatedRules } from '../../../core/plan/mapDates';
import { snapTo, timesInUse } from '../../../core/plan/snap';
import { DAY, HOUR } from '../../../core/time/instant';
import { hasEnded, hasOpened } from '../../../core/time/minute';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { datesIn, dateWords, dayWords } from '../../ui/dateWords';
import { findingWords } from '../../../words/findings';
import { ownTermsWords } from '../../../words/ownTerms';
import { byUnit, courseDataFrom, findingsFor, wordsFor, targetWords } from './planData';
import { scheduleWords } from '../../../words/schedule';
import { DATE_WORDS, StripHandles, type HandleName } from './StripHandles';
import { StripName } from './StripName';
import { OwnTermsStrip, placeIn, TermStrip } from './TermStrip';
import { FreeWeeks, WeekHeads } from './Weeks';
import type { Move } from './usePlanMoves';

/** How much of the term is seen at once, in weeks; 0 for all of it. */
export type Zoom = 0 | 4 | 2 | 1;

interface Preview {
  readonly forumId: string;
  readonly handle: HandleName;
  readonly rules: DatedRules;
}

const OPENS: readonly DateName[] = ['visibleFrom', 'postingFrom'];

const GRID = 'min-[900px]:grid min-[900px]:grid-cols-[19rem_1fr] min-[900px]:items-center';
const LEFT = 'min-[900px]:sticky min-[900px]:left-0 min-[900px]:z-20';

/** A term seen at once and edited there: strips are dragged, or moved with the arrow keys. */
export function Timeline({
  plan,
  findings,
  selected,
  zoom,
  ownTermsToo,
  move,
  editOwnTerms,
}: {
  plan: PlanView;
  findings: ReadonlyMap<string, readonly Finding[]>;
  selected: string | null;
  zoom: Zoom;
  /** Whether own terms move along with their forum. */
  ownTermsToo: boolean;
  /** null: the plan can only be read. */
  move: ((moves: readonly Move[], what: 'moved', label: string) => Promise<boolean>) | null;
  editOwnTerms: (forumId: string, terms: OwnTerms) => void;
}) {
  const course = useCourse();
  const now = useNow();
  const { zone } = course;
  const term = { from: course.termStart, to: course.termEnd };
  const [preview, setPreview] = useState<Preview | null>(null);
  const [dragging, setDragging] = useState(false);
  const scroller = useRef<HTMLDivElement>(null);
  const track = useRef<HTMLDivElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 3 } }));
  const core = useMemo(() => courseDataFrom(plan, zone), [plan, zone]);
  const words = wordsFor(plan, course);
  const times = useMemo(() => {
    const dates = plan.forums.map(({ forum }) => forum.schedule);
    return {
      opens: timesInUse(
        dates.flatMap((d) => [d.visibleFrom, d.postingFrom]),
        zone,
        '08:00',
      ),
      ends: timesInUse(
        dates.flatMap((d) => [d.visibleUntil, d.postingUntil, d.initialDue, d.repliesDue]),
        zone,
        '23:59',
      ),
    };
  }, [plan, zone]);
  const weeks = (term.to - term.from) / (7 * DAY);
  const scale = zoom === 0 ? 1 : Math.max(1, weeks / zoom);
  const within = now >= term.from && now < term.to;
  const today = placeIn(term, now);

  // A closer look begins at today.
  useEffect(() => {
    const box = scroller.current;
    if (box && scale > 1)
      box.scrollLeft = ((box.scrollWidth - 300) * today) / 100 - (box.clientWidth - 300) / 2;
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [scale]);

  const rulesOf = (forumId: string): Forum | undefined => plan.forums.find(({ id }) => id === forumId)?.forum;
  const moved = (forum: Forum, handle: HandleName, to: (at: number) => number): DatedRules => {
    if (handle === 'all') return mapDates(forum, to, { ownTermsToo });
    return {
      ownTerms: forum.ownTerms,
      seal: forum.seal,
      schedule: { ...forum.schedule, [handle]: to(forum.schedule[handle]!) },
    };
  };
  const commit = (done: Preview | null) => {
    if (!done || !move) return;
    const forum = rulesOf(done.forumId);
    const title = plan.forums.find(({ id }) => id === done.forumId)?.title ?? '';
    const same = forum && JSON.stringify(forum.schedule) === JSON.stringify(done.rules.schedule);
    if (!forum || same) {
      setPreview(null);
      return;
    }
    const what = done.handle === 'all' ? 'all dates' : DATE_WORDS[done.handle].toLowerCase();
    void move([{ forumId: done.forumId, rules: done.rules }], 'moved', `${what} of ${title}`).then(() =>
      setPreview(null),
    );
  };
  /** A date that was moved by keys is kept by Enter alone; whoever goes on without it is told. */
  const leaveHandle = (forumId: string) => {
    if (dragging || preview?.forumId !== forumId) return;
    setPreview(null);
    toast.info('The date stays as it was. Press Enter after moving it to keep the change.');
  };
  const drag = (id: string, deltaX: number): Preview | null => {
    const [forumId, handle] = id.split('|') as [string, HandleName];
    const forum = rulesOf(forumId);
    const width = track.current?.getBoundingClientRect().width ?? 0;
    if (!forum || width === 0) return null;
    const delta = (deltaX / width) * (term.to - term.from);
    if (handle === 'all') {
      const days = Math.round(delta / DAY);
      return { forumId, handle, rules: moved(forum, handle, (at) => shiftDays(at, days, zone)) };
    }
    const list = OPENS.includes(handle) ? times.opens : times.ends;
    return { forumId, handle, rules: moved(forum, handle, (at) => snapTo(at + delta, list, zone)) };
  };
  const key = (forumId: string, handle: HandleName, event: KeyboardEvent) => {
    const saved = rulesOf(forumId);
    if (!saved) return;
    const mine = preview?.forumId === forumId && preview.handle === handle ? preview : null;
    if (event.key === 'Escape') return setPreview(null);
    if (event.key === 'Enter') {
      event.preventDefault();
      return commit(mine);
    }
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (by === 0) return;
    event.preventDefault();
    const base = { ...saved, ...(mine?.rules ?? {}) } as Forum;
    const to = event.altKey
      ? (at: number) => at + by * HOUR
      : (at: number) => shiftDays(at, by * (event.shiftKey ? 7 : 1), zone);
    setPreview({ forumId, handle, rules: moved(base, handle, to) });
  };

  const live = preview && {
    forum: { ...rulesOf(preview.forumId)!, ...preview.rules },
    planned: plan.forums.find(({ id }) => id === preview.forumId)!,
  };
  const liveFindings = live
    ? findingsFor(plan, course, core, live.forum, live.planned.categoryId, live.planned.hasPrompt)
    : [];
  const liveAt =
    live && preview
      ? preview.handle === 'all'
        ? (live.forum.schedule.initialDue ??
          live.forum.schedule.postingFrom ??
          live.forum.schedule.visibleFrom)
        : live.forum.schedule[preview.handle]
      : null;

  const row = (planned: PlannedForum) => {
    const saved = planned.forum;
    const forum = preview?.forumId === planned.id ? { ...saved, ...preview.rules } : saved;
    const isSelected = planned.id === selected;
    const draft = forum.status === 'draft';
    const bare = Object.values(saved.schedule).every((at) => at === null);
    const active =
      !draft &&
      !forum.frozen &&
      hasOpened(forum.schedule.postingFrom, now) &&
      !hasEnded(forum.schedule.postingUntil, now);
    const bg = isSelected ? 'var(--river-wash)' : 'var(--color-base-100)';
    return (
      <li key={planned.id} className={isSelected ? '' : 'group/row'}>
        <div className={GRID} style={isSelected ? { background: bg } : undefined}>
          <Link
            to={`?forum=${planned.id}`}
            replace
            className={`block min-w-0 bg-base-100 pr-3 pl-5 ${bare ? 'py-0.5' : 'py-1'} ${LEFT} group-hover/row:bg-base-200`}
            style={isSelected ? { background: bg } : undefined}
            aria-current={isSelected ? 'true' : undefined}
          >
            <StripName planned={planned} findings={findings.get(planned.id) ?? []} />
          </Link>
          <div className="relative hidden min-[900px]:block">
            <TermStrip
              schedule={forum.schedule}
              term={term}
              draft={draft}
              active={active}
              replies={forum.required.replies > 0 || forum.schedule.repliesDue !== null}
              thin={bare}
            />
            {move && (
              <StripHandles
                forumId={planned.id}
                title={planned.title}
                zone={zone}
                // What is dragged stays where it was taken: distances are measured from there.
                schedule={dragging ? saved.schedule : forum.schedule}
                x={(at) => placeIn(term, at)}
                onKey={(handle, event) => key(planned.id, handle, event)}
                onBlur={() => leaveHandle(planned.id)}
              />
            )}
            {live && preview?.forumId === planned.id && liveAt !== null && (
              <span
                role="status"
                className="rounded-box raised ruled pointer-events-none absolute top-7 z-30 w-max max-w-80 -translate-x-1/2 border px-2.5 py-1.5 text-sm shadow-sm"
                style={{ left: `${Math.min(88, Math.max(12, placeIn(term, liveAt)))}%` }}
              >
                <b className="num">
                  {preview.handle === 'all' ? '' : `${DATE_WORDS[preview.handle]} `}
                  {dateWords(liveAt, zone)}
                </b>
                {liveFindings.map((finding) => (
                  <span key={finding.code + finding.field} className="block" style={{ color: 'var(--late)' }}>
                    {findingWords(finding, words).title}
                  </span>
                ))}
              </span>
            )}
          </div>
          <p className="quiet px-5 pb-2 text-sm min-[900px]:sr-only">{scheduleWords(forum, datesIn(zone))}</p>
        </div>
        {forum.ownTerms.map((own) => (
          <div key={own.id} className={`hidden ${GRID}`} style={isSelected ? { background: bg } : undefined}>
            <button
              type="button"
              className={`quiet block cursor-pointer truncate pr-3 pl-9 text-left text-xs hover:underline ${LEFT}`}
              style={{ background: bg }}
              title={ownTermsWords(own, datesIn(zone))}
              onClick={() => editOwnTerms(planned.id, own)}
            >
              {targetWords(own.targets, plan, course)}: {ownTermsWords(own, datesIn(zone))}
            </button>
            <OwnTermsStrip own={own} schedule={forum.schedule} term={term} />
          </div>
        ))}
      </li>
    );
  };

  return (
    <div
      // Room for a mark that stands at the very end of the term.
      className="relative min-[900px]:pr-3"
      ref={scroller}
      style={{ overflowX: scale > 1 ? 'auto' : 'visible' }}
    >
      <DndContext
        sensors={sensors}
        onDragStart={() => setDragging(true)}
        onDragMove={({ active, delta }) => setPreview(drag(String(active.id), delta.x))}
        onDragEnd={({ active, delta }) => {
          setDragging(false);
          const done = drag(String(active.id), delta.x);
          setPreview(done);
          commit(done);
        }}
        onDragCancel={() => {
          setDragging(false);
          setPreview(null);
        }}
      >
        <div
          className="relative"
          style={{ width: scale > 1 ? `calc(19rem + ${scale} * (100% - 19rem))` : undefined }}
        >
          <div className="ruled hidden border-b min-[900px]:grid min-[900px]:grid-cols-[19rem_1fr]">
            <span className={`bg-base-100 ${LEFT}`} />
            <div ref={track}>
              <WeekHeads from={term.from} to={term.to} zone={zone} free={course.freeWeeks} />
            </div>
          </div>
          <div
            aria-hidden
            className="pointer-events-none absolute inset-y-0 right-0 left-[19rem] z-10 hidden min-[900px]:block"
          >
            <FreeWeeks from={term.from} to={term.to} zone={zone} free={course.freeWeeks} />
            {within && (
              <div
                className="absolute top-5 bottom-0 w-[1.5px]"
                style={{ left: `${today}%`, background: 'var(--seal)' }}
              >
                <span
                  className="absolute -top-1 -translate-x-1/2 rounded px-1.5 text-xs font-semibold whitespace-nowrap text-base-100"
                  style={{ background: 'var(--seal)' }}
                >
                  Today
                </span>
              </div>
            )}
          </div>
          <p className="sr-only">Today is {dayWords(now, zone)}.</p>
          {byUnit(plan, course).map((unit) => (
            <section key={unit.title} aria-label={unit.title} className="ruled border-b py-1.5">
              <h2 className={`label-caps w-max bg-base-100 px-5 pt-1 pb-0.5 font-sans ${LEFT}`}>
                {unit.title}
              </h2>
              <ul>{unit.forums.map(row)}</ul>
            </section>
          ))}
        </div>
      </DndContext>
    </div>
  );
}
