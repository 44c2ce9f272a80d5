import { line, type RowProps } from '../rowProps';

/** A file with the initial post. */
export function AttachmentFields({ kit, values }: RowProps) {
  return (
    <>
      {values.rules.required.initialRequired && (
        <label className={`${line} pl-7`}>
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            {...kit.form.register('rules.required.attachment')}
          />
          with an attachment
        </label>
      )}
      {kit.says('rules.required.attachment')}
    </>
  );
}
