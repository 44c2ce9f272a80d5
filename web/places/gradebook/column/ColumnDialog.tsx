import { addresses } from '../../../../words/addresses';
import { lazy, Suspense, useMemo } from 'react';
import { Link } from 'react-router';
import { toast } from '../../../ui/toast';
import { setItemRemoved } from '../../../../contract/items';
import type { GradebookItem, GradebookView } from '../../../../contract/gradebook';
import { columnFigures } from '../../../../core/gradebook/columnFigures';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { Dialog } from '../../../ui/Dialog';
import { plural, maximumWords, pointWords } from '../../../../words/numbers';
import { When } from '../../../ui/When';
import { saidWithUndo } from '../../../ui/saidWithUndo';
import { ColumnActions } from './ColumnActions';
import { ItemForm } from './ItemForm';
import { LinkForm } from './LinkForm';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

// The chart is large; the figures in words stand at once.
const Spread = lazy(async () => ({ default: (await import('../../../ui/Spread')).Spread }));

function Figures({ view, item }: { view: GradebookView; item: GradebookItem }) {
  const figures = useMemo(() => {
    const at = view.items.findIndex(({ id }) => id === item.id);
    return columnFigures(
      view.rows.map((row) => row.cells[at]!),
      item.maximum,
    );
  }, [view, item]);
  const { count, mean, median, lowest, highest, released, excused, missing } = figures;
  return (
    <section aria-label="Figures">
      <p className="num">
        {plural(count, 'score')} given, {released} of them released
        {missing > 0 && ` · ${missing} without a score`}
        {excused > 0 && ` · ${excused} excused`}
      </p>
      {count > 0 && (
        <>
          <p className="num quiet text-sm">
            mean {pointWords(mean!)} · median {pointWords(median!)} · {pointWords(lowest!)} to{' '}
            {pointWords(highest!)} of {maximumWords(item.maximum)}
          </p>
          <Suspense fallback={<div className="h-24" />}>
            <Spread given={figures} maximum={item.maximum} most={Math.max(...figures.stretches)} />
          </Suspense>
        </>
      )}
    </section>
  );
}

/** All about a column: what it belongs to, how it stands, and what can be done with it. */
export function ColumnDialog({
  view,
  item,
  sortBy,
  paste,
  onClose,
}: {
  view: GradebookView;
  item: GradebookItem;
  sortBy: () => void;
  paste: () => void;
  onClose: () => void;
}) {
  const course = useCourse();
  const mayChange = course.role === 'instructor';
  const category = view.categories.find(({ id }) => id === item.categoryId);
  const byHand = item.forumId === null;
  const remove = async (removed: boolean) => {
    await orSayWhyNot(async () => {
      await call(setItemRemoved, { course: course.id, item: item.id }, { removed });
      if (!removed) return;
      onClose();
      saidWithUndo(`${item.title} is removed, with its scores.`, () => remove(false));
    });
  };
  const section = 'ruled mt-4 border-t pt-3';
  return (
    <Dialog title={item.title} onClose={onClose} wide>
      <p className="quiet">
        {category ? `In ${category.title}` : 'In no category'} · of {maximumWords(item.maximum)}
        {!item.counts && ' · does not count'}
        {item.extraCredit && ' · extra credit'}
        {item.dueAt !== null && (
          <>
            {' '}
            · due <When at={item.dueAt} />
          </>
        )}
      </p>
      <p className="mt-1 flex flex-wrap gap-x-4 text-sm">
        {byHand ? (
          <button type="button" className="link-plain cursor-pointer" onClick={paste}>
            Paste a column
          </button>
        ) : (
          <>
            <Link className="link-plain" to={addresses.docket(course.id, item.forumId!)}>
              Open the docket
            </Link>
            <Link className="link-plain" to={addresses.forum(course.id, item.forumId!)}>
              Open the forum
            </Link>
            <Link className="link-plain" to={addresses.plan(course.id, { forum: item.forumId! })}>
              In the plan
            </Link>
          </>
        )}
        <button type="button" className="link-plain cursor-pointer" onClick={sortBy}>
          Order by this column
        </button>
        <Link className="link-plain" to={addresses.printItem(course.id, item.id)}>
          For print
        </Link>
      </p>
      <div className="mt-3">
        <Figures view={view} item={item} />
      </div>
      <section aria-label="Many at once" className={section}>
        <ColumnActions item={item} />
      </section>
      {mayChange && (
        <>
          <section aria-label="The item" className={section}>
            <ItemForm
              // What someone else has saved begins the form anew.
              key={item.version}
              view={view}
              item={item}
              saved={() => void toast.success('Saved.')}
            />
          </section>
          <section aria-label="The forum" className={section}>
            <LinkForm
              key={`${item.version} ${item.forumId}`}
              view={view}
              item={item}
              done={() => {
                toast.success(byHand ? 'The forum feeds it from now on.' : 'Unlinked.');
                onClose();
              }}
            />
          </section>
          {byHand && (
            <section aria-label="Removing it" className={section}>
              <button
                type="button"
                className="btn btn-sm btn-ghost h-9 text-error"
                onClick={() => void remove(true)}
              >
                Remove the item
              </button>
            </section>
          )}
        </>
      )}
    </Dialog>
  );
}
