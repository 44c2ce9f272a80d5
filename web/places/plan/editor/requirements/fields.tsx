import { select, type RowProps } from '../rowProps';

/** How a row of fields is set. */
export /** Whether words are required, or only wished for. */
function WordsMode({
  kit,
  of,
  label,
}: Pick<RowProps, 'kit'> & { of: 'initial' | 'reply' | 'post'; label: string }) {
  return (
    <select {...kit.form.register(`rules.recommended.${of}`)} aria-label={label} className={select}>
      <option value="required">words, required</option>
      <option value="recommended">words, only recommended</option>
    </select>
  );
}
