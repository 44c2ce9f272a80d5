import type { DocketView } from '../../../../contract/evaluate';
import type { DocketFilter } from './docketOrder';

/** How far each evaluator of a shared docket is; pressing one shows their students alone. */
export function Shares({
  shares,
  filter,
  setFilter,
}: {
  shares: DocketView['forum']['shares'];
  filter: DocketFilter;
  setFilter: (filter: DocketFilter) => void;
}) {
  if (shares.length === 0) return null;
  const mineFirst = [...shares].sort((one, other) => Number(other.mine) - Number(one.mine));
  return (
    <ul aria-label="Evaluators" className="mt-2 text-sm">
      {mineFirst.map(({ evaluator, mine, students, given }) => {
        const value = mine ? 'mine' : (evaluator?.id ?? 'nobody');
        const isOn = filter.evaluator === value;
        return (
          <li key={value}>
            <button
              type="button"
              aria-pressed={isOn}
              className={`flex w-full cursor-pointer justify-between gap-2 py-0.5 text-left hover:underline ${isOn ? 'font-semibold text-primary' : mine ? 'font-semibold' : 'quiet'}`}
              onClick={() => setFilter({ ...filter, evaluator: isOn ? '' : value })}
            >
              <span className="min-w-0 truncate">{mine ? 'Yours' : (evaluator?.name ?? 'Nobody’s yet')}</span>
              <span className="num shrink-0">
                {given} of {students}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
