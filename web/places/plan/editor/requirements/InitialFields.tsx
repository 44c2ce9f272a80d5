import { line, type RowProps } from '../rowProps';
import { WordsMode } from './fields';

/** A first post, or an answer to each question. */
export function InitialFields({ kit, values }: RowProps) {
  const { form, says, number } = kit;
  return (
    <>
      <div className={line}>
        <label className={line}>
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            {...form.register('rules.required.initialRequired')}
          />
          {values.rules.openings === 'answerQuestions' ? 'An answer to each question' : 'An initial post'}
        </label>
        of {number('rules.required.initialMinWords', 'Words of the initial post')}{' '}
        <WordsMode kit={kit} of="initial" label="Whether these words are required" />
      </div>
      {says('rules.required.initialMinWords')}
    </>
  );
}
