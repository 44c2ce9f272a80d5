import type { PlanView } from '../../../contract/plan';
import { useCourse } from '../../data/course';
import { countWords, maximumWords } from '../../../words/numbers';
import type { FieldKit } from './fieldKit';
import { startingParts } from './evaluationForm';
import { FormRow } from './FormRow';
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
      form.formState.dirtyFields.parts ||
      plan.forums.some(({ id, forum }) => id === self && forum.evaluation)
    )
      return;
    form.setValue(
      'parts',
      startingParts({ initial: values.initialRequired, replies: Number(values.replies) || 0 }),
    );
  };
  const items = plan.items.filter(({ forumId, id }) => forumId === null || (forumId === self && id !== self));
  return (
    <FormRow label="Evaluation">
      <label className={line}>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          {...form.register('evaluated', { onChange: startOver })}
        />
        Evaluated
      </label>
      {!values.evaluated && (
        <p className="quiet text-sm">Due dates still stand in My work; there is no score.</p>
      )}
      {values.evaluated && (
        <>
          <div className={line}>
            {number('maximum', 'Maximum')} points in
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
          {says('maximum')}
          <Parts kit={kit} values={values} />
          <div className={line}>
            When late,
            <select {...form.register('lateness')} aria-label="What lateness costs" className={select}>
              <option value="none">nothing is lost</option>
              <option value="perDay">a share a day is lost</option>
              <option value="noCredit">the post earns nothing</option>
            </select>
            {values.lateness === 'perDay' && (
              <>
                : {number('percentADay', 'Percent a day')} % a day, at most{' '}
                {number('percentAtMost', 'Percent at most')} %
              </>
            )}
          </div>
          {says('percentADay')}
          {says('percentAtMost')}
          <div className={line}>
            Without an initial post on time,
            <select {...form.register('gate')} aria-label="What a late initial post shuts" className={select}>
              <option value="none">nothing else changes</option>
              <option value="replies">the replies earn nothing</option>
              <option value="whole">the whole forum earns nothing</option>
            </select>
          </div>
          <div className={line}>
            A student comes up for evaluation
            <select {...form.register('ready')} aria-label="When a student is ready" className={select}>
              <option value="complete">with all required posts</option>
              <option value="atLeast">with a number of posts</option>
              <option value="anyPost">with the first post</option>
            </select>
            {values.ready === 'atLeast' && <>: {number('readyPosts', 'Posts until ready')}</>}
          </div>
          {says('readyPosts')}
          <label className={`${line} pl-7`}>
            <input type="checkbox" className="checkbox checkbox-sm" {...form.register('readyAfterDue')} />
            or with what there is, once everything is due
          </label>
          <div className={line}>
            The gradebook shows it
            <select {...form.register('display')} aria-label="How the gradebook shows it" className={select}>
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
              <input type="checkbox" className="checkbox checkbox-sm" {...form.register('looksAgain')} />
              Students may ask for another look at a released score
            </label>
            {values.looksAgain && (
              <>
                until
                <input
                  {...form.register('lookUntil')}
                  type="datetime-local"
                  aria-label="Last day for asking"
                  className="input input-sm raised h-9 w-auto"
                />
              </>
            )}
          </div>
          {says('lookUntil')}
          <label className={line}>
            <input type="checkbox" className="checkbox checkbox-sm" {...form.register('hideNames')} />
            <span>
              In the docket and on the Desk, names are hidden until a score is given
              <span className="quiet block text-xs">
                The conversation, search and the gradebook still show who wrote what.
              </span>
            </span>
          </label>
          <label className={line}>
            <input type="checkbox" className="checkbox checkbox-sm" {...form.register('secondReading')} />
            Two evaluators read each student, neither knowing what the other has given
          </label>
          <label className={line}>
            <input type="checkbox" className="checkbox checkbox-sm" {...form.register('aboveMaximum')} />
            An adjustment may lift a score above the maximum
          </label>
        </>
      )}
      {notes('evaluation', 'category')}
    </FormRow>
  );
}
