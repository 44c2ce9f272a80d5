import { sql } from 'kysely';
import type { Logger } from 'pino';
import type { LiveEvent } from '../../contract/live';
import type { Clock } from '../clock/clock';
import type { CourseCache, CourseSetup } from '../course/setup/courseCache';
import { personOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { keepDates } from '../notices/keepDates';
import { EventIds } from './eventIds';
import type { Live, Stream } from '../feature/live';
import { outlookOf, type Outlook } from './whatOneGets';
import { whomPostsConcern } from './whomPostsConcern';
import { touchedScore, whomScoresConcern, type TouchedScore } from './whomScoresConcern';

/** What happened, before it is decided who is told. */
type Happened =
  | {
      readonly kind: 'posts';
      readonly forumId: string;
      readonly posts: readonly string[];
      readonly since: number;
    }
  | { readonly kind: 'scores'; readonly scores: readonly TouchedScore[] }
  /** Something changed what the course is to some or all of its members; null: whoever finds that it did. */
  | { readonly kind: 'course'; readonly people: readonly string[] | null };

interface Entry {
  readonly number: number;
  readonly courseId: string;
  readonly happened: Happened;
}

/** Changes that follow each other within this time are told together, ms. */
const GATHER = 200;
/** How far back a stream can be resumed. */
const KEPT = 2000;
/** So many people are told before others have their turn. */
const AT_ONCE = 10;
/** For each browser that listens the asking is spread over this much, and over so much at most, ms. */
const SPREAD_EACH = 25;
const LONGEST_SPREAD = 8000;
const HEARTBEAT = 25_000;
/** So often the clock is looked at, ms. */
const TICK = 1000;
/** Streams of one person; the oldest gives way. */
const STREAMS = 12;

interface HubParts {
  readonly db: Db;
  readonly clock: Clock;
  readonly log: Logger;
  readonly courses: CourseCache;
  /** Something happened that people may have to be mailed about. */
  readonly mail: () => void;
}

/**
 * Tells every browser what changes, as it changes. Whoever writes says only that they wrote; what it was is read from the data, and who
 * is told is decided for every event and every person at the moment of telling, also when a stream is resumed.
 */
export class LiveHub implements Live {
  readonly #ids = new EventIds();
  readonly #streams = new Map<string, Set<Stream>>();
  /** The last change of each forum that was told, by course. */
  readonly #told = new Map<string, Map<string, number>>();
  readonly #toldAt = new Map<string, number>();
  /** The last entry of the course record that was told of, by course. */
  readonly #toldRecord = new Map<string, number>();
  readonly #watchedSince = new Map<string, number>();
  readonly #outlooks = new Map<string, Outlook>();
  readonly #setups = new Map<string, CourseSetup>();
  readonly #log: Entry[] = [];
  #number = 0;
  readonly #pending = new Set<string>();
  #gathering: NodeJS.Timeout | null = null;
  #work: Promise<unknown> = Promise.resolve();
  readonly #timers: NodeJS.Timeout[];

  constructor(private readonly parts: HubParts) {
    parts.courses.listen((courseId) => this.#later(`course ${courseId}`));
    this.#timers = [
      setInterval(() => void this.#queue(() => this.#beat()), HEARTBEAT),
      setInterval(() => void this.#queue(() => this.tick()), TICK),
    ];
    for (const timer of this.#timers) timer.unref();
  }

  wrote(courseId: string, forumId: string): void {
    this.#later(`forum ${courseId} ${forumId}`);
  }

  scored(courseId: string): void {
    this.#later(`scores ${courseId}`);
  }

  concerns(courseId: string, people: readonly string[]): void {
    void this.#queue(() => this.#tell(courseId, { kind: 'course', people }));
    this.parts.mail();
  }

  clockMoved(): void {
    this.#outlooks.forEach((outlook, key) => this.#outlooks.set(key, { ...outlook, nextAt: 0 }));
    this.parts.mail();
  }

  async open(stream: Stream, last: string | null): Promise<void> {
    const { personId } = stream;
    const all = this.#streams.get(personId) ?? new Set();
    this.#streams.set(personId, all);
    if (all.size >= STREAMS) this.close([...all][0]!);
    all.add(stream);
    // It may have ended while the request was looked at.
    if (!(await this.#isStillSignedIn(stream))) return;
    for (const setup of await this.#coursesOf(personId)) await this.#watch(setup, personId);
    const from = last === null ? this.#number : this.#ids.numberOf(last, personId);
    const oldest = this.#log[0]?.number ?? this.#number + 1;
    if (from === null || (last !== null && from < oldest - 1))
      this.#send(stream, { kind: 'reset' }, this.#number);
    else {
      // An empty event names where the stream stands, for a browser that hears nothing else before it falls asleep.
      stream.write(`id: ${this.#ids.of(this.#number, personId)}\nevent: open\ndata: {}\n\n`);
      for (const entry of this.#log.filter(({ number }) => number > from))
        await this.#queue(async () => {
          const event = await (await this.#decide(entry))(personId);
          if (event !== null) this.#send(stream, event, entry.number);
        });
    }
  }

  sessionsEnded(personId: string): void {
    const look = async (stream: Stream) => void (await this.#isStillSignedIn(stream));
    for (const stream of this.#streams.get(personId) ?? [])
      look(stream).catch((error: unknown) =>
        this.parts.log.error({ err: error }, 'it could not be seen whether a session still stands'),
      );
  }

  close(stream: Stream): void {
    const all = this.#streams.get(stream.personId);
    all?.delete(stream);
    if (all?.size === 0) {
      this.#streams.delete(stream.personId);
      for (const key of this.#outlooks.keys())
        if (key.endsWith(` ${stream.personId}`)) this.#outlooks.delete(key);
    }
    stream.end();
  }

  stop(): void {
    for (const timer of this.#timers) clearInterval(timer);
    if (this.#gathering) clearTimeout(this.#gathering);
    for (const all of [...this.#streams.values()]) for (const stream of [...all]) this.close(stream);
  }

  async settled(): Promise<void> {
    if (this.#gathering) {
      clearTimeout(this.#gathering);
      this.#flush();
    }
    await this.#work;
  }

  async tick(): Promise<void> {
    const now = this.parts.clock.now();
    const due = [...this.#outlooks].filter(([, { nextAt }]) => nextAt !== null && nextAt <= now);
    const byCourse = new Map<string, string[]>();
    for (const [key] of due) {
      const [courseId, personId] = key.split(' ') as [string, string];
      byCourse.set(courseId, [...(byCourse.get(courseId) ?? []), personId]);
    }
    for (const [courseId, people] of byCourse) {
      const changed: string[] = [];
      for (const personId of people) {
        const setup = await this.parts.courses.get(this.parts.db, courseId);
        // A warning that something is due leaves access as it is, and is told all the same.
        if (setup && (await this.#look(setup, personId))) changed.push(personId);
      }
      await this.#tell(courseId, { kind: 'course', people: people.filter((id) => this.#streams.has(id)) });
      if (changed.length > 0) this.parts.mail();
    }
  }

  #later(what: string): void {
    this.#pending.add(what);
    this.#gathering ??= setTimeout(() => this.#flush(), GATHER);
  }

  #flush(): void {
    this.#gathering = null;
    const all = [...this.#pending];
    this.#pending.clear();
    for (const what of all) {
      const [kind, courseId, forumId] = what.split(' ') as [string, string, string];
      void this.#queue(() => {
        if (kind === 'forum') return this.#forumChanged(courseId, forumId);
        return kind === 'scores' ? this.#scoresChanged(courseId) : this.#courseChanged(courseId);
      });
    }
  }

  /** One thing after the other, in the order it happened. */
  #queue(work: () => Promise<void>): Promise<void> {
    const done = this.#work.then(work).catch((error: unknown) => {
      this.parts.log.error({ err: error }, 'something could not be told live');
    });
    this.#work = done;
    return done;
  }

  async #forumChanged(courseId: string, forumId: string): Promise<void> {
    const told = this.#told.get(courseId);
    const { db, clock } = this.parts;
    this.parts.mail();
    // Nobody listens yet.
    if (!told) return;
    const last = told.get(forumId) ?? 0;
    const rows = await db
      .selectFrom('post_change')
      .select(['post_id', 'n'])
      .where('forum_id', '=', forumId)
      .where('n', '>', last)
      .orderBy('n')
      .execute();
    if (rows.length === 0) return;
    const now = clock.now();
    // One millisecond earlier than what was told last: what happened within it may have come after.
    const since = (this.#toldAt.get(forumId) ?? this.#watchedSince.get(courseId) ?? now) - 1;
    told.set(forumId, rows.at(-1)!.n);
    this.#toldAt.set(forumId, now);
    await this.#tell(courseId, { kind: 'posts', forumId, posts: rows.map(({ post_id }) => post_id), since });
  }

  /** The number of the last entry of the record, of whatever course. */
  async #newestRecord(): Promise<number> {
    const { newest } = await this.parts.db
      .selectFrom('record')
      .select((eb) => eb.fn.max('id').as('newest'))
      .executeTakeFirstOrThrow();
    return newest ?? 0;
  }

  async #scoresChanged(courseId: string): Promise<void> {
    const last = this.#toldRecord.get(courseId);
    // Nobody listens yet.
    if (last === undefined) return;
    const newest = await this.#newestRecord();
    this.#toldRecord.set(courseId, newest);
    const rows = await this.parts.db
      .selectFrom('record')
      .select('subject')
      .where('id', '>', last)
      .where('id', '<=', newest)
      // The plus keeps SQLite from going through everything that ever happened in the course.
      .where(sql`+course_id`, '=', courseId)
      .where('subject', 'like', 'score:%')
      .orderBy('id')
      .execute();
    if (rows.length === 0) return;
    await this.#tell(courseId, {
      kind: 'scores',
      scores: rows.map(({ subject }) => touchedScore(subject)),
    });
  }

  async #courseChanged(courseId: string): Promise<void> {
    const { db, clock, courses } = this.parts;
    const setup = await courses.get(db, courseId);
    if (!setup) return;
    await keepDates(db, setup, this.#setups.get(courseId) ?? null, clock.now());
    this.#setups.set(courseId, setup);
    this.parts.mail();
    const changed: string[] = [];
    for (const personId of this.#streams.keys())
      if (setup.members.has(personId)) {
        if (await this.#look(setup, personId)) changed.push(personId);
        await new Promise((resolve) => setImmediate(resolve));
      }
    if (changed.length > 0) await this.#tell(courseId, { kind: 'course', people: changed });
  }

  /** Takes note of what the course is to somebody now; whether it is something else than before. */
  async #look(setup: CourseSetup, personId: string): Promise<boolean> {
    const member = setup.members.get(personId);
    const key = `${setup.id} ${personId}`;
    const before = this.#outlooks.get(key);
    if (!member || member.removed) {
      this.#outlooks.delete(key);
      return before !== undefined;
    }
    const course: InCourse = { setup, member, person: personOf(setup, member) };
    const outlook = await outlookOf(this.parts.db, course, this.parts.clock.now());
    this.#outlooks.set(key, outlook);
    return before !== undefined && before.fingerprint !== outlook.fingerprint;
  }

  async #coursesOf(personId: string): Promise<CourseSetup[]> {
    const { db, courses } = this.parts;
    const rows = await db
      .selectFrom('member')
      .select('course_id')
      .where('person_id', '=', personId)
      .execute();
    const setups = await Promise.all(rows.map(({ course_id }) => courses.get(db, course_id)));
    return setups.filter((setup) => setup !== null);
  }

  async #watch(setup: CourseSetup, personId: string): Promise<void> {
    if (!this.#told.has(setup.id)) {
      const rows = await this.parts.db
        .selectFrom('post_change')
        .innerJoin('forum', 'forum.id', 'post_change.forum_id')
        .select('post_change.forum_id')
        .select((eb) => eb.fn.max('post_change.n').as('n'))
        .where('forum.course_id', '=', setup.id)
        .groupBy('post_change.forum_id')
        .execute();
      this.#told.set(setup.id, new Map(rows.map(({ forum_id, n }) => [forum_id, n])));
      this.#toldRecord.set(setup.id, await this.#newestRecord());
      this.#setups.set(setup.id, setup);
      this.#watchedSince.set(setup.id, this.parts.clock.now());
    }
    await this.#look(setup, personId);
  }

  async #tell(courseId: string, happened: Happened): Promise<void> {
    const entry = { number: ++this.#number, courseId, happened };
    this.#log.push(entry);
    if (this.#log.length > KEPT) this.#log.shift();
    if (this.#streams.size === 0) return;
    const decide = await this.#decide(entry);
    let told = 0;
    for (const [personId, streams] of this.#streams) {
      // Whoever waits for an answer is not kept waiting by many who listen.
      if (++told % AT_ONCE === 0) await new Promise((resolve) => setImmediate(resolve));
      const event = await decide(personId);
      if (event !== null) for (const stream of streams) this.#send(stream, event, entry.number);
    }
  }

  /** What somebody is told of an entry at this moment; null for nothing. */
  async #decide({ courseId, happened }: Entry): Promise<(personId: string) => Promise<LiveEvent | null>> {
    const { db, clock, courses } = this.parts;
    const setup = await courses.get(db, courseId);
    if (!setup) return () => Promise.resolve(null);
    if (happened.kind === 'posts') {
      const { forumId, posts, since } = happened;
      const decide = await whomPostsConcern(db, setup, forumId, posts, since, clock.now());
      const spread = Math.min(LONGEST_SPREAD, SPREAD_EACH * this.#streams.size);
      return async (personId) => {
        const event = await decide(personId);
        return event && { ...event, spread };
      };
    }
    if (happened.kind === 'scores') {
      const decide = whomScoresConcern(setup, happened.scores);
      return (personId) => Promise.resolve(decide(personId));
    }
    return (personId) =>
      Promise.resolve(
        setup.members.has(personId) && happened.people?.includes(personId)
          ? { kind: 'course', course: courseId }
          : null,
      );
  }

  #send(stream: Stream, event: LiveEvent, number: number): void {
    stream.write(`id: ${this.#ids.of(number, stream.personId)}\ndata: ${JSON.stringify(event)}\n\n`);
  }

  /** Keeps streams open through proxies, and ends those whose session is over. */
  async #beat(): Promise<void> {
    for (const all of [...this.#streams.values()])
      for (const stream of [...all])
        if (await this.#isStillSignedIn(stream)) stream.write('event: beat\ndata: {}\n\n');
  }

  /** Whether a stream may go on; it ends where its session is over. */
  async #isStillSignedIn(stream: Stream): Promise<boolean> {
    if (await stream.stillSignedIn()) return true;
    this.#send(stream, { kind: 'signedOut' }, this.#number);
    this.close(stream);
    return false;
  }
}
