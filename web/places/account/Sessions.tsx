import { toast } from '../../ui/toast';
import { endOneSession, endOtherSessions, listSessions } from '../../../contract/account';
import type { AnswerOf } from '../../../contract/endpoint';
import * as words from '../../../words/dates';
import { call } from '../../data/api';
import { hoursChosen } from '../../data/hours';
import { useApi } from '../../data/useApi';
import { ownZone } from '../../data/zone';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { Failed, Loading } from '../../ui/states';

type Session = AnswerOf<typeof listSessions>['sessions'][number];

/** Sessions live by the machine's time, which in the demo is not the course's. */
const when = (at: number) => words.dateWords(at, ownZone(), at, hoursChosen());

/** Where someone is signed in, and ending it. */
export function Sessions() {
  const { data, error, mutate } = useApi(listSessions, {});
  if (error && !data) return <Failed error={error} retry={() => void mutate()} />;
  if (!data) return <Loading />;
  const end = (session: Session | null) =>
    void orSayWhyNot(async () => {
      if (session === null) await call(endOtherSessions);
      else await call(endOneSession, { session: session.id });
      toast.success(
        session === null ? 'You are signed out everywhere else.' : `Signed out of ${session.browser}.`,
      );
    });
  return (
    <>
      <ul className="ruled mt-2 border-t">
        {data.sessions.map((session) => (
          <li key={session.id} className="ruled flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-2">
            <div className="grow">
              <span className="font-medium">{session.browser}</span>
              {session.isThis && <span className="quiet"> · this browser</span>}
              <span className="quiet num block text-sm">
                since {when(session.startedAt)} · last used {when(session.seenAt)}
              </span>
            </div>
            {!session.isThis && (
              <button
                type="button"
                className="btn btn-sm raised ruled"
                aria-label={`Sign out of ${session.browser}, begun ${when(session.startedAt)}`}
                onClick={() => end(session)}
              >
                Sign out
              </button>
            )}
          </li>
        ))}
      </ul>
      {data.sessions.length > 1 && (
        <p className="mt-3">
          <button type="button" className="link-plain" onClick={() => end(null)}>
            Sign out everywhere else
          </button>
        </p>
      )}
    </>
  );
}
