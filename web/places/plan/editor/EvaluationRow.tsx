import { line, select, type PlanRowProps } from './rowProps';
import { CostsFields } from './CostsFields';
import { ShownFields } from './ShownFields';
import { useCourse } from '../../../data/course';
import { startingParts } from './evaluationForm';
import { FormRow } from '../../../forms/FormRow';
import { NewCategory } from './NewCategory';
import { Parts } from './Parts';

/** Points, their parts, what lateness costs, what a late initial post shuts, and when a student comes up. */
export function EvaluationRow({ kit, values, plan, self }: PlanRowProps) {
  const course = useCourse();
  const { form, notes, says, number } = kit;
  // What was asked for meanwhile decides what is scored, until someone has said so themselves.
  const startOver = () => {
    if (
      form.formState.dirtyFields.rules?.evaluation?.parts ||
      plan.forums.some(({ id, forum }) => id === self && forum.evaluation)
    )
      return;
    form.setValue(
      'rules.evaluation.parts',
      startingParts({
        initial: values.rules.required.initialRequired,
        replies: Number(values.rules.required.replies) || 0,
      }),
    );
  };
  const items = plan.items.filter(({ forumId, id }) => forumId === null || (forumId === self && id !== self));
  return (
    <FormRow label="Evaluation">
      <label className={line}>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          {...form.register('rules.evaluation.on', { onChange: startOver })}
        />
        Evaluated
      </label>
      {!values.rules.evaluation.on && (
        <p className="quiet text-sm">Due dates still appear in My work; there is no score.</p>
      )}
      {values.rules.evaluation.on && (
        <>
          <div className={line}>
            {number('rules.evaluation.maximum', 'Maximum')} points in
            <select {...form.register('categoryId')} aria-label="Category" className={select}>
              <option value="">no category</option>
              {course.categories.map((category) => (
                <option key={category.id} value={category.id}>
                  {category.title}
                </option>
              ))}
            </select>
            <NewCategory made={(id) => form.setValue('categoryId', id, { shouldDirty: true })} />
          </div>
          {says('rules.evaluation.maximum')}
          <Parts kit={kit} values={values} />
          <CostsFields kit={kit} values={values} />
          <ShownFields kit={kit} values={values} items={items} self={self} />
        </>
      )}
      {says('rules.evaluation')}
      {notes('evaluation', 'category')}
    </FormRow>
  );
}
