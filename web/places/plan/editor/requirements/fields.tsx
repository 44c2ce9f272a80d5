import type { FieldKit } from '../fieldKit';
import type { ForumForm } from '../forumForm';

/** What the fields of a requirement need. */
export interface RequirementProps {
  readonly kit: FieldKit;
  readonly values: ForumForm;
}

/** How a row of fields is set. */
export const line = 'flex flex-wrap items-center gap-2';

/** Whether words are required, or only wished for. */
export function WordsMode({
  kit,
  of,
  label,
}: Pick<RequirementProps, 'kit'> & { of: 'initial' | 'reply' | 'post'; label: string }) {
  return (
    <select
      {...kit.form.register(`rules.recommended.${of}`)}
      aria-label={label}
      className="select select-sm raised h-9 w-auto"
    >
      <option value="required">words, required</option>
      <option value="recommended">words, only recommended</option>
    </select>
  );
}
