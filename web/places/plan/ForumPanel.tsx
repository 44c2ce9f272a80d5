import { SLOT_KINDS } from '../../../core/course/slotKind';
import { requirementOf } from '../../../core/participation/requirements/requirements';
import { plannedWords } from '../../../words/requirements';
import { addresses } from '../../../words/addresses';
import { X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import type { PlannedForum, PlanView } from '../../../contract/plan';
import type { Finding } from '../../../core/checks/check';
import type { OwnTerms } from '../../../core/course/forum';
import { sentenceOf } from '../../data/api';
import { useCourse } from '../../data/course';
import { datesIn, dateWords } from '../../ui/dateWords';
import { Dialog } from '../../ui/Dialog';
import type { FindingWords } from '../../../words/findings';
import { countWords, maximumWords, numberWords } from '../../../words/numbers';
import { SealMark } from '../../ui/SealMark';
import { CopyDialog } from './CopyDialog';
import { FindingItem } from './FindingItem';
import { titleIn } from './planOrder';
import { ownTermsWords } from '../../../words/ownTerms';
import { forumSentence, targetWords } from './planData';
import { SaveRecipeDialog } from './RecipeDialogs';
import { windowWords } from '../../../words/schedule';
import type { ForumDeeds } from './useForumDeeds';
import type { Move } from './usePlanMoves';

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[5.5rem_1fr] gap-2 py-1">
      <dt className="quiet">{name}</dt>
      <dd className="num">{children}</dd>
    </div>
  );
}

