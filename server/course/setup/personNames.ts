import type { PersonName } from '../../../contract/basics';

/** The columns a name is made of. */
export interface NameColumns {
  id: string;
  given_name: string;
  family_name: string;
  preferred_name: string | null;
  sortable_name: string;
}

/** How a person is named: by the preferred name where there is one. */
export function personName(row: NameColumns): PersonName {
  const given = row.preferred_name ?? row.given_name;
  return { id: row.id, given, name: `${given} ${row.family_name}`.trim(), sortable: row.sortable_name };
}
