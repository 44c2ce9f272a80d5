import { useCallback, useEffect, useState } from 'react';
import { useSWRConfig } from 'swr';
import type { Heard } from '../../contract/endpoint';
import type { LiveEvent } from '../../contract/live';
import { getSession } from '../../contract/session';
import { answersOf, madeStale, ofCourse, type KeyFilter } from '../data/apiKey';
import { Gather } from '../data/gather';
import { isOwnScore } from '../data/ownScores';
import { startLive, useLiveEvents } from '../data/live';

/** What an event may have changed of what the browser keeps; null: nothing. */
function changedBy(event: LiveEvent, isStaff: boolean): KeyFilter | null {
  switch (event.kind) {
    case 'reset':
      return ofCourse();
    case 'signedOut':
      return answersOf(getSession, {});
    case 'course':
      return ofCourse(event.course);
    case 'scores':
      // The answer to a score that was saved here has brought what it changed. A gradebook that is open asks for what changed itself.
      return isOwnScore(event) ? null : madeStale(['scores'], event.course, event.forums);
    case 'forum': {
      // The forum itself asks for what changed, where it is open.
      const heard: Heard[] = ['posts'];
      if (isStaff) heard.push('ready');
      if (event.notices) heard.push('notices');
      return madeStale(heard, event.course, [event.forum]);
    }
  }
}

/** Opens the stream of the person who is signed in, and has asked anew whatever an event may have changed. */
export function LiveCourse({ person, isStaff }: { person: string; isStaff: boolean }) {
  const { mutate } = useSWRConfig();
  useEffect(() => startLive(person), [person]);
  const [gather] = useState(
    () =>
      new Gather<KeyFilter>((filters) => {
        void mutate((key) => filters.some((filter) => filter(key)));
      }),
  );
  useEffect(() => () => gather.stop(), [gather]);
  const hear = useCallback(
    (event: LiveEvent) => {
      const changed = changedBy(event, isStaff);
      if (changed !== null) gather.add([changed], event.kind === 'forum' ? event.spread : undefined);
    },
    [gather, isStaff],
  );
  useLiveEvents(hear);
  return null;
}
