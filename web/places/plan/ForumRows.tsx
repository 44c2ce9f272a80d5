import { useEffect, useRef } from 'react';
import type { Forum } from '../../../core/course/forum';
import { useCourse } from '../../data/course';
import type { FieldKit } from './fieldKit';
import { FormRow } from './FormRow';
import type { ForumForm } from './forumForm';
import { TermStrip } from './TermStrip';

interface Props {
  readonly kit: FieldKit;
  readonly values: ForumForm;
}

const line = 'flex flex-wrap items-center gap-2';
const select = 'select select-sm raised h-9 w-auto';

/** Two due dates and two windows, drawn to scale above their fields. */
export function DatesRow({ kit, forum }: Pick<Props, 'kit'> & { forum: Forum }) {
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
        Students have {number('graceMinutes', 'Minutes of grace')} minutes of grace after each due date; they
        are not told.
      </div>
      {says('graceMinutes')}
      <label className={line}>
        <input type="checkbox" className="checkbox checkbox-sm" {...form.register('postAfterDue')} />
        Posts are taken after their due date, and marked late
      </label>
    </FormRow>
  );
}

/** The post-before-viewing rule. */
export function SealRow({ kit, values }: Props) {
  const { form, notes, says, number } = kit;
  if (values.readers === 'staff')
    return (
      <FormRow label="Seal">
        <p className="quiet pt-1.5">A journal needs no seal: classmates never read it.</p>
      </FormRow>
    );
  return (
    <FormRow label="Seal">
      <label className={line}>
        <input type="checkbox" className="checkbox checkbox-sm" {...form.register('sealed')} />
        Keep classmates’ posts sealed until a student has written
      </label>
      {values.sealed && (
        <>
          <div className={line}>
            It opens at {number('sealWords', 'Words that open the seal')} words{' '}
            <span className="quiet">(empty: those of the initial post)</span>
          </div>
          {says('sealWords')}
          <div className={line}>
            and lifts for everyone
            <select {...form.register('lift')} aria-label="When the seal lifts" className={select}>
              <option value="whenPostingCloses">when posting closes</option>
              <option value="atInitialDue">when the initial post is due</option>
              <option value="never">never</option>
              <option value="at">on a date</option>
            </select>
            {values.lift === 'at' && (
              <input
                type="datetime-local"
                aria-label="The seal lifts on"
                className="input input-sm raised h-9"
                {...form.register('liftAt')}
              />
            )}
          </div>
          {says('liftAt')}
        </>
      )}
      {says('sealed')}
      {notes('seal')}
    </FormRow>
  );
}

/**
 * How many different people follows how many replies, unless it was chosen by itself: whoever lowers the one, or had all of them to
 * different people, means the other too.
 */
function useDifferentFollows(
  form: FieldKit['form'],
  { replies, different }: Pick<ForumForm, 'replies' | 'different'>,
) {
  const before = useRef(replies);
  useEffect(() => {
    const was = before.current;
    before.current = replies;
    if (was === replies || !/^\d+$/.test(replies)) return;
    if (different === was || Number(different) > Number(replies))
      form.setValue('different', replies, { shouldDirty: true });
  }, [form, replies, different]);
}

/** How many posts, how long, to how many people. */
export function RequiredRow({ kit, values }: Props) {
  const { form, notes, says, number } = kit;
  useDifferentFollows(form, values);
  const mode = (name: 'initialWordsMode' | 'replyWordsMode' | 'postWordsMode', label: string) => (
    <select {...form.register(name)} aria-label={label} className={select}>
      <option value="required">words, required</option>
      <option value="recommended">words, only recommended</option>
    </select>
  );
  return (
    <FormRow label="Required posts">
      <div className={line}>
        <label className={line}>
          <input type="checkbox" className="checkbox checkbox-sm" {...form.register('initialRequired')} />
          {values.openings === 'answerQuestions' ? 'An answer to each question' : 'An initial post'}
        </label>
        of {number('initialMinWords', 'Words of the initial post')}{' '}
        {mode('initialWordsMode', 'Whether these words are required')}
      </div>
      {says('initialMinWords')}
      {values.initialRequired && (
        <label className={`${line} pl-7`}>
          <input type="checkbox" className="checkbox checkbox-sm" {...form.register('attachment')} />
          with an attachment
        </label>
      )}
      {says('attachment')}
      {values.readers !== 'staff' && (
        <>
          <div className={line}>
            {number('replies', 'Number of replies')} replies to {number('different', 'Different people')}{' '}
            different people, of {number('replyMinWords', 'Words of a reply')}{' '}
            {mode('replyWordsMode', 'Whether the words of a reply are required')}
          </div>
          {says('replies')}
          {says('different')}
          {says('replyMinWords')}
          {Number(values.replies) > 0 && values.openings !== 'answerPrompt' && (
            <label className={`${line} pl-7`}>
              <input type="checkbox" className="checkbox checkbox-sm" {...form.register('ownThreadCounts')} />
              answers in a thread of one’s own count
            </label>
          )}
        </>
      )}
      <div className={line}>
        {number('posts', 'Posts in all')} posts in all, of {number('postMinWords', 'Words of a post')}{' '}
        {mode('postWordsMode', 'Whether the words of a post are required')}
        <span className="quiet text-sm">(0: no total; the others count here too)</span>
      </div>
      {says('posts')}
      {says('postMinWords')}
      {notes('required')}
    </FormRow>
  );
}
