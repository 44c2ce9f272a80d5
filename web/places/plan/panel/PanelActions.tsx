import { addresses } from '../../../../words/addresses';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from '../../../ui/toast';
import type { PlannedForum, PlanView } from '../../../../contract/plan';
import { askedAnew } from '../../../data/askAnew';
import { useCourse } from '../../../data/course';
import { Dialog } from '../../../ui/Dialog';
import { plural } from '../../../../words/numbers';
import { CopyDialog } from '../CopyDialog';
import { SaveRecipeDialog } from '../RecipeDialogs';
import type { ForumActions } from '../useForumActions';
import { sayWhyNot } from '../../../ui/sayWhyNot';

/** What is done with a forum: opened, edited, published, frozen, duplicated, removed. */
export function PanelActions({
  planned,
  plan,
  actions,
}: {
  planned: PlannedForum;
  plan: PlanView;
  actions: ForumActions;
}) {
  const course = useCourse();
  const [busy, setBusy] = useState(false);
  const [dialog, setDialog] = useState<'copy' | 'recipe' | 'remove' | null>(null);
  const { forum } = planned;
  const { evaluation } = forum;
  const set = async (to: 'published' | 'draft' | 'frozen' | 'unfrozen') => {
    setBusy(true);
    try {
      await actions.setStatus(planned, to);
      toast.success(
        {
          published: 'Published.',
          draft: 'Back to draft.',
          frozen: 'Frozen: nobody can write now.',
          unfrozen: 'Posting follows its dates again.',
        }[to],
      );
    } catch (error) {
      sayWhyNot(error);
      await askedAnew();
    }
    setBusy(false);
  };
  const remove = async () => {
    setBusy(true);
    try {
      await actions.remove(planned);
      toast.success(`“${planned.title}” is in the bin; it can be restored.`);
      setDialog(null);
    } catch (error) {
      sayWhyNot(error);
      await askedAnew();
    }
    setBusy(false);
  };
  const scores = plan.items.find(({ id }) => id === planned.itemId)?.scores ?? 0;
  return (
    <>
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
        <CopyDialog
          planned={planned}
          plan={plan}
          duplicate={actions.duplicate}
          close={() => setDialog(null)}
        />
      )}
      {dialog === 'recipe' && <SaveRecipeDialog planned={planned} close={() => setDialog(null)} />}
      {dialog === 'remove' && (
        <Dialog title={`Remove “${planned.title}”?`} onClose={() => setDialog(null)}>
          <p>
            It goes to the bin with {plural(planned.posts, 'post')} and {plural(scores, 'score')}. Nobody sees
            it, and its item leaves the gradebook. Everything comes back when you restore it.
          </p>
          <button type="button" className="btn btn-error mt-4" disabled={busy} onClick={() => void remove()}>
            Put it in the bin
          </button>
        </Dialog>
      )}
    </>
  );
}
