import type { PersonName } from '../../../contract/basics';

/** The columns a whole name is made of. */
export const NAME_COLUMNS = ['given_name', 'family_name', 'preferred_name', 'family_first'] as const;

/** What these columns hold. */
export interface WholeName {
  given_name: string;
  family_name: string;
  preferred_name: string | null;
  /** 1 where the family name is written first. */
  family_first: number;
}

/** What someone is called by: the preferred name where there is one. */
export const calledBy = (row: Pick<WholeName, 'given_name' | 'preferred_name'>): string =>
  row.preferred_name ?? row.given_name;

/** A person's whole name, in the order they write it in. */
export const fullName = (row: WholeName): string =>
  (row.family_first === 1
    ? `${row.family_name} ${calledBy(row)}`
    : `${calledBy(row)} ${row.family_name}`
  ).trim();

/** How a person is named, wherever Juror names them. */
export const personName = (row: WholeName & { id: string; sortable_name: string }): PersonName => ({
  id: row.id,
  given: calledBy(row),
  name: fullName(row),
  sortable: row.sortable_name,
});

/** How someone is named in a course: under the name given here where the course does not know them, or no more. */
export const nameOr = (names: ReadonlyMap<string, PersonName>, id: string, unknown = 'Someone'): PersonName =>
  names.get(id) ?? { id, name: unknown, given: unknown, sortable: unknown };
