import { useState } from 'react';
import { toast } from '../../../ui/toast';
import { sendInvitations, type Invitation } from '../../../../contract/invitations';
import { invitationMail } from '../../../../words/invitation';
import { plural } from '../../../../words/numbers';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useSession } from '../../../data/session';
import { Dialog } from '../../../ui/Dialog';
import { Problem } from '../../../ui/Problem';
import { useSaving } from '../../../ui/useSaving';

/** Mails invitations, with what the mail will say before it goes out. */
export function InviteByMail({
  people,
  goes,
  close,
}: {
  people: readonly Invitation[];
  goes: 'folder' | 'server';
  close: (isSent: boolean) => void;
}) {
  const course = useCourse();
  const { state } = useSession();
  const [note, setNote] = useState('');
  const { busy, problem, attempt } = useSaving();
  const [first] = people;
  const { subject, text } = invitationMail({
    given: first!.given,
    by: state.person!.name,
    course,
    note: note.trim() || null,
    comeIn:
      first!.comesIn === 'link'
        ? { with: 'link', link: '(a link of their own)', until: 'a week after the mail goes out' }
        : { with: 'password', signIn: `${location.origin}/sign-in` },
  });
  const send = () =>
    attempt(async () => {
      const answer = await call(
        sendInvitations,
        { course: course.id },
        { people: people.map(({ id }) => id), note },
      );
      toast.success(`${plural(answer.made, 'invitation')} on the way.`);
      close(true);
    });
  return (
    <Dialog
      title={`Invite ${plural(people.length, 'person', 'people')} by mail`}
      onClose={() => close(false)}
      wide
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <label className="block">
          <span className="quiet mb-0.5 block text-sm">Your own message, if you like</span>
          <textarea
            className="textarea w-full"
            rows={3}
            maxLength={2000}
            placeholder="We begin on Monday. Please sign in before then."
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
        </label>
        <p className="quiet mt-4 text-sm">What {first!.name} gets:</p>
        <div className="ruled mt-1 rounded-box border bg-base-100 px-4 py-3">
          <p className="font-semibold">{subject}</p>
          <p className="mt-2 text-[0.95rem] whitespace-pre-line">{text.trim()}</p>
        </div>
        {goes === 'folder' && (
          <p className="mt-3 text-sm text-late">
            No mail server is set, so mails stay in the outbox, where only the administrator reads them. Links
            to hand over reach people now.
          </p>
        )}
        <Problem className="mt-3">{problem}</Problem>
        <div className="mt-4 flex gap-2">
          <button className="btn btn-primary" disabled={busy}>
            Send {plural(people.length, 'invitation')}
          </button>
          <button type="button" className="btn raised ruled" onClick={() => close(false)}>
            Cancel
          </button>
        </div>
      </form>
    </Dialog>
  );
}
