import type { CourseSettingsView } from '../../../../contract/courseSettings';
import { FormRow } from '../../../forms/FormRow';
import { useSettings } from '../useSettings';
import { ZoneField } from '../../../ui/zones/ZoneField';
import { RadioLine } from '../../../ui/RadioLine';

/** The zone of the course; what a new one does to the dates is asked. */
export function ZoneRow({ view }: { view: CourseSettingsView }) {
  const { error, setValue, values, canEdit } = useSettings();
  return (
    <FormRow label="Time zone">
      <div className="max-w-sm">
        <ZoneField
          label="Time zone"
          hidesLabel
          value={values.zone}
          disabled={!canEdit}
          choose={(zone) => setValue('zone', zone, { shouldDirty: true })}
        />
        {error('zone')}
      </div>
      {values.zone !== view.settings.zone && (
        <div className="rounded-box px-3.5 py-2.5 text-sm bg-late-wash">
          <p>What happens to the dates of all forums?</p>
          <RadioLine
            name="keep"
            checked={values.keepWallClock}
            choose={() => setValue('keepWallClock', true)}
            className="mt-1 flex items-center gap-2"
          >
            They keep their times of day: 23:59 stays 23:59
          </RadioLine>
          <RadioLine
            name="keep"
            checked={!values.keepWallClock}
            choose={() => setValue('keepWallClock', false)}
            className="mt-1 flex items-center gap-2"
          >
            They stay at the same moment, so the clock time changes
          </RadioLine>
        </div>
      )}
    </FormRow>
  );
}
