import { FormRow } from '../../../forms/FormRow';
import { useSettings } from '../useSettings';

/** Whether it is kept how often students open each forum. */
export function VisitsRow() {
  const { register, values, canEdit } = useSettings();
  return (
    <FormRow label="Visits" id="visits">
      <label className="flex items-center gap-2 pt-1.5">
        <input type="checkbox" className="checkbox checkbox-sm" disabled={!canEdit} {...register('visits')} />
        Keep how often each student opens each forum
      </label>
      <p className="quiet text-sm">
        By forum and day: how often, when first and when last. You see it in Moderate and in a student’s term;
        students see theirs, and that you do. It is part of no score.
        {!values.visits && ' Once it is turned off and saved, what was kept is removed.'}
      </p>
    </FormRow>
  );
}
