import { useCallback, useEffect, useState } from 'react';
import { useSWRConfig } from 'swr';
import type { LiveEvent } from '../../contract/live';
import { Gather } from '../data/gather';
import { isOwnScore } from '../data/ownScores';
import { startLive, useLiveEvents } from '../data/live';
import { getSession } from '../../contract/session';

/** Opens the stream of the person who is signed in, and has asked anew whatever an event may have changed. */
export function LiveCourse({ person, isStaff }: { person: string; isStaff: boolean }) {
  const { mutate } = useSWRConfig();
  useEffect(() => startLive(person), [person]);
  const [gather] = useState(
    () =>
      new Gather<string>((parts) => {
        void mutate((key) => typeof key === 'string' && parts.some((part) => new RegExp(part).test(key)));
      }),
  );
  useEffect(() => () => gather.stop(), [gather]);
  const hear = useCallback(
    (event: LiveEvent) => {
      if (event.kind === 'reset') gather.add(['^/api/courses/']);
      else if (event.kind === 'signedOut') gather.add([`^${getSession.path}$`]);
      else if (event.kind === 'course') gather.add([`^/api/courses/${event.course}`]);
      else if (event.kind === 'scores') {
        // The answer to a score that was saved here has brought what it changed.
        if (isOwnScore(event)) return;
        // The gradebook asks for what changed, where it is open; a Desk keeps what its evaluator sees.
        const course = `^/api/courses/${event.course}`;
        const dockets = event.forums.map((forum) => `${course}/forums/${forum}/docket($|\\?)`);
        gather.add([`${course}($|\\?)`, `${course}/(evaluate($|\\?)|students/)`, ...dockets]);
      } else {
        const course = `^/api/courses/${event.course}`;
        // The forum itself asks for what changed, where it is open.
        const parts = [
          `${course}/(forums|my-work)($|\\?)`,
          `${course}/forums/${event.forum}/(moderate|evidence|docket)`,
        ];
        // How many are ready to be evaluated stands in the frame.
        if (isStaff) parts.push(`${course}($|\\?)`);
        if (event.notices) parts.push(`${course}/notices`);
        gather.add(parts, event.spread);
      }
    },
    [gather, isStaff],
  );
  useLiveEvents(hear);
  return null;
}
