import { useState } from 'react';
import { toast } from 'sonner';
import { decideApproval, type ForumView } from '../../../../contract/discuss';
import type { PostView } from '../../../../contract/posts';
import { call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { Dialog } from '../../../ui/Dialog';

/** A post that waits: staff approve it, or give it back with a reason its author reads. */
export function Approval({
  forum,
  post,
  changed,
}: {
  forum: ForumView;
  post: PostView;
  changed: () => void;
}) {
  const course = useCourse();
  const [returning, setReturning] = useState(false);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const decide = async (state: 'approved' | 'returned') => {
    try {
      await call(
        decideApproval,
        { course: course.id, forum: forum.id, post: post.id },
        { state, reason: state === 'returned' ? reason : null },
      );
      toast.success(
        state === 'approved' ? 'Classmates can read it now.' : `Given back to ${post.author!.given}.`,
      );
      setReturning(false);
      changed();
    } catch (error) {
      if (state === 'returned') setProblem(sentenceOf(error));
      else toast.error(sentenceOf(error));
    }
  };
  return (
    <>
      <button type="button" className="link-plain" onClick={() => void decide('approved')}>
        Approve
      </button>
      <button type="button" className="link-plain" onClick={() => setReturning(true)}>
        Give back
      </button>
      {returning && (
        <Dialog title={`Give the post back to ${post.author!.name}?`} onClose={() => setReturning(false)}>
          <label className="block">
            <span className="mb-1 block">What should be changed? {post.author!.given} reads this.</span>
            <textarea
              className="textarea raised w-full"
              rows={3}
              autoFocus
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
          </label>
          {problem && (
            <p role="alert" className="text-sm text-error">
              {problem}
            </p>
          )}
          <button type="button" className="btn btn-primary mt-3" onClick={() => void decide('returned')}>
            Give it back
          </button>
        </Dialog>
      )}
    </>
  );
}
