import type { DateName, DateTerm, Forum, OwnTerms } from '../course/forum';
import type { Id } from '../course/id';

/** Whom own terms may be of alone: one section, one group or one student. */
export interface Target {
  readonly kind: OwnTerms['targets']['kind'];
  readonly id: Id;
}

const areOnlyOf = ({ targets }: OwnTerms, { kind, id }: Target): boolean =>
  targets.kind === kind && targets.ids.length === 1 && targets.ids[0] === id;

/** What a forum says of one section, group or student alone; undefined where it says nothing. */
export const ownTermsOf = ({ ownTerms }: Pick<Forum, 'ownTerms'>, target: Target): OwnTerms | undefined =>
  ownTerms.find((own) => areOnlyOf(own, target));

/**
 * A forum's own terms with some dates said for one section, group or student: they join what is said of it alone already, else they are
 * made. (rules §2)
 *
 * @param newId makes the id of own terms that have to be made
 * @example withDatesFor(forum, { kind: 'students', id: 'ines' }, { initialDue: { at } }, newId)
 */
export function withDatesFor(
  forum: Pick<Forum, 'ownTerms'>,
  target: Target,
  dates: Partial<Record<DateName, DateTerm>>,
  newId: () => Id,
): readonly OwnTerms[] {
  const known = ownTermsOf(forum, target);
  if (known === undefined)
    return [
      ...forum.ownTerms,
      { id: newId(), targets: { kind: target.kind, ids: [target.id] }, dates, numbers: {} },
    ];
  return forum.ownTerms.map((own) => (own === known ? { ...own, dates: { ...own.dates, ...dates } } : own));
}
