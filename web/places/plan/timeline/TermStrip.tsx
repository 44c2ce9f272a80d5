import { scaleLinear } from 'd3-scale';
import type { DateName, DateTerm, OwnTerms, Schedule } from '../../../../core/course/forum';
import { MINUTE } from '../../../../core/time/instant';

interface Term {
  readonly from: number;
  readonly to: number;
}

/** Where an instant lies in the term, in percent, held within it. */
export function placeIn(term: Term, at: number): number {
  return scaleLinear([term.from, term.to], [0, 100]).clamp(true)(at);
}

/**
 * A forum's time drawn to scale: the pale window is Visible, the coloured one Posting, one mark for the initial post,
 * two for the replies, a ring for reviews and a dot for the moment at which partners are drawn. Drawing only; the same dates stand beside it in words.
 */
export function TermStrip({
  schedule,
  term,
  draft,
  active,
  replies,
  pairsAt = null,
  thin = false,
}: {
  schedule: Schedule;
  term: Term;
  draft: boolean;
  active: boolean;
  replies: boolean;
  /** When it is decided who reviews whom, where that is a moment of its own. */
  pairsAt?: number | null;
  /** A forum that is always open takes one thin row. */
  thin?: boolean;
}) {
  const x = (at: number | null, otherwise: number) => (at === null ? otherwise : placeIn(term, at));
  const visible = [x(schedule.visibleFrom, 0), x(schedule.visibleUntil, 100)] as const;
  const posting = [
    Math.max(x(schedule.postingFrom, visible[0]), 0),
    x(schedule.postingUntil, visible[1]),
  ] as const;
  const mark = (at: number | null, double: boolean) =>
    at === null ? null : (
      <span
        className="absolute top-0 flex h-full -translate-x-1/2 items-center gap-[2px]"
        style={{ left: `${placeIn(term, at)}%` }}
      >
        <span className={`w-[4px] bg-base-content ${double ? 'h-3' : 'h-6'}`} />
        {double && <span className="h-3 w-[4px] bg-base-content" />}
      </span>
    );
  if (thin)
    return (
      <div aria-hidden className={`drawn relative h-5 ${draft ? 'opacity-60' : ''}`}>
        <span
          className={`absolute inset-x-0 top-2 h-1.5 rounded-[2px] ${active ? 'bg-river-mid' : 'bg-river-pale'}`}
        />
      </div>
    );
  return (
    <div aria-hidden className={`drawn relative h-6 ${draft ? 'opacity-60' : ''}`}>
      <span
        className={`absolute top-1 h-4 rounded-[3px] border ${draft ? 'border-dashed' : ''} bg-window border-rule`}
        style={{ left: `${visible[0]}%`, width: `${Math.max(0, visible[1] - visible[0])}%` }}
      />
      <span
        className={`absolute top-1 h-4 rounded-[2px] ${active ? 'bg-river-mid' : 'bg-river-pale'}`}
        style={{ left: `${posting[0]}%`, width: `${Math.max(0, posting[1] - posting[0])}%` }}
      />
      {schedule.visibleUntil !== null && posting[1] > visible[1] && (
        <span
          className="absolute top-0.5 h-5 rounded-[3px] border-2 border-dotted border-late-fill"
          style={{ left: `${visible[1]}%`, width: `${posting[1] - visible[1]}%` }}
        />
      )}
      {mark(schedule.initialDue, false)}
      {replies && mark(schedule.repliesDue, true)}
      {pairsAt !== null && (
        <span
          className="absolute top-2 size-2 -translate-x-1/2 rounded-full border border-base-100 bg-base-content"
          style={{ left: `${placeIn(term, pairsAt)}%` }}
        />
      )}
      {schedule.reviewsDue !== null && (
        <span
          className="absolute top-1 size-4 -translate-x-1/2 rounded-full border-[3px] border-base-content bg-base-100"
          style={{ left: `${placeIn(term, schedule.reviewsDue)}%` }}
        />
      )}
    </div>
  );
}

/** Only what differs: the dates that own terms name, on a thin line below their forum. */
export function OwnTermsStrip({ own, schedule, term }: { own: OwnTerms; schedule: Schedule; term: Term }) {
  const at = (name: DateName): number | null => {
    const said: DateTerm | undefined = own.dates[name];
    if (said === undefined || said === 'none') return null;
    if ('at' in said) return said.at;
    return schedule[name] === null ? null : schedule[name] + said.plusMinutes * MINUTE;
  };
  const marks = (Object.keys(own.dates) as DateName[]).flatMap((name) => {
    const here = at(name);
    return here === null ? [] : [{ name, here }];
  });
  const all = marks.flatMap(({ name, here }) => [here, schedule[name] ?? here]);
  const line = all.length > 0 ? [placeIn(term, Math.min(...all)), placeIn(term, Math.max(...all))] : null;
  return (
    <div aria-hidden className="drawn relative h-3">
      {line && (
        <span
          className="absolute top-1 h-1 rounded-sm bg-late-fill"
          style={{ left: `${line[0]}%`, width: `${Math.max(0.6, line[1]! - line[0]!)}%`, opacity: 0.55 }}
        />
      )}
      {marks.map(({ name, here }) => (
        <span
          key={name}
          className="absolute top-0 h-3 -translate-x-1/2 bg-late-fill"
          style={{
            left: `${placeIn(term, here)}%`,
            width: name.endsWith('Due') ? 3 : 2,
          }}
        />
      ))}
    </div>
  );
}
