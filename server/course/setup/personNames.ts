import type { PersonName } from '../../../contract/basics';

/** The columns a name is made of. */
export interface NameColumns {
  id: string;
  given_name: string;
  family_name: string;
  preferred_name: string | null;
  sortable_name: string;
}

/** A person's whole name: by the preferred name where there is one. */
export const fullName = (row: Pick<NameColumns, 'given_name' | 'family_name' | 'preferred_name'>): string =>
  `${row.preferred_name ?? row.given_name} ${row.family_name}`.trim();

/** How a person is named: by the preferred name where there is one. */
export function personName(row: NameColumns): PersonName {
  return {
    id: row.id,
    given: row.preferred_name ?? row.given_name,
    name: fullName(row),
    sortable: row.sortable_name,
  };
}
