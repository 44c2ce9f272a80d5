import { useState } from 'react';
import type { PlanView } from '../../../../contract/plan';
import type { Forum, OwnTerms } from '../../../../core/course/forum';
import { ownTermsWords } from '../../../../words/ownTerms';
import { useCourse } from '../../../data/course';
import { FormRow } from '../../../forms/FormRow';
import { datesIn } from '../../../ui/dateWords';
import { OwnTermsDialog } from '../ownTerms/OwnTermsDialog';
import { newTerms } from '../ownTerms/useOpenTerms';
import { targetWords } from '../planData';
import type { FieldKit } from './fieldKit';

/** Dates or requirements that differ for a section, a group or a student; saved with the forum. */
export function OwnTermsRow({
  kit,
  forum,
  title,
  plan,
}: {
  kit: FieldKit;
  /** As the form has it now. */
  forum: Forum;
  title: string;
  plan: PlanView;
}) {
  const course = useCourse();
  const [open, setOpen] = useState<{ terms: OwnTerms; isNew: boolean } | null>(null);
  return (
    <FormRow label="Own terms">
      {forum.ownTerms.length > 0 && (
        <ul className="pt-1.5 text-sm">
          {forum.ownTerms.map((own) => (
            <li key={own.id} className="py-0.5">
              <b className="font-semibold">{targetWords(own.targets, plan, course)}:</b>{' '}
              {ownTermsWords(own, datesIn(course.zone))}{' '}
              <button
                type="button"
                className="link-plain"
                aria-label={`Change the own terms of ${targetWords(own.targets, plan, course)}`}
                onClick={() => setOpen({ terms: own, isNew: false })}
              >
                Change
              </button>
            </li>
          ))}
        </ul>
      )}
      <p className="pt-1.5">
        <button
          type="button"
          className="link-plain text-sm"
          onClick={() => setOpen({ terms: newTerms(), isNew: true })}
        >
          {forum.ownTerms.length === 0 ? 'Give a section, a group or a student own terms' : 'Add own terms'}
        </button>{' '}
        {forum.ownTerms.length === 0 && (
          <span className="quiet text-sm">Dates or requirements that differ for them</span>
        )}
      </p>
      {kit.says('rules.ownTerms')}
      {open && (
        <OwnTermsDialog
          key={open.terms.id}
          plan={plan}
          forum={forum}
          title={title.trim() || 'this forum'}
          terms={open.terms}
          isNew={open.isNew}
          button="Use these terms"
          save={(ownTerms) => {
            const next = ownTerms.map((own) => ({
              ...own,
              targets: { ...own.targets, ids: [...own.targets.ids] },
            }));
            kit.form.setValue('rules.ownTerms', next, { shouldDirty: true });
            return Promise.resolve(true);
          }}
          close={() => setOpen(null)}
        />
      )}
    </FormRow>
  );
}
