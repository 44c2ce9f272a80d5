import { makeInvitationLinks, type HandedLink, type Invitation } from '../../../../contract/invitations';
import { plural } from '../../../../words/numbers';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { Dialog } from '../../../ui/Dialog';
import { Problem } from '../../../ui/Problem';
import { useSaving } from '../../../ui/useSaving';

/** Makes links to be handed over, once it is clear what that does to those made before. */
export function MakeLinks({
  people,
  made,
  close,
}: {
  people: readonly Invitation[];
  made: (links: readonly HandedLink[]) => void;
  close: () => void;
}) {
  const course = useCourse();
  const { busy, problem, attempt } = useSaving();
  const hadOne = people.filter(({ invited }) => invited !== null).length;
  const make = () =>
    attempt(async () => {
      const { links } = await call(
        makeInvitationLinks,
        { course: course.id },
        { people: people.map(({ id }) => id) },
      );
      close();
      made(links);
    });
  return (
    <Dialog title={`Make ${plural(people.length, 'link')} to hand over`} onClose={close}>
      <p>
        Each link is for one person: whoever has it can choose their password. It works once, for seven days.
      </p>
      {hadOne > 0 && (
        <p className="mt-2 text-late">
          {hadOne === people.length ? 'Links they were' : `Links that ${hadOne} of them were`} given before
          stop working.
        </p>
      )}
      <Problem className="mt-3">{problem}</Problem>
      <div className="mt-4 flex gap-2">
        <button
          type="button"
          data-begin-here
          className="btn btn-primary"
          disabled={busy}
          onClick={() => void make()}
        >
          Make {plural(people.length, 'link')}
        </button>
        <button type="button" className="btn raised ruled" onClick={close}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}
