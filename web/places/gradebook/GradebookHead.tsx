import { SlidersHorizontal } from 'lucide-react';
import { Link } from 'react-router';
import type { GradebookView } from '../../../contract/gradebook';
import { whyNoTotal } from '../../../core/gradebook/whyNoTotal';
import { addresses } from '../../../words/addresses';
import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { Unreleased } from '../../ui/Unreleased';
import { NoTotal } from '../../ui/NoTotal';

function Legend() {
  return (
    <p className="num flex flex-wrap gap-x-4 text-sm" aria-label="Legend">
      <span>
        <b>9.00</b> <span className="quiet">released</span>
      </span>
      <span>
        8.50
        <Unreleased spoken={false} /> <span className="quiet">not released</span>
      </span>
      <span className="text-late">
        <b>9.25△</b> posts changed since
      </span>
      <span className="quiet">
        <s>6.00</s> dropped
      </span>
    </p>
  );
}

/** What the gradebook shows: how many students and items, whether something is being kept, and how scores are marked. */
export function GradebookHead({
  view,
  shown,
  isKeeping,
  orderAgain,
  tools,
}: {
  view: GradebookView;
  /** How many students are shown. */
  shown: number;
  isKeeping: boolean;
  /** Filters and sorts by the scores as they stand now; null where the order is still true. */
  orderAgain: (() => void) | null;
  /** Where filters and tools fold away: whether they are shown, and the way to change it. */
  tools: { readonly isOpen: boolean; readonly toggle: () => void } | null;
}) {
  const course = useCourse();
  const noTotal = whyNoTotal(view);
  return (
    <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-5 pt-4 pb-2 max-md:pt-2.5 print:hidden">
      <h1 className="text-2xl">Gradebook</h1>
      {noTotal && (
        <NoTotal
          why={noTotal}
          settings={course.role === 'instructor' ? addresses.settings(course.id) : undefined}
        />
      )}
      <p className="quiet grow" aria-live="polite">
        {shown === view.rows.length
          ? plural(shown, 'student')
          : `${shown} of ${plural(view.rows.length, 'student')}`}{' '}
        · {plural(view.items.length, 'item')}
        {isKeeping && ' · saving …'}
        {orderAgain && (
          <>
            {' · scores have changed since: '}
            <button type="button" className="link-plain cursor-pointer" onClick={orderAgain}>
              filter and sort again
            </button>
          </>
        )}
      </p>
      {course.outcomes.length > 0 && (
        <Link className="link-plain" to={addresses.attainment(course.id)}>
          Outcomes
        </Link>
      )}
      {tools === null ? (
        <Legend />
      ) : (
        <button
          type="button"
          className="btn btn-sm raised ruled h-8"
          aria-expanded={tools.isOpen}
          onClick={tools.toggle}
        >
          <SlidersHorizontal className="size-4" aria-hidden />
          Filters and tools
        </button>
      )}
    </div>
  );
}
