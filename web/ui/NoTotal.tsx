import { TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import type { whyNoTotal } from '../../core/gradebook/whyNoTotal';

const WHY: Record<NonNullable<ReturnType<typeof whyNoTotal>>, string> = {
  noCategories: 'the course weighs categories, and has none yet',
  noWeights: 'the course weighs categories, and none of them has a weight',
  nothingInCategories: 'nothing that is scored is in a category with a weight',
};

/** Says that nobody gets a total, and what is in the way; to staff also where to change it. */
export function NoTotal({
  why,
  settings,
}: {
  why: NonNullable<ReturnType<typeof whyNoTotal>>;
  /** Where the course's settings are, for who may change them. */
  settings?: string;
}) {
  return (
    <p role="note" className="flex flex-wrap items-center gap-x-2 text-sm">
      <TriangleAlert className="size-4 shrink-0 text-late" aria-hidden />
      <span>There is no total: {WHY[why]}.</span>
      {settings && (
        <Link className="link-plain" to={settings}>
          {why === 'nothingInCategories' ? 'Look at the categories' : 'Give them weights, or add up points'}
        </Link>
      )}
    </p>
  );
}
