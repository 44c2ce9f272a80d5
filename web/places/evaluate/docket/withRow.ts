import type { DocketRow, DocketView } from '../../../../contract/evaluate';
import { isGiven } from '../../../../core/participation/docketState';

/**
 * A docket with one student's row as it is now, and with how far their evaluator is.
 *
 * @param of the student, by the name the row had: a covered student has their own again once their score is given
 */
export function withRow(view: DocketView, of: string, row: DocketRow): DocketView {
  const before = view.rows.find(({ student }) => student.id === of);
  if (!before) return view;
  const more = Number(isGiven(row.state)) - Number(isGiven(before.state));
  const isTheirs = (share: DocketView['forum']['shares'][number]) =>
    row.mine ? share.mine : !share.mine && share.evaluator?.id === row.evaluator?.id;
  return {
    ...view,
    forum: {
      ...view.forum,
      shares: view.forum.shares.map((share) =>
        isTheirs(share) ? { ...share, given: share.given + more } : share,
      ),
    },
    rows: view.rows.map((each) => (each === before ? row : each)),
  };
}
