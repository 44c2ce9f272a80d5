import { useEffect, useRef } from 'react';
import type { FieldKit } from '../fieldKit';
import type { ForumForm } from '../forumForm';
import { line, type RowProps } from '../rowProps';
import { WordsMode } from './fields';

/**
 * How many different people follows how many replies, unless it was chosen by itself: whoever lowers the one, or had all of them to
 * different people, means the other too.
 */
function useDifferentFollows(form: FieldKit['form'], { replies, different }: ForumForm['rules']['required']) {
  const before = useRef(replies);
  useEffect(() => {
    const was = before.current;
    before.current = replies;
    if (was === replies || !/^\d+$/.test(replies)) return;
    if (different === was || Number(different) > Number(replies))
      form.setValue('rules.required.different', replies, { shouldDirty: true });
  }, [form, replies, different]);
}

/** Replies, and to how many people; a journal has none. */
export function ReplyFields({ kit, values }: RowProps) {
  const { form, says, number } = kit;
  const { rules } = values;
  useDifferentFollows(form, rules.required);
  if (rules.readers === 'staff') return null;
  return (
    <>
      <div className={line}>
        {number('rules.required.replies', 'Number of replies')} replies to{' '}
        {number('rules.required.different', 'Different people')} different people, of{' '}
        {number('rules.required.replyMinWords', 'Words of a reply')}{' '}
        <WordsMode kit={kit} of="reply" label="Whether the words of a reply are required" />
      </div>
      {says('rules.required.replies')}
      {says('rules.required.different')}
      {says('rules.required.replyMinWords')}
      {Number(rules.required.replies) > 0 && rules.openings !== 'answerPrompt' && (
        <label className={`${line} pl-7`}>
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            {...form.register('rules.required.ownThreadCounts')}
          />
          answers in a thread of one’s own count
        </label>
      )}
    </>
  );
}
