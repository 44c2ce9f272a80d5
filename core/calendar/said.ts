import { DAY, type Instant } from '../time/instant';

/** So long after it went, an entry still says that it is cancelled. (rules §10) */
export const CANCELLED_FOR = 30 * DAY;

/** What an entry of a calendar says, as the person it is for reads it. */
export interface Saying {
  readonly at: Instant;
  readonly title: string;
  readonly text: string;
  readonly url: string;
  /** So long before it a reminder sounds, ms; null: none. */
  readonly alarm: number | null;
}

/** What was last said of an entry to somebody, and how often it was changed. (rules §10) */
export interface Said {
  readonly key: string;
  readonly saying: Saying;
  /** How often what it says has changed: SEQUENCE. */
  readonly sequence: number;
  /** When what it says last changed: LAST-MODIFIED and DTSTAMP. */
  readonly changedAt: Instant;
  readonly cancelled: boolean;
}

/** What somebody's calendar is now. */
export interface Standing {
  /** What there is to say, by the entry’s key. */
  readonly sayings: ReadonlyMap<string, Saying>;
  /** Whether an entry that is not there is only hidden by the clock: it is left out, and not cancelled. */
  readonly isHidden: (key: string) => boolean;
}

const isSame = (one: Saying, other: Saying): boolean =>
  one.at === other.at &&
  one.title === other.title &&
  one.text === other.text &&
  one.url === other.url &&
  one.alarm === other.alarm;

/** What is to be kept of a calendar, and what of it is told. */
export interface CalendarStep {
  /** New entries, and those that say something else. */
  readonly changed: readonly Said[];
  /** What the calendar holds, with what is cancelled. */
  readonly told: readonly Said[];
}

/**
 * What a calendar says next, from what it said last: an entry that says the same is the same, one that says something else has the next
 * SEQUENCE, one whose date went is cancelled for 30 days, one that the clock hides is left out. Asked again, nothing changes. (rules §10)
 *
 * @param t the instant it is asked at, UTC ms
 */
export function nextSaid(known: readonly Said[], standing: Standing, t: Instant): CalendarStep {
  const before = new Map(known.map((said) => [said.key, said]));
  const changed: Said[] = [];
  const told: Said[] = [];
  const change = (said: Said) => {
    changed.push(said);
    told.push(said);
  };
  for (const [key, saying] of standing.sayings) {
    const last = before.get(key);
    if (last === undefined) change({ key, saying, sequence: 0, changedAt: t, cancelled: false });
    else if (last.cancelled || !isSame(last.saying, saying))
      change({ key, saying, sequence: last.sequence + 1, changedAt: t, cancelled: false });
    else told.push(last);
  }
  for (const last of known) {
    if (standing.sayings.has(last.key) || standing.isHidden(last.key)) continue;
    if (!last.cancelled)
      change({
        ...last,
        saying: { ...last.saying, title: '', text: '', alarm: null },
        sequence: last.sequence + 1,
        changedAt: t,
        cancelled: true,
      });
    else if (t < last.changedAt + CANCELLED_FOR) told.push(last);
  }
  return { changed, told };
}
