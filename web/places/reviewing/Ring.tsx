import type { Reviewing } from '../../../contract/reviewing';
import { stands } from './assignmentWords';

const SIZE = 220;
const RADIUS = 84;
/** How far a line leaves the straight way, as a share of its length. */
const BEND = 0.14;
/** So few people are named in the drawing. */
const NAMED = 12;
/** With more people than these a drawing shows nothing any more. */
const MANY = 60;

/** Who reviews whom in a unit, as a ring: a line goes from each reviewer to the author, whole once it is sent. The list beside it says the same in words. */
export function Ring({
  view,
  unit,
  chosen,
}: {
  view: Reviewing;
  unit: Reviewing['units'][number];
  chosen: string | null;
}) {
  const { order } = unit;
  if (order.length < 2 || order.length > MANY) return null;
  const placeOf = new Map(
    order.map((id, index) => {
      const angle = (index / order.length) * 2 * Math.PI - Math.PI / 2;
      return [id, [SIZE / 2 + RADIUS * Math.cos(angle), SIZE / 2 + RADIUS * Math.sin(angle)] as const];
    }),
  );
  const lines =
    view.preview?.map((each) => ({ ...each, id: `${each.reviewerId} ${each.authorId}`, sent: false })) ??
    view.assignments
      .filter(stands)
      .map(({ id, reviewerId, authorId, sentAt }) => ({ id, reviewerId, authorId, sent: sentAt !== null }));
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      width={SIZE}
      height={SIZE}
      role="img"
      aria-label={`${unit.title}: ${order.length} people in a ring`}
      className="shrink-0"
    >
      <defs>
        <marker
          id="reviews"
          viewBox="0 0 6 6"
          refX="6"
          refY="3"
          markerWidth="6"
          markerHeight="6"
          orient="auto"
        >
          <path d="M0 0L6 3L0 6Z" fill="var(--color-primary)" />
        </marker>
      </defs>
      {lines.map(({ id, reviewerId, authorId, sent }) => {
        const from = placeOf.get(reviewerId);
        const to = placeOf.get(authorId);
        if (!from || !to) return null;
        const isChosen = chosen === null || chosen === reviewerId || chosen === authorId;
        // To the right of its way, so that two who review each other have two lines and not one upon the other.
        const bent = [
          (from[0] + to[0]) / 2 - (to[1] - from[1]) * BEND,
          (from[1] + to[1]) / 2 + (to[0] - from[0]) * BEND,
        ] as const;
        const reach = Math.hypot(to[0] - bent[0], to[1] - bent[1]) || 1;
        const near = (share: number, of: 0 | 1) => to[of] - ((to[of] - bent[of]) / reach) * share;
        return (
          <path
            key={id}
            d={`M${from[0]} ${from[1]}Q${bent[0]} ${bent[1]} ${near(6, 0)} ${near(6, 1)}`}
            fill="none"
            stroke="var(--color-primary)"
            strokeWidth={isChosen ? 1.4 : 0.6}
            strokeDasharray={sent ? undefined : '3 3'}
            opacity={isChosen ? 0.9 : 0.25}
            markerEnd="url(#reviews)"
          />
        );
      })}
      {order.length <= NAMED &&
        [...placeOf].map(([id, [x, y]]) => (
          <text
            key={id}
            x={x}
            y={y < SIZE / 2 ? y - 9 : y + 17}
            textAnchor={x < SIZE / 2 - 4 ? 'start' : x > SIZE / 2 + 4 ? 'end' : 'middle'}
            dx={x < SIZE / 2 - 4 ? -16 : x > SIZE / 2 + 4 ? 16 : 0}
            className="text-[0.7rem]"
            fill="currentColor"
          >
            {view.people.find(({ person }) => person.id === id)?.person.given ?? ''}
          </text>
        ))}
      {[...placeOf].map(([id, [x, y]]) => (
        <circle
          key={id}
          cx={x}
          cy={y}
          r={chosen === id ? 5.5 : 4}
          fill={chosen === id ? 'var(--color-primary)' : 'var(--color-base-100)'}
          stroke="var(--color-base-content)"
        >
          {/* Read by resting on it; the list says all of it in words. */}
          <title>{view.people.find(({ person }) => person.id === id)?.person.name ?? ''}</title>
        </circle>
      ))}
    </svg>
  );
}
