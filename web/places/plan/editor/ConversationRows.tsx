import { AddRow } from '../../../ui/RowActions';
import { addresses } from '../../../../words/addresses';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { Controller, useFieldArray } from 'react-hook-form';
import type { Openings, Readers } from '../../../../core/course/forum';
import { EMPTY_TEXT } from '../../../../core/text/richText';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { RichEditor } from '../../../ui/editor/RichEditor';
import { ChoiceCards, OpeningsDrawing, ReadersDrawing, type ChoiceCard } from './ChoiceCards';
import type { FieldKit } from './fieldKit';
import { FormRow } from '../../../forms/FormRow';
import type { ForumForm } from './forumForm';
import { forumSentence } from '../planData';

const OPENINGS: readonly [Openings, string, string][] = [
  ['answerPrompt', 'Answer the prompt', 'one question that everyone answers first'],
  ['answerQuestions', 'Answer each question', 'you list them; each opens on its own'],
  ['oneThreadEach', 'Open one thread each', 'everyone brings something of their own'],
  ['threadsFreely', 'Open threads freely', 'threads as they come: questions, news, chat'],
];
const READERS: readonly [Readers, string, string][] = [
  ['class', 'The whole class', 'one conversation, up to about forty people'],
  ['section', 'Their section', 'each section apart, as in its room'],
  ['group', 'Their group', 'small groups, so that everyone is heard'],
  ['staff', 'Only staff', 'a journal: private, no classmates read it'],
];
const MISFIT: Record<string, string> = {
  questions: 'answers to questions fit no other opening',
  none: 'posts are there that belong to no question',
};

/** What starts a conversation, and who reads it: two plain questions. */
export function ConversationRows({
  kit,
  values,
  posts,
  was,
  plans,
}: {
  kit: FieldKit;
  values: ForumForm;
  /** Posts of students that are there already. */
  posts: number;
  was: { openings: Openings; readers: Readers };
  plans: readonly { id: string; title: string }[];
}) {
  const course = useCourse();
  const { form, says, notes } = kit;
  const openings = OPENINGS.map(([value, title, when]): ChoiceCard<Openings> => ({
    value,
    title,
    when,
    drawing: <OpeningsDrawing of={value} />,
    not:
      posts === 0 || value === was.openings
        ? undefined
        : was.openings === 'answerQuestions'
          ? MISFIT.questions
          : value === 'answerQuestions'
            ? MISFIT.none
            : undefined,
  }));
  const readers = READERS.map(([value, title, when]): ChoiceCard<Readers> => ({
    value,
    title,
    when,
    drawing: <ReadersDrawing of={value} />,
    not:
      posts > 0 && value !== was.readers ? 'students have posted, so this can no longer change' : undefined,
  }));
  return (
    <>
      <FormRow label="How it starts">
        <ChoiceCards
          name="openings"
          label="What starts a conversation"
          value={values.rules.openings}
          choices={openings}
          onChange={(value) => form.setValue('rules.openings', value, { shouldDirty: true })}
        />
        {posts > 0 && values.rules.openings !== was.openings && (
          <p className="text-sm text-late">
            Posts stay as they are; from now on every opening post counts by the new rule, including existing
            ones.
          </p>
        )}
        {says('rules.openings')}
        {values.rules.openings === 'answerQuestions' && <Questions kit={kit} posts={posts} />}
        {notes('questions')}
      </FormRow>
      <FormRow label="Who reads">
        <ChoiceCards
          name="readers"
          label="Who reads a student’s posts"
          value={values.rules.readers}
          choices={readers}
          onChange={(value) => {
            form.setValue('rules.readers', value, { shouldDirty: true });
            if (value === 'staff') form.setValue('rules.seal.on', false, { shouldDirty: true });
          }}
        />
        {says('rules.readers')}
        {values.rules.readers === 'group' && (
          <div className="flex flex-wrap items-center gap-2">
            in the groups of
            <select
              {...form.register('rules.groupPlanId')}
              aria-label="Group plan"
              disabled={posts > 0}
              className="select select-sm raised h-9 w-auto"
            >
              <option value="">choose a group plan</option>
              {plans.map(({ id, title }) => (
                <option key={id} value={id}>
                  {title}
                </option>
              ))}
            </select>
            <a className="link-plain text-sm" href={addresses.roster(course.id, { view: 'groups' })}>
              Make groups in the Roster
            </a>
          </div>
        )}
        {says('rules.groupPlanId')}
        {(values.rules.readers === 'group' || values.rules.readers === 'section') && (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              {...form.register('rules.openSpacesAfterClose')}
            />
            They may read each other once posting has closed
          </label>
        )}
        <div className="flex flex-wrap items-center gap-2">
          Replies are shown
          <select
            {...form.register('rules.threading')}
            aria-label="How replies are shown"
            className="select select-sm raised h-9 w-auto"
          >
            <option value="nested">nested under what they reply to</option>
            <option value="oneLevel">on one level below the thread</option>
          </select>
        </div>
        <p className="quiet text-sm">{forumSentence(values.rules)}</p>
      </FormRow>
    </>
  );
}

function Questions({ kit, posts }: { kit: FieldKit; posts: number }) {
  const course = useCourse();
  const { form, says, number } = kit;
  const list = useFieldArray({ control: form.control, name: 'rules.questions', keyName: 'key' });
  return (
    <div className="space-y-3">
      {list.fields.map((question, index) => (
        <div key={question.key} className={question.retired ? 'opacity-60' : ''}>
          <div className="flex items-center gap-2 text-sm">
            <b>Question {index + 1}</b>
            {question.retired && <span className="quiet">retired: no longer asked, its answers stay</span>}
            <span className="grow" />
            <button
              type="button"
              className="btn btn-ghost btn-xs btn-square"
              aria-label={`Question ${index + 1} earlier`}
              disabled={index === 0}
              onClick={() => list.move(index, index - 1)}
            >
              <ArrowUp className="size-3.5" aria-hidden />
            </button>
            <button
              type="button"
              className="btn btn-ghost btn-xs btn-square"
              aria-label={`Question ${index + 1} later`}
              disabled={index === list.fields.length - 1}
              onClick={() => list.move(index, index + 1)}
            >
              <ArrowDown className="size-3.5" aria-hidden />
            </button>
            {posts > 0 ? (
              <button
                type="button"
                className="link-plain text-xs"
                onClick={() =>
                  list.update(index, {
                    ...form.getValues(`rules.questions.${index}`),
                    retired: !question.retired,
                  })
                }
              >
                {question.retired ? 'Ask again' : 'Retire'}
              </button>
            ) : (
              <button
                type="button"
                className="btn btn-ghost btn-xs btn-square"
                aria-label={`Remove question ${index + 1}`}
                onClick={() => list.remove(index)}
              >
                <X className="size-3.5" aria-hidden />
              </button>
            )}
          </div>
          <Controller
            control={form.control}
            name={`rules.questions.${index}.text`}
            render={({ field }) => (
              <RichEditor
                label={`Question ${index + 1}`}
                value={field.value}
                onChange={field.onChange}
                course={course.id}
                minHeight="2.5rem"
                placeholder="What do you ask?"
              />
            )}
          />
          {says(`rules.questions.${index}`)}
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-3">
        <AddRow name="question" add={() => list.append({ id: newId(), text: EMPTY_TEXT, retired: false })} />
        {list.fields.length > 1 && (
          <span className="flex items-center gap-2">
            Students answer {number('rules.required.questions', 'How many questions')} of them{' '}
            <span className="quiet">(empty: all)</span>
          </span>
        )}
      </div>
      {says('rules.required.questions')}
    </div>
  );
}
