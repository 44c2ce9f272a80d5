import { DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useEffect, useRef } from 'react';
import type { PlanView } from '../../../../contract/plan';
import type { Finding } from '../../../../core/checks/check';
import type { OwnTerms } from '../../../../core/course/forum';
import { DAY } from '../../../../core/time/instant';
import { useNow } from '../../../data/clock';
import { useCourse } from '../../../data/course';
import { dayWords } from '../../../ui/dateWords';
import { byUnit } from '../planData';
import { placeIn } from './TermStrip';
import { LEFT, TimelineRow } from './TimelineRow';
import { useStripMoves, type MoveDates } from './useStripMoves';
import { FreeDays, WeekHeads } from './Weeks';

/** How much of the term is seen at once, in weeks; 0 for all of it. */
export type Zoom = 0 | 4 | 2 | 1;

const nothing = () => undefined;
/** Strips are dragged by pointer alone; with the keyboard they are sliders, which say themselves where they are. */
const SAYS_NOTHING = {
  announcements: {
    onDragStart: nothing,
    onDragOver: nothing,
    onDragEnd: nothing,
    onDragCancel: nothing,
  },
};

/** The line at this moment, while the term lasts. */
function Today({ at }: { at: number }) {
  return (
    <div className="absolute top-5 bottom-0 w-[1.5px] bg-seal" style={{ left: `${at}%` }}>
      <span className="absolute -top-1 -translate-x-1/2 rounded px-1.5 text-xs font-semibold whitespace-nowrap text-base-100 bg-seal">
        Today
      </span>
    </div>
  );
}

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
  move: MoveDates | null;
  editOwnTerms: (forumId: string, terms: OwnTerms) => void;
}) {
  const course = useCourse();
  const now = useNow();
  const { zone } = course;
  const term = { from: course.termStart, to: course.termEnd };
  const scroller = useRef<HTMLDivElement>(null);
  const track = useRef<HTMLDivElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 3 } }));
  const strips = useStripMoves(plan, track, ownTermsToo, move);
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

  return (
    <div
      // Room for a mark that stands at the very end of the term.
      className="relative min-[900px]:pr-3"
      ref={scroller}
      style={{ overflowX: scale > 1 ? 'auto' : 'visible' }}
    >
      <DndContext sensors={sensors} accessibility={SAYS_NOTHING} {...strips.drag}>
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
            <FreeDays from={term.from} to={term.to} zone={zone} days={course.freeDays} />
            {within && <Today at={today} />}
          </div>
          <p className="sr-only">Today is {dayWords(now, zone)}.</p>
          {byUnit(plan, course).map((unit) => (
            <section key={unit.title} aria-label={unit.title} className="ruled border-b py-1.5">
              <h2 className={`label-caps w-max bg-base-100 px-5 pt-1 pb-0.5 font-sans ${LEFT}`}>
                {unit.title}
              </h2>
              <ul>
                {unit.forums.map((planned) => (
                  <TimelineRow
                    key={planned.id}
                    planned={planned}
                    plan={plan}
                    findings={findings.get(planned.id) ?? []}
                    isSelected={planned.id === selected}
                    strips={strips}
                    canMove={move !== null}
                    editOwnTerms={(own) => editOwnTerms(planned.id, own)}
                  />
                ))}
              </ul>
            </section>
          ))}
        </div>
      </DndContext>
    </div>
  );
}
