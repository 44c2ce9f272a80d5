import type { CourseSettingsView } from '../../../../contract/courseSettings';
import { FormRow } from '../../../forms/FormRow';
import { useSettings } from '../useSettings';
import { RadioLine } from '../../../ui/RadioLine';

const ZONES = Intl.supportedValuesOf('timeZone');

/** The zone of the course; what a new one does to the dates is asked. */
export function ZoneRow({ view }: { view: CourseSettingsView }) {
  const { register, error, setValue, values } = useSettings();
  return (
    <FormRow label="Time zone">
      <select {...register('zone')} aria-label="Time zone" className="select select-sm raised h-9 w-auto">
        {ZONES.includes(values.zone) ? null : <option>{values.zone}</option>}
        {ZONES.map((zone) => (
          <option key={zone}>{zone}</option>
        ))}
      </select>
      {error('zone')}
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
            They keep their moments, and read differently on the clock
          </RadioLine>
        </div>
      )}
    </FormRow>
  );
}
