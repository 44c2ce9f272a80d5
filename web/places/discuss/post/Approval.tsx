import { useState } from 'react';
import type { PersonName } from '../../../../contract/basics';
import { ReasonDialog } from './ReasonDialog';
import type { DoModerate } from './useModerateActions';
import { sayWhyNot } from '../../../ui/sayWhyNot';

/** A post that waits, or a change to one: staff approve it, or give it back with a reason its author reads. */
export function Approval({
  post,
  what,
  act,
}: {
  post: { id: string; author: PersonName };
  what: 'post' | 'change';
  act: DoModerate;
}) {
  const [returning, setReturning] = useState(false);
  const approve = () => act('approve', [post.id]).catch(sayWhyNot);
  return (
    <>
      <button type="button" className="link-plain" onClick={() => void approve()}>
        Approve
      </button>
      <button type="button" className="link-plain" onClick={() => setReturning(true)}>
        Return
      </button>
      {returning && (
        <ReasonDialog
          title={`Return the ${what} to ${post.author.name}?`}
          question={`What should be changed? ${post.author.given} reads this.`}
          button="Return it"
          needed="Say what to change; the author reads it."
          act={(reason) => act('return', [post.id], { reason })}
          onClose={() => setReturning(false)}
        />
      )}
    </>
  );
}
