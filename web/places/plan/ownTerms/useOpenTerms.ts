import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { PlanView } from '../../../../contract/plan';
import type { OwnTerms } from '../../../../core/course/forum';
import { newId } from '../../../data/newId';

/** Own terms that are open to be edited. */
export interface OpenTerms {
  readonly forumId: string;
  readonly terms: OwnTerms;
  readonly isNew: boolean;
}

/** Own terms that say nothing yet. */
export const newTerms = (ids: string[] = []): OwnTerms => ({
  id: newId(),
  targets: { kind: 'students', ids },
  dates: {},
  numbers: {},
});

/**
 * The own terms that are edited. From a forum's form or a student's page the address asks for new ones, for that student where one is
 * named.
 */
export function useOpenTerms(plan: PlanView | undefined, canEdit: boolean) {
  const [search, setSearch] = useSearchParams();
  const [open, setOpen] = useState<OpenTerms | null>(null);
  const wanted = search.get('terms') === 'new' ? search.get('forum') : null;
  if (wanted !== null && canEdit && open === null && plan?.forums.some(({ id }) => id === wanted)) {
    const student = search.get('student');
    setOpen({ forumId: wanted, terms: newTerms(student === null ? [] : [student]), isNew: true });
  }
  return {
    open,
    /** Opens own terms of a forum; null begins new ones. */
    edit: (forumId: string, terms: OwnTerms | null) =>
      setOpen({ forumId, terms: terms ?? newTerms(), isNew: terms === null }),
    close: () => {
      setOpen(null);
      if (wanted !== null) setSearch({ forum: wanted }, { replace: true });
    },
  };
}
