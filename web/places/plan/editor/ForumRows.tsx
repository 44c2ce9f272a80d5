import { COINED } from '../../../../words/coined';
import { line, select, type RowProps } from './rowProps';
import { pairingAt } from '../../../../core/terms/pairingAt';
import type { Forum } from '../../../../core/course/forum';
import { useCourse } from '../../../data/course';
import { FormRow } from '../../../forms/FormRow';
import { requirementFields } from './requirements/requirementFields';
import { TermStrip } from '../timeline/TermStrip';
import { DateInput } from '../../../ui/dates/DateInput';

/** Due dates and two windows, drawn to scale above their fields. */
export function DatesRow({ kit, forum }: Pick<RowProps, 'kit'> & { forum: Forum }) {
  const course = useCourse();
  const { form, notes, says, number, date } = kit;
  const term = { from: course.termStart, to: course.termEnd };
  return (
    <FormRow label="Dates">
      <TermStrip
        schedule={forum.schedule}
        term={term}
        draft={false}
        active
        replies={forum.required.replies > 0 || forum.schedule.repliesDue !== null}
        pairsAt={forum.review?.pairAt == null ? null : pairingAt(forum)}
      />
      <div className="grid gap-3 sm:grid-cols-2">
        {date('initialDue', 'Initial post due')}
        {date('repliesDue', 'Replies due')}
        {date('postingFrom', 'Posting from')}
        {date('postingUntil', 'Posting until')}
        {date('visibleFrom', 'Visible from')}
        {date('visibleUntil', 'Visible until')}
      </div>
      <p className="quiet text-sm">
        Outside Visible the forum is not there for students; outside Posting it can be read and not written.
        Empty means no limit. All times are {course.zone}.
      </p>
      {notes('visible', 'posting', 'initialDue', 'repliesDue')}
      <div className={line}>
        Students have {number('rules.graceMinutes', 'Minutes of grace')} minutes of grace after each due date;
        they are not told.
      </div>
      {says('rules.graceMinutes')}
      <label className={line}>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          {...form.register('rules.allowed.postAfterDue')}
        />
        Posts are taken after their due date, and marked late
      </label>
    </FormRow>
  );
}

/** The post-before-viewing rule. */
export function SealRow({ kit, values }: RowProps) {
  const { form, notes, says, number } = kit;
  if (values.rules.readers === 'staff')
    return (
      <FormRow label="Seal">
        <p className="quiet pt-1.5">A journal needs no seal: classmates never read it.</p>
      </FormRow>
    );
  return (
    <FormRow label="Seal">
      <label className={line}>
        <input type="checkbox" className="checkbox checkbox-sm" {...form.register('rules.seal.on')} />
        Keep classmates’ posts sealed until a student has written
      </label>
      {!values.rules.seal.on && <p className="quiet text-sm">Students are told: {COINED.seal}</p>}
      {values.rules.seal.on && (
        <>
          <div className={line}>
            It opens at {number('rules.seal.minWords', 'Words that open the seal')} words{' '}
            <span className="quiet">(empty: those of the initial post)</span>
          </div>
          {says('rules.seal.minWords')}
          <div className={line}>
            and lifts for everyone
            <select {...form.register('rules.seal.lift')} aria-label="When the seal lifts" className={select}>
              <option value="whenPostingCloses">when posting closes</option>
              <option value="atInitialDue">when the initial post is due</option>
              <option value="never">never</option>
              <option value="at">on a date</option>
            </select>
            {values.rules.seal.lift === 'at' && (
              <DateInput aria-label="The seal lifts on" {...form.register('rules.seal.at')} />
            )}
          </div>
          {says('rules.seal.at')}
        </>
      )}
      {says('rules.seal')}
      {notes('seal')}
    </FormRow>
  );
}

/** How many posts, how long, to how many people: the fields of each requirement. */
export function RequiredRow({ kit, values }: RowProps) {
  return (
    <FormRow label="Required posts">
      {requirementFields.map((Fields, index) => (
        <Fields key={index} kit={kit} values={values} />
      ))}
      {kit.notes('required')}
    </FormRow>
  );
}