/** A chosen forum beside the plan: its dates in words, its seal, what the checks found, and what can be done. */
export function ForumPanel({
  planned,
  findings,
  words,
  plan,
  move,
  deeds,
  refresh,
  editOwnTerms,
}: {
  planned: PlannedForum;
  findings: readonly Finding[];
  words: FindingWords;
  plan: PlanView;
  move: ((moves: readonly Move[], what: 'moved', label: string) => Promise<boolean>) | null;
  deeds: ForumDeeds;
  refresh: () => Promise<unknown>;
  /** Opens own terms, or new ones. */
  editOwnTerms: (own: OwnTerms | null) => void;
}) {
  const course = useCourse();
  const [busy, setBusy] = useState(false);
  const [dialog, setDialog] = useState<'copy' | 'recipe' | 'remove' | null>(null);
  const { forum } = planned;
  const { schedule, required, evaluation, seal } = forum;
  const numbers = { ...required, different: required.different ?? required.replies };
  const unit = course.units.findIndex(({ id }) => id === planned.unitId);
  const category = course.categories.find(({ id }) => id === planned.categoryId);
  const set = async (to: 'published' | 'draft' | 'frozen' | 'unfrozen') => {
    setBusy(true);
    try {
      await deeds.setStatus(planned, to);
      toast.success(
        {
          published: 'Published.',
          draft: 'Back to draft.',
          frozen: 'Frozen: nobody can write now.',
          unfrozen: 'Posting goes by its window again.',
        }[to],
      );
    } catch (error) {
      toast.error(sentenceOf(error));
      await refresh();
    }
    setBusy(false);
  };
  const remove = async () => {
    setBusy(true);
    try {
      await deeds.remove(planned);
      toast.success(`“${planned.title}” is in the bin; it can be brought back.`);
      setDialog(null);
    } catch (error) {
      toast.error(sentenceOf(error));
      await refresh();
    }
    setBusy(false);
  };
  const scores = plan.items.find(({ id }) => id === planned.itemId)?.scores ?? 0;
  return (
    <aside
      aria-label={planned.title}
      className="ruled raised fixed inset-0 z-20 overflow-y-auto border-l p-5 min-[900px]:sticky min-[900px]:top-[52px] min-[900px]:z-0 min-[900px]:h-[calc(100vh-52px)] min-[900px]:w-80 min-[900px]:shrink-0"
    >
      <div className="flex items-start justify-between gap-2">
        <p className="label-caps">{unit >= 0 ? `Unit ${unit + 1}` : 'On top'}</p>
        <Link to="." replace className="btn btn-ghost btn-xs btn-square" aria-label="Close">
          <X className="size-4" aria-hidden />
        </Link>
      </div>
      <h2 className="mt-1 text-xl leading-snug">{planned.title}</h2>
      <p className="quiet mt-1">{forumSentence(forum)}</p>
      <dl className="ruled mt-3 border-b pb-3">
        <Line name="Visible">
          {windowWords(schedule.visibleFrom, schedule.visibleUntil, datesIn(course.zone))}
        </Line>
        <Line name="Posting">
          {windowWords(schedule.postingFrom, schedule.postingUntil, datesIn(course.zone))}
        </Line>
        {SLOT_KINDS.map((kind) => {
          const said = numbers[requirementOf(kind).count] > 0 ? plannedWords(kind, numbers) : null;
          const due = said && schedule[said.due];
          return (
            said && (
              <Line key={kind} name={said.title}>
                {due !== null && <b className="font-semibold">{dateWords(due, course.zone)} · </b>}
                {said.text}
              </Line>
            )
          );
        })}
        <Line name="Evaluated">
          {evaluation === null
            ? 'no'
            : `${maximumWords(evaluation.maximum)} points${category ? ` · ${category.title}` : ''}`}
        </Line>
        <Line name="Posts">{numberWords(planned.posts)}</Line>
      </dl>
      {seal && (
        <p className="mt-3 flex gap-2.5">
          <SealMark size={17} />
          <span>
            Sealed until the student’s own post has{' '}
            {countWords(seal.minWords ?? Math.max(1, required.initialMinWords), 'word')}; then open at once.{' '}
            {seal.lift === 'never'
              ? 'The seal never lifts by itself.'
              : seal.lift === 'whenPostingCloses'
                ? 'The seal lifts when posting closes.'
                : seal.lift === 'atInitialDue'
                  ? 'The seal lifts when the initial post is due.'
                  : `The seal lifts ${dateWords(seal.lift.at, course.zone)}.`}
          </span>
        </p>
      )}
      {findings.length > 0 && (
        <ul className="mt-4 space-y-2">
          {findings.map((finding) => (
            <li key={finding.code + finding.field + String(finding.params.space ?? '')}>
              <FindingItem
                planned={planned}
                finding={finding}
                words={words}
                move={move}
                moveAbove={(each, above) => deeds.moveAbove(plan, each, above)}
                titleOf={titleIn(plan)}
                putAside={deeds.putAside}
              />
            </li>
          ))}
        </ul>
      )}
      <h3 className="mt-5 font-sans text-sm font-bold">Own terms</h3>
      <ul className="mt-1 text-sm">
        {forum.ownTerms.map((own) => (
          <li key={own.id} className="ruled border-b last:border-0">
            <button
              type="button"
              className="flex w-full cursor-pointer justify-between gap-3 py-1.5 text-left hover:underline"
              onClick={() => editOwnTerms(own)}
            >
              <b className="font-semibold">{targetWords(own.targets, plan, course)}</b>
              <span className="quiet text-right">{ownTermsWords(own, datesIn(course.zone))}</span>
            </button>
          </li>
        ))}
      </ul>
      {course.role === 'instructor' ? (
        <button type="button" className="link-plain mt-1 text-sm" onClick={() => editOwnTerms(null)}>
          Add own terms
        </button>
      ) : (
        forum.ownTerms.length === 0 && <p className="quiet text-sm">The same for everyone.</p>
      )}
      <div className="mt-6 flex flex-wrap gap-2">
        <Link to={addresses.forum(course.id, planned.id)} className="btn btn-primary grow">
          Open the forum
        </Link>
        {course.role === 'instructor' && (
          <>
            <Link to={`${planned.id}/edit`} className="btn raised ruled">
              Edit
            </Link>
            {forum.status === 'published' ? (
              <button
                className="btn raised ruled"
                disabled={busy}
                onClick={() => void set(forum.frozen ? 'unfrozen' : 'frozen')}
              >
                {forum.frozen ? 'Unfreeze' : 'Freeze'}
              </button>
            ) : (
              <button className="btn raised ruled" disabled={busy} onClick={() => void set('published')}>
                Publish
              </button>
            )}
            {forum.status === 'published' && (
              <button className="btn btn-ghost w-full" disabled={busy} onClick={() => void set('draft')}>
                Back to draft
              </button>
            )}
          </>
        )}
        {course.role === 'instructor' && (
          <>
            <button className="btn btn-ghost grow" onClick={() => setDialog('copy')}>
              Duplicate
            </button>
            <button className="btn btn-ghost grow" onClick={() => setDialog('recipe')}>
              Save as recipe
            </button>
            <button className="btn btn-ghost grow" onClick={() => setDialog('remove')}>
              Remove
            </button>
          </>
        )}
        {evaluation !== null && forum.status === 'published' && (
          <Link to={addresses.docket(course.id, planned.id)} className="btn btn-ghost w-full">
            Open the docket
          </Link>
        )}
      </div>
      {dialog === 'copy' && (
        <CopyDialog planned={planned} plan={plan} duplicate={deeds.duplicate} close={() => setDialog(null)} />
      )}
      {dialog === 'recipe' && <SaveRecipeDialog planned={planned} close={() => setDialog(null)} />}
      {dialog === 'remove' && (
        <Dialog title={`Remove “${planned.title}”?`} onClose={() => setDialog(null)}>
          <p>
            It goes to the bin with {countWords(planned.posts, 'post')} and {countWords(scores, 'score')}.
            Nobody sees it, and its item leaves the gradebook. Everything comes back when you bring it back.
          </p>
          <button type="button" className="btn btn-error mt-4" disabled={busy} onClick={() => void remove()}>
            Put it in the bin
          </button>
        </Dialog>
      )}
    </aside>
  );
}
