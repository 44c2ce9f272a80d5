import { useSearchParams } from 'react-router';
import type { MatrixFilter } from './matrix/columns';

/** Everyone, by name. */
export const NO_FILTER: MatrixFilter = { who: '', state: '', below: '', find: '', sort: 'name', show: '' };

/** The filter as it stands in the address. */
export function useMatrixFilter(): [MatrixFilter, (change: Partial<MatrixFilter>) => void] {
  const [search, setSearch] = useSearchParams();
  const filter = Object.fromEntries(
    Object.entries(NO_FILTER).map(([name, usual]) => [name, search.get(name) ?? usual]),
  ) as unknown as MatrixFilter;
  const set = (change: Partial<MatrixFilter>) =>
    setSearch(
      (before) => {
        for (const [name, value] of Object.entries(change))
          if (value === NO_FILTER[name as keyof MatrixFilter]) before.delete(name);
          else before.set(name, value);
        return before;
      },
      { replace: true },
    );
  return [filter, set];
}
