import { ArrowLeft } from 'lucide-react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  assignReview,
  getReviewing,
  withdrawReview,
  type Reviewing as View,
} from '../../../contract/reviewing';
import { addresses } from '../../../words/addresses';
import { plural } from '../../../words/numbers';
import { ApiProblem, call, sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { useApi } from '../../data/useApi';
import { Choice } from '../../ui/Choice';
import { FailedPage } from '../../ui/FailedPage';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { AssignDialog } from './AssignDialog';
import { FILTERS, type FilterName } from './assignmentWords';
import { MustNots } from './MustNots';
import { ReadReviews } from './ReadReviews';
import { ReviewerTable } from './ReviewerTable';
import { Facts, Tools } from './ReviewingHead';
import type { RowActions } from './ReviewerRow';
import { Ring } from './Ring';
import { useRows } from './useRows';

const SendDialog = lazy(async () => ({
  default: (await import('../discuss/post/SendDialog')).SendDialog,
}));

/** Who reviews whom in a forum, who is short and why; reviews are moved, taken back, read and withheld here. */
export function Reviewing() {
  const { forum } = useParams();
  const course = useCourse();
  const { data, error, mutate } = useApi(getReviewing, { course: course.id, forum: forum! });
  useTitle(data && `Reviews in ${data.title}`, course.title);
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the reviews" />;
  return <Opened forum={forum!} view={data} />;
}

function Opened({ forum, view }: { forum: string; view: View }) {
  const course = useCourse();
  const [filter, setFilter] = useState<FilterName>('all');
  const [chosen, setChosen] = useState<string | null>(null);
  const [dialog, setDialog] = useState<
    | {
        readonly what: 'assign';
        readonly reviewer: string | null;
        readonly moves: View['assignments'][number] | null;
        /** What the server said of it when it was dragged there; null: nothing was tried yet. */
        readonly warning: string | null;
      }
    | { readonly what: 'read'; readonly student: { id: string; name: string } }
    | { readonly what: 'write' }
    | null
  >(null);
  const rows = useRows(view, filter);
  const names = useMemo(() => new Map(view.people.map(({ person }) => [person.id, person.name])), [view]);
  const nameOf = useMemo(() => (id: string) => names.get(id) ?? 'Someone', [names]);
  const actions = useMemo<RowActions>(
    () => ({
      move: (moves) => setDialog({ what: 'assign', reviewer: moves.reviewerId, moves, warning: null }),
      withdraw: ({ id }) =>
        void orSayWhyNot(() => call(withdrawReview, { course: course.id, forum, assignment: id })),
      read: ({ reviewerId }) =>
        setDialog({ what: 'read', student: { id: reviewerId, name: nameOf(reviewerId) } }),
      assign: (reviewer) => setDialog({ what: 'assign', reviewer, moves: null, warning: null }),
      choose: setChosen,
    }),
    [course.id, forum, nameOf],
  );
  const give = (id: string, reviewerId: string) =>
    void orSayWhyNot(async () => {
      const moves = view.assignments.find((each) => each.id === id);
      if (!moves) return;
      try {
        await call(
          assignReview,
          { course: course.id, forum, assignment: newId() },
          { reviewerId, authorId: moves.authorId, moves: id, confirmed: false },
        );
      } catch (error) {
        if (!(error instanceof ApiProblem) || error.problem.code !== 'sealed') throw error;
        setDialog({ what: 'assign', reviewer: reviewerId, moves, warning: sentenceOf(error) });
      }
    });
  const count = (name: FilterName) =>
    name === 'all'
      ? view.people.length
      : new Set(view.assignments.filter(FILTERS[name].fits).map(({ reviewerId }) => reviewerId)).size;
  return (
    <div className="mx-auto w-full max-w-5xl px-5 pt-5 pb-20">
      <Link to={addresses.forum(course.id, forum)} className="link-plain flex items-center gap-1 text-sm">
        <ArrowLeft className="size-4" aria-hidden />
        The conversation
      </Link>
      <p className="label-caps mt-3">Reviews</p>
      <h1 className="text-2xl">{view.title}</h1>
      <Facts view={view} />
      <Tools
        forum={forum}
        view={view}
        nameOf={nameOf}
        assign={() => setDialog({ what: 'assign', reviewer: null, moves: null, warning: null })}
        write={() => setDialog({ what: 'write' })}
      />
      <div className="mt-5 flex flex-wrap gap-x-10 gap-y-6">
        <div className="min-w-0 grow basis-[30rem]">
          <p className="mb-2 flex flex-wrap items-center gap-2">
            <Choice
              label="Who is shown"
              value={filter}
              options={(Object.keys(FILTERS) as FilterName[]).map((name) => [
                name,
                `${FILTERS[name].words} (${count(name)})`,
              ])}
              choose={setFilter}
            />
            {view.preview !== null && (
              <b className="text-late">This is whom it would be, were partners drawn now.</b>
            )}
          </p>
          {rows.length === 0 ? (
            <p className="quiet py-6">Nobody.</p>
          ) : (
            <ReviewerTable rows={rows} nameOf={nameOf} actions={actions} give={give} chosen={chosen} />
          )}
        </div>
        <div className="flex flex-row flex-wrap content-start gap-6 lg:w-56 lg:flex-col">
          {view.units.map((unit) => (
            <figure key={unit.id}>
              <figcaption className="quiet text-sm">
                {unit.title} · {plural(unit.order.length, 'person', 'people')}
              </figcaption>
              <Ring view={view} unit={unit} chosen={chosen} />
            </figure>
          ))}
        </div>
      </div>
      <MustNots view={view} />
      {dialog?.what === 'assign' && (
        <AssignDialog
          forum={forum}
          view={view}
          reviewer={dialog.reviewer}
          moves={dialog.moves}
          warning={dialog.warning}
          close={() => setDialog(null)}
        />
      )}
      {dialog?.what === 'read' && (
        <ReadReviews forum={forum} student={dialog.student} close={() => setDialog(null)} />
      )}
      {dialog?.what === 'write' && (
        <Suspense>
          <SendDialog
            forum={forum}
            title="Write to those shown"
            to={rows.map(({ person }) => person.person.id)}
            onClose={() => setDialog(null)}
          />
        </Suspense>
      )}
    </div>
  );
}
