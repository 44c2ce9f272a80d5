import { Controller } from 'react-hook-form';
import type { PlanView, ForumForEdit } from '../../../../contract/plan';
import { addresses } from '../../../../words/addresses';
import { useCourse } from '../../../data/course';
import { FormRow } from '../../../forms/FormRow';
import { RichEditor } from '../../../ui/editor/RichEditor';
import type { FieldKit } from './fieldKit';
import type { ForumForm } from './forumForm';

/** What students are asked, and a starter of one's own. */
export function PromptRow({
  kit,
  values,
  plan,
  saved,
  version,
}: {
  kit: FieldKit;
  values: ForumForm;
  plan: PlanView;
  saved: ForumForEdit;
  /** The editor begins anew with another. */
  version: string;
}) {
  const course = useCourse();
  const { form, says, problem } = kit;
  return (
    <FormRow label="Prompt">
      <Controller
        control={form.control}
        name="prompt"
        render={({ field }) => (
          <RichEditor
            key={version}
            label="Prompt"
            value={field.value}
            onChange={field.onChange}
            course={course.id}
            headings
            forums={plan.forums
              .filter(({ id }) => id !== saved.id)
              .map(({ id, title }) => ({ address: addresses.forum(course.id, id), title }))}
            placeholder="What do you ask your students?"
            invalid={Boolean(problem('prompt'))}
          />
        )}
      />
      {says('prompt')}
      {kit.notes('prompt')}
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          disabled={saved.starterPosted}
          {...form.register('hasStarter')}
        />
        Open the conversation with a starter of your own
        {saved.starterPosted && <span className="quiet text-sm">(it is posted; edit it in the forum)</span>}
      </label>
      {values.hasStarter && !saved.starterPosted && (
        <Controller
          control={form.control}
          name="starter"
          render={({ field }) => (
            <RichEditor
              label="Starter"
              value={field.value}
              onChange={field.onChange}
              course={course.id}
              minHeight="4rem"
              placeholder="Posted in your name when you publish; visible under the seal."
            />
          )}
        />
      )}
    </FormRow>
  );
}
