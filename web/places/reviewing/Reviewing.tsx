import { ArrowLeft } from 'lucide-react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  getReviewing,
  handOverReviews,
  pairAnew,
  withdrawReview,
  type Reviewing as View,
} from '../../../contract/reviewing';
import { addresses } from '../../../words/addresses';
import { plural } from '../../../words/numbers';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { Choice } from '../../ui/Choice';
import { dateWords } from '../../ui/dateWords';
import { Dialog } from '../../ui/Dialog';
import { FailedPage } from '../../ui/FailedPage';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { Loading } from '../../ui/states';
import { toast } from '../../ui/toast';
import { useTitle } from '../../ui/useTitle';
import { AssignDialog } from './AssignDialog';
import { FILTERS, stands, type FilterName } from './assignmentWords';
import { MustNots } from './MustNots';
import { ReadReviews } from './ReadReviews';
import { PREVIEW, ReviewerRow, type RowActions } from './ReviewerRow';
import { Ring } from './Ring';
import { useInSteps } from './useInSteps';

const SendDialog = lazy(async () => ({
  default: (await import('../discuss/post/SendDialog')).SendDialog,
}));

const NAMES: Record<View['settings']['names'], string> = {
  shown: 'Both names are shown.',
  reviewerHidden: 'Authors do not learn who reviews them.',
  bothHidden: 'Neither learns who the other is.',
};

/** When partners are drawn, by when reviews are due, and what each side learns. */
function Facts({ view }: { view: View }) {
  const { zone } = useCourse();
  const { settings, number, due, pairsAt, pairedAt } = view;
  const drawn =
    settings.pairing === 'byHand'
      ? 'You assign by hand.'
      : pairedAt !== null
        ? `Partners were drawn ${dateWords(pairedAt, zone)}.`
        : pairsAt !== null
          ? `Partners are drawn ${dateWords(pairsAt, zone)}.`
          : 'Nothing says yet when partners are drawn.';
  return (
    <p className="quiet mt-1 max-w-[46rem]">
      {plural(number, 'review')} each{due === null ? '' : `, due ${dateWords(due, zone)}`}. {drawn}{' '}
      {NAMES[settings.names]}
    </p>
  );
}

/** What can be done with all of it at once. */
function Tools({
  forum,
  view,
  assign,
  write,
}: {
  forum: string;
  view: View;
  assign: () => void;
  write: () => void;
}) {
  const course = useCourse().id;
  const [asking, setAsking] = useState(false);
  const ready = view.assignments.filter(({ state }) => state === 'sent').length;
  const hand = () =>
    orSayWhyNot(async () => {
      const { handed } = await call(handOverReviews, { course, forum });
      toast.success(`${plural(handed, 'review is', 'reviews are')} with their authors now.`);
    });
  return (
    <p className="mt-3 flex flex-wrap items-center gap-2">
      <button type="button" className="btn btn-sm h-9" onClick={assign}>
        Assign a review
      </button>
      {view.settings.received === 'whenReleased' && (
        <button
          type="button"
          className="btn btn-sm btn-primary h-9"
          disabled={ready === 0}
          onClick={() => void hand()}
        >
          Hand {plural(ready, 'review')} over
        </button>
      )}
      <button type="button" className="btn btn-sm h-9" onClick={write}>
        Write to those shown
      </button>
      {view.mayPairAnew && (
        <button type="button" className="btn btn-sm h-9" onClick={() => setAsking(true)}>
          Draw partners anew
        </button>
      )}
      {asking && (
        <Dialog title="Draw partners anew?" onClose={() => setAsking(false)}>
          <p>Everybody is given other posts. Reviews that were begun are not shown any more.</p>
          <button
            type="button"
            className="btn btn-primary mt-4"
            onClick={() => {
              setAsking(false);
              void orSayWhyNot(() => call(pairAnew, { course, forum }));
            }}
          >
            Draw anew
          </button>
        </Dialog>
      )}
    </p>
  );
}

/** The people of the page with what belongs to each, as the filter leaves them. */
function useRows(view: View, filter: FilterName) {
  return useMemo(() => {
    const preview = view.preview?.map((each, index): View['assignments'][number] => ({
      ...each,
      id: `${PREVIEW}${index}`,
      madeAt: 0,
      byHand: false,
      state: 'toWrite',
      sentAt: null,
      endedAt: null,
      late: false,
      distance: null,
      far: false,
      answered: false,
    }));
    const all = [...view.assignments, ...(preview ?? [])];
    const by = new Map<string, View['assignments'][number][]>();
    const reviewedBy = new Map<string, number>();
    for (const each of all) {
      by.set(each.reviewerId, [...(by.get(each.reviewerId) ?? []), each]);
      if (stands(each)) reviewedBy.set(each.authorId, (reviewedBy.get(each.authorId) ?? 0) + 1);
    }
    const short = new Map(view.short.map((each) => [each.studentId, each]));
    const rows = view.people
      .map((person) => ({
        person,
        mine: by.get(person.person.id) ?? [],
        reviewedBy: reviewedBy.get(person.person.id) ?? 0,
        short: short.get(person.person.id),
      }))
      .filter(({ mine }) => filter === 'all' || mine.some(FILTERS[filter].fits));
    return rows.sort((a, b) => (a.person.person.sortable < b.person.person.sortable ? -1 : 1));
  }, [view, filter]);
}

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
      }
    | { readonly what: 'read'; readonly student: { id: string; name: string } }
    | { readonly what: 'write' }
    | null
  >(null);
  const rows = useRows(view, filter);
  const shown = useInSteps(rows.length);
  const names = useMemo(() => new Map(view.people.map(({ person }) => [person.id, person.name])), [view]);
  const nameOf = useMemo(() => (id: string) => names.get(id) ?? 'Someone', [names]);
  const actions = useMemo<RowActions>(
    () => ({
      move: (moves) => setDialog({ what: 'assign', reviewer: moves.reviewerId, moves }),
      withdraw: ({ id }) =>
        void orSayWhyNot(() => call(withdrawReview, { course: course.id, forum, assignment: id })),
      read: ({ reviewerId }) =>
        setDialog({ what: 'read', student: { id: reviewerId, name: nameOf(reviewerId) } }),
      assign: (reviewer) => setDialog({ what: 'assign', reviewer, moves: null }),
      choose: setChosen,
    }),
    [course.id, forum, nameOf],
  );
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
        assign={() => setDialog({ what: 'assign', reviewer: null, moves: null })}
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
            <table className="w-full">
              <thead>
                <tr className="ruled quiet border-b text-left text-sm">
                  <th scope="col" className="py-1.5 pr-3 font-normal">
                    Reviewer
                  </th>
                  <th scope="col" className="py-1.5 pr-3 font-normal">
                    Whose post
                  </th>
                  <th scope="col" className="num py-1.5 text-right font-normal">
                    Reviewed by
                  </th>
                </tr>
              </thead>
              <tbody>
                {rows.slice(0, shown).map((row) => (
                  <ReviewerRow
                    key={row.person.person.id}
                    {...row}
                    nameOf={nameOf}
                    actions={actions}
                    isChosen={chosen === row.person.person.id}
                  />
                ))}
              </tbody>
            </table>
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
