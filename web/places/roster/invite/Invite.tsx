import { FailedPage } from '../../../ui/FailedPage';
import { useState } from 'react';
import { Link } from 'react-router';
import type { AnswerOf } from '../../../../contract/endpoint';
import { getInvitations, type HandedLink, type Invitation } from '../../../../contract/invitations';
import type { RosterView } from '../../../../contract/roster';
import { addresses } from '../../../../words/addresses';
import { numberWords, plural } from '../../../../words/numbers';
import { useCourse } from '../../../data/course';
import { useApi } from '../../../data/useApi';
import { Empty, Loading } from '../../../ui/states';
import { HandedLinks } from './HandedLinks';
import { InviteByMail } from './InviteByMail';
import { InviteTable } from './InviteTable';
import { MakeLinks } from './MakeLinks';
import { countStandings, leftOutFirst, shownFirst, standingOf, type Standing } from './whoIsInvited';

const STANDINGS: readonly (readonly [Standing, string])[] = [
  ['notInvited', 'not invited yet'],
  ['notCome', 'invited, no password yet'],
  ['canSignIn', 'can sign in'],
  ['administrator', 'only the administrator can invite'],
];

/** Bringing people in: by mail, or with links handed over on paper or in a file. */
export function Invite({ roster }: { roster: RosterView }) {
  const course = useCourse();
  const { data, error, mutate } = useApi(
    getInvitations,
    { course: course.id },
    // Mails go out by themselves a moment later.
    {
      refreshInterval: (now?: AnswerOf<typeof getInvitations>) =>
        now?.people.some(({ invited }) => invited?.state === 'waiting') ? 3000 : 0,
    },
  );
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening the invitations" />;
  if (data.people.length === 0)
    return (
      <Empty level={2} title="Nobody to invite yet">
        <Link className="link-plain" to="?view=import">
          Import a roster
        </Link>{' '}
        or add people one by one; then invite them here.
      </Empty>
    );
  return <Inviting people={data.people} goes={data.goes} roster={roster} />;
}

function Inviting({
  people,
  goes,
  roster,
}: {
  people: readonly Invitation[];
  goes: 'folder' | 'server';
  roster: RosterView;
}) {
  const course = useCourse();
  const [standing, setStanding] = useState(() => shownFirst(people));
  /** Who is left out of those shown. */
  const [left, setLeft] = useState(() => leftOutFirst(people, standing));
  const [by, setBy] = useState<'mail' | 'link' | null>(null);
  const [links, setLinks] = useState<readonly HandedLink[] | null>(null);
  const counts = countStandings(people);
  const shown = people.filter((person) => standingOf(person) === standing);
  const chosen = standing === 'administrator' ? [] : shown.filter(({ id }) => !left.has(id));
  const withLink = chosen.filter(({ comesIn }) => comesIn === 'link');
  const show = (next: Standing) => {
    setStanding(next);
    setLeft(leftOutFirst(people, next));
  };
  if (links !== null) return <HandedLinks links={links} close={() => setLinks(null)} />;
  return (
    <div className="max-w-5xl px-5 pb-16">
      <h2 className="text-lg">Invite people</h2>
      <p className="quiet mt-1 max-w-2xl">
        Everyone chooses their own password through a link that works once. Send the links by mail, or hand
        them over on paper or in a file.
      </p>
      <ul className="mt-4 flex flex-wrap gap-x-5 gap-y-1" aria-label="Who is shown">
        {STANDINGS.filter(([each]) => counts[each] > 0 || each === standing).map(([each, words]) => (
          <li key={each}>
            <button
              type="button"
              aria-pressed={standing === each}
              className={`num cursor-pointer py-1 hover:underline ${standing === each ? 'font-bold' : ''}`}
              onClick={() => show(each)}
            >
              <b>{numberWords(counts[each])}</b> {words}
            </button>
          </li>
        ))}
      </ul>
      {standing === 'administrator' && (
        <p className="mt-3 max-w-2xl">
          Their accounts were not made in your courses, or they are more than a student there. The
          administrator invites them.
        </p>
      )}
      {standing === 'canSignIn' && (
        <p className="quiet mt-3 max-w-2xl">
          They have a password already. An invitation tells them that they are in this course. For a forgotten
          password open the student in the{' '}
          <Link className="link-plain" to={addresses.roster(course.id)}>
            list of people
          </Link>{' '}
          and make a new link.
        </p>
      )}
      <InviteTable
        people={shown}
        sections={roster.sections}
        left={standing === 'administrator' ? null : left}
        setLeft={setLeft}
      />
      {standing !== 'administrator' && shown.length > 0 && (
        <div className="ruled sticky bottom-0 mt-4 flex flex-wrap items-center gap-3 border-t bg-base-100 py-3">
          <button
            type="button"
            className="btn btn-primary"
            disabled={chosen.length === 0}
            onClick={() => setBy('mail')}
          >
            Invite {plural(chosen.length, 'person', 'people')} by mail
          </button>
          {standing !== 'canSignIn' && (
            <button
              type="button"
              className="btn raised ruled"
              disabled={withLink.length === 0}
              onClick={() => setBy('link')}
            >
              Make {plural(withLink.length, 'link')} to hand over
            </button>
          )}
        </div>
      )}
      {by === 'mail' && (
        <InviteByMail
          people={chosen}
          goes={goes}
          close={(isSent) => {
            setBy(null);
            if (isSent && standing === 'notInvited') show('notCome');
          }}
        />
      )}
      {by === 'link' && <MakeLinks people={withLink} made={setLinks} close={() => setBy(null)} />}
    </div>
  );
}
