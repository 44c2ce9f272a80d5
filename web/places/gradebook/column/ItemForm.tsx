import { addresses } from '../../../../words/addresses';
import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import { saveItem, type ItemFields } from '../../../../contract/items';
import type { GradebookItem, GradebookView } from '../../../../contract/gradebook';
import type { Display } from '../../../../core/gradebook/gradebook';
import { call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { itemCodec, itemOf, type TypedItem } from './itemFields';
import { showProblems } from '../../../forms/serverProblems';
import { Field } from '../../../ui/Field';
import { Problem } from '../../../ui/Problem';
import { DateField } from '../../../ui/dates/DateField';

const DISPLAYS: Record<Display, string> = {
  points: 'points',
  percent: 'percent',
  letter: 'letter',
  done: 'done or not',
};

/** Makes an item by hand, or changes one; of an item that a forum feeds, what the forum says is shown and not typed. */
export function ItemForm({
  view,
  item,
  saved,
}: {
  view: GradebookView;
  /** null: a new one. */
  item: GradebookItem | null;
  saved: (item: GradebookItem) => void;
}) {
  const course = useCourse();
  const codec = useMemo(() => itemCodec(course.zone), [course.zone]);
  const form = useForm<TypedItem, unknown, ItemFields>({
    defaultValues: codec.encode(itemOf(item)),
    resolver: zodResolver(codec),
  });
  const categoryId = useWatch({ control: form.control, name: 'categoryId' });
  const { register, handleSubmit, setError, formState } = form;
  const { errors, isSubmitting } = formState;
  const fed = item?.forumId != null;
  const submit = async (fields: ItemFields) => {
    try {
      const answer = await call(
        saveItem,
        { course: course.id, item: item?.id ?? newId() },
        // When something is due that a forum feeds is said by the forum.
        { version: item?.version ?? 0, fields: fed ? { ...fields, dueAt: null } : fields },
      );
      saved(answer);
    } catch (error) {
      if (!showProblems(form, error, 'fields')) setError('root', { message: sentenceOf(error) });
    }
  };
  const select = 'select select-sm raised h-9 w-full';
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={(event) => void handleSubmit(submit)(event)}
      noValidate
    >
      {item?.follows ? (
        <p className="quiet text-sm sm:col-span-2">
          Name and maximum are those of the forum;{' '}
          <Link className="link-plain" to={addresses.editForum(course.id, item.forumId!)}>
            change them in the plan
          </Link>
          .
        </p>
      ) : (
        <>
          <Field label="Name" {...register('title')} maxLength={200} problem={errors.title?.message ?? ''} />
          <Field
            label="Maximum"
            inputMode="decimal"
            {...register('maximum')}
            problem={errors.maximum?.message ?? ''}
          />
        </>
      )}
      <label className="block">
        <span className="quiet mb-0.5 block text-sm">Category</span>
        <select className={select} {...register('categoryId')}>
          <option value="">in no category</option>
          {view.categories.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
        {errors.categoryId && <span className="text-sm text-error">{errors.categoryId.message}</span>}
      </label>
      <label className="block">
        <span className="quiet mb-0.5 block text-sm">Shown as</span>
        <select className={select} {...register('display')}>
          {(Object.keys(DISPLAYS) as Display[]).map((display) => (
            <option key={display} value={display}>
              {DISPLAYS[display]}
            </option>
          ))}
        </select>
      </label>
      {!fed && (
        <DateField label="Due (may be left empty)" {...register('dueAt')} problem={errors.dueAt?.message} />
      )}
      <div className="flex flex-col justify-end gap-1.5">
        <label className="flex items-center gap-2">
          <input type="checkbox" className="checkbox checkbox-sm" {...register('counts')} />
          Counts in the total
        </label>
        <label className="flex items-center gap-2">
          <input type="checkbox" className="checkbox checkbox-sm" {...register('extraCredit')} />
          Extra credit: adds to what is earned only
        </label>
      </div>
      {view.mode === 'weighted' && categoryId === '' && (
        <p className="text-sm sm:col-span-2 text-late">
          In a weighted gradebook, an item in no category does not count.
        </p>
      )}
      <Problem className="text-sm sm:col-span-2">{errors.root?.message}</Problem>
      <div className="sm:col-span-2">
        <button className="btn btn-sm btn-primary h-9" disabled={isSubmitting}>
          {item === null ? 'Make the item' : 'Save the changes'}
        </button>
      </div>
    </form>
  );
}
