import type { PlanView } from '../../../../contract/plan';
import { useCourse } from '../../../data/course';
import { countWords, maximumWords } from '../../../../words/numbers';
import type { FieldKit } from './fieldKit';
import { startingParts } from './evaluationForm';
import { FormRow } from '../../../forms/FormRow';
import type { ForumForm } from './forumForm';
import { NewCategory } from './NewCategory';
import { Parts } from './Parts';

const line = 'flex flex-wrap items-center gap-2';
const select = 'select select-sm raised h-9 w-auto';

/** Points, their parts, what lateness costs, what a late initial post shuts, and when a student comes up. */
export function EvaluationRow({
  kit,
  values,
  plan,
  self,
}: {
  kit: FieldKit;
  values: ForumForm;
  plan: PlanView;
  self: string;
}) {
  const course = useCourse();
  const { form, notes, says, number } = kit;
  // What was asked for meanwhile decides what is scored, until somebody has said so themselves.
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
        <p className="quiet text-sm">Due dates still stand in My work; there is no score.</p>
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
          <div className={line}>
            When late,
            <select
              {...form.register('rules.evaluation.lateness.kind')}
              aria-label="What lateness costs"
              className={select}
            >
              <option value="none">nothing is lost</option>
              <option value="perDay">a share a day is lost</option>
              <option value="noCredit">the post earns nothing</option>
            </select>
            {values.rules.evaluation.lateness.kind === 'perDay' && (
              <>
                : {number('rules.evaluation.lateness.percent', 'Percent a day')} % a day, at most{' '}
                {number('rules.evaluation.lateness.atMost', 'Percent at most')} %
              </>
            )}
          </div>
          {says('rules.evaluation.lateness.percent')}
          {says('rules.evaluation.lateness.atMost')}
          <div className={line}>
            Without an initial post on time,
            <select
              {...form.register('rules.evaluation.gate')}
              aria-label="What a late initial post shuts"
              className={select}
            >
              <option value="none">nothing else changes</option>
              <option value="replies">the replies earn nothing</option>
              <option value="whole">the whole forum earns nothing</option>
            </select>
          </div>
          <div className={line}>
            A student comes up for evaluation
            <select
              {...form.register('rules.ready.when')}
              aria-label="When a student is ready"
              className={select}
            >
              <option value="complete">with all required posts</option>
              <option value="atLeast">with a number of posts</option>
              <option value="anyPost">with the first post</option>
            </select>
            {values.rules.ready.when === 'atLeast' && (
              <>: {number('rules.ready.atLeast', 'Posts until ready')}</>
            )}
          </div>
          {says('rules.ready.atLeast')}
          <label className={`${line} pl-7`}>
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              {...form.register('rules.ready.afterLastDue')}
            />
            or with what there is, once everything is due
          </label>
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
                  {item.title} ({maximumWords(item.maximum)} points, {countWords(item.scores, 'score')})
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
                <input
                  {...form.register('rules.evaluation.lookAgain.until')}
                  type="datetime-local"
                  aria-label="Last day for asking"
                  className="input input-sm raised h-9 w-auto"
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
      )}
      {says('rules.evaluation')}
      {notes('evaluation', 'category')}
    </FormRow>
  );
}
