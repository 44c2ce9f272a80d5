import { line, select } from './rowProps';
import type { PlanView } from '../../../../contract/plan';
import { plural, maximumWords } from '../../../../words/numbers';
import type { FieldKit } from './fieldKit';
import type { ForumForm } from './forumForm';
import { DateInput } from '../../../ui/dates/DateInput';

/** How the gradebook shows the score, and how it is given: another look, covered names, two readers. */
export function ShownFields({
  kit,
  values,
  items,
  self,
}: {
  kit: FieldKit;
  values: ForumForm;
  /** Items of the gradebook that it may feed. */
  items: PlanView['items'];
  self: string;
}) {
  const { form, says } = kit;
  return (
    <>
      <div className={line}>
        The gradebook shows it
        <select
          {...form.register('rules.display')}
          aria-label="How the gradebook shows it"
          className={select}
        >
          <option value="points">in points</option>
          <option value="percent">in percent</option>
          <option value="letter">as a letter</option>
          <option value="done">as done or not</option>
        </select>
        in
        <select {...form.register('itemId')} aria-label="Gradebook item" className={`${select} max-w-72`}>
          <option value={values.itemId === self ? self : ''}>an item of its own</option>
          {items.map((item) => (
            <option key={item.id} value={item.id}>
              {item.title} ({maximumWords(item.maximum)} points, {plural(item.scores, 'score')})
            </option>
          ))}
        </select>
      </div>
      {says('itemId')}
      <div className={line}>
        <label className={line}>
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            {...form.register('rules.evaluation.lookAgain.on')}
          />
          Students may ask for another look at a released score
        </label>
        {values.rules.evaluation.lookAgain.on && (
          <>
            until
            <DateInput
              {...form.register('rules.evaluation.lookAgain.until')}
              aria-label="Last day for asking"
            />
          </>
        )}
      </div>
      {says('rules.evaluation.lookAgain.until')}
      <label className={line}>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          {...form.register('rules.evaluation.hideNames')}
        />
        <span>
          In the docket and on the Desk, names are hidden until a score is given
          <span className="quiet block text-xs">
            The conversation, search and the gradebook still show who wrote what.
          </span>
        </span>
      </label>
      <label className={line}>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          {...form.register('rules.evaluation.secondReading')}
        />
        Two evaluators read each student, neither knowing what the other has given
      </label>
      <label className={line}>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          {...form.register('rules.evaluation.aboveMaximum')}
        />
        An adjustment may lift a score above the maximum
      </label>
    </>
  );
}
