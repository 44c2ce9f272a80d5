import { addresses } from '../../../../words/addresses';
import { readPoints } from '../../../forms/readPoints';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { saveItem } from '../../../../contract/items';
import type { GradebookItem, GradebookView } from '../../../../contract/gradebook';
import type { Display } from '../../../../core/gradebook/gradebook';
import { fromWallClock, toWallClock } from '../../../../core/time/wallClock';
import { ApiProblem, call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { Field } from '../../../ui/Field';
import { maximumWords } from '../../../../words/numbers';

interface Typed {
  title: string;
  categoryId: string;
  maximum: string;
  display: Display;
  counts: boolean;
  extraCredit: boolean;
  dueAt: string;
}

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
  const form = useForm<Typed>({
    defaultValues: {
      title: item?.title ?? '',
      categoryId: item?.categoryId ?? '',
      maximum: item ? maximumWords(item.maximum) : '10',
      display: item?.display ?? 'points',
      counts: item?.counts ?? true,
      extraCredit: item?.extraCredit ?? false,
      dueAt: item?.dueAt == null ? '' : toWallClock(item.dueAt, course.zone),
    },
  });
  const { register, handleSubmit, setError, formState } = form;
  const { errors, isSubmitting } = formState;
  const fed = item?.forumId != null;
  const submit = async (typed: Typed) => {
    const maximum = readPoints(typed.maximum);
    if (maximum == null || maximum <= 0)
      return setError('maximum', { message: 'Write a number above 0, such as 10 or 7.5.' });
    let dueAt: number | null = null;
    try {
      if (!fed && typed.dueAt !== '') dueAt = fromWallClock(typed.dueAt, course.zone);
    } catch {
      return setError('dueAt', { message: 'This time does not exist; choose another.' });
    }
    try {
      const answer = await call(
        saveItem,
        { course: course.id, item: item?.id ?? newId() },
        {
          version: item?.version ?? 0,
          fields: {
            ...typed,
            title: typed.title.trim(),
            maximum,
            dueAt,
            categoryId: typed.categoryId || null,
          },
        },
      );
      saved(answer);
    } catch (error) {
      const named = (['title', 'maximum', 'categoryId', 'dueAt'] as const).find(
        (name) => error instanceof ApiProblem && error.field(`fields.${name}`) !== null,
      );
      if (named) setError(named, { message: (error as ApiProblem).field(`fields.${named}`)! });
      else setError('root', { message: sentenceOf(error) });
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
        <Field
          label="Due (may be left empty)"
          type="datetime-local"
          {...register('dueAt')}
          problem={errors.dueAt?.message ?? ''}
        />
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
      {view.mode === 'weighted' && form.watch('categoryId') === '' && (
        <p className="text-sm sm:col-span-2" style={{ color: 'var(--late)' }}>
          In a gradebook by weight, what stands in no category does not count.
        </p>
      )}
      {errors.root && (
        <p role="alert" className="text-sm text-error sm:col-span-2">
          {errors.root.message}
        </p>
      )}
      <div className="sm:col-span-2">
        <button className="btn btn-sm btn-primary h-9" disabled={isSubmitting}>
          {item === null ? 'Make the item' : 'Keep the changes'}
        </button>
      </div>
    </form>
  );
}
