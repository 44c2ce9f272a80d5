import { useMemo, useState, type KeyboardEvent, type RefObject } from 'react';
import { toast } from '../../../ui/toast';
import type { PlanView } from '../../../../contract/plan';
import type { Forum } from '../../../../core/course/forum';
import type { DatedRules } from '../../../../core/plan/mapDates';
import { DATE_WORDS } from '../../../../words/schedule';
import { useCourse } from '../../../data/course';
import type { Move } from '../usePlanMoves';
import type { HandleName } from './StripHandles';
import { byArrow, dragged, movedRules, timesOf } from './stripMoves';

/** A strip as it would stand if it were let go now. */
export interface MovingStrip {
  readonly forumId: string;
  readonly handle: HandleName;
  readonly rules: DatedRules;
}

/** Moves a forum's dates; whether that was kept. */
export type MoveDates = (moves: readonly Move[], what: 'moved', label: string) => Promise<boolean>;

/**
 * Strips that are dragged, or moved with the keys, before they are let go.
 *
 * @param track as wide as the term
 * @param move null: the plan can only be read
 */
export function useStripMoves(
  plan: PlanView,
  track: RefObject<HTMLElement | null>,
  ownTermsToo: boolean,
  move: MoveDates | null,
) {
  const { zone, termStart, termEnd } = useCourse();
  const [moving, setMoving] = useState<MovingStrip | null>(null);
  const [dragging, setDragging] = useState(false);
  const times = useMemo(
    () =>
      timesOf(
        plan.forums.map(({ forum }) => forum.schedule),
        zone,
      ),
    [plan, zone],
  );
  const plannedOf = (forumId: string) => plan.forums.find(({ id }) => id === forumId);

  const keep = (done: MovingStrip | null) => {
    if (!done || !move) return;
    const planned = plannedOf(done.forumId);
    if (!planned || JSON.stringify(planned.forum.schedule) === JSON.stringify(done.rules.schedule))
      return setMoving(null);
    const what = done.handle === 'all' ? 'all dates' : DATE_WORDS[done.handle].toLowerCase();
    void move([{ forumId: done.forumId, rules: done.rules }], 'moved', `${what} of ${planned.title}`).then(
      () => setMoving(null),
    );
  };
  const draggedTo = (id: string, deltaX: number): MovingStrip | null => {
    const [forumId, handle] = id.split('|') as [string, HandleName];
    const forum = plannedOf(forumId)?.forum;
    const width = track.current?.getBoundingClientRect().width ?? 0;
    if (!forum || width === 0) return null;
    const delta = (deltaX / width) * (termEnd - termStart);
    return {
      forumId,
      handle,
      rules: movedRules(forum, handle, dragged(handle, delta, times, zone), ownTermsToo),
    };
  };
  return {
    moving,
    dragging,
    /** What dragging does, for the surface it happens on. */
    drag: {
      onDragStart: () => setDragging(true),
      onDragMove: ({ active, delta }: { active: { id: string | number }; delta: { x: number } }) =>
        setMoving(draggedTo(String(active.id), delta.x)),
      onDragEnd: ({ active, delta }: { active: { id: string | number }; delta: { x: number } }) => {
        setDragging(false);
        const done = draggedTo(String(active.id), delta.x);
        setMoving(done);
        keep(done);
      },
      onDragCancel: () => {
        setDragging(false);
        setMoving(null);
      },
    },
    key(forumId: string, handle: HandleName, event: KeyboardEvent) {
      const saved = plannedOf(forumId)?.forum;
      if (!saved) return;
      const mine = moving?.forumId === forumId && moving.handle === handle ? moving : null;
      if (event.key === 'Escape') return setMoving(null);
      const to = byArrow(event, zone);
      if (event.key !== 'Enter' && to === null) return;
      event.preventDefault();
      if (to === null) return keep(mine);
      const base = { ...saved, ...(mine?.rules ?? {}) } as Forum;
      setMoving({ forumId, handle, rules: movedRules(base, handle, to, ownTermsToo) });
    },
    /** A date that was moved by keys is kept by Enter alone; whoever goes on without it is told. */
    leave(forumId: string) {
      if (dragging || moving?.forumId !== forumId) return;
      setMoving(null);
      toast.info('The date stays as it was. Press Enter after moving it to save the change.');
    },
  };
}
