import type { Logger } from 'pino';
import { randomBytes } from 'node:crypto';
import { setImmediate as othersTurn } from 'node:timers/promises';
import type { LiveEvent } from '../../contract/live';
import type { Clock } from '../clock/clock';
import type { Changed, TouchedScore } from '../course/change/changed';
import type { CourseCache, CourseSetup } from '../course/setup/courseCache';
import { personOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { keepDates } from '../notices/keepDates';
import { EventIds } from './eventIds';
import type { Live, Stream } from '../feature/live';
import { outlookOf, type Outlook } from './whatOneGets';
import { whomPostsConcern, type ToldOfPosts } from './whomPostsConcern';
import { whomScoresConcern } from './whomScoresConcern';

/** What happened in a course within a moment, before it is decided who is told. */
interface Happened {
  /** The posts that changed, by forum, and the moment before the first of these changes, UTC ms. */
  readonly posts: ReadonlyMap<string, { readonly ids: ReadonlySet<string>; readonly since: number }>;
  readonly scores: readonly TouchedScore[];
  /** Those to whom the course is something else than before. */
  readonly people: ReadonlySet<string>;
}

/** What is gathered of a course until it is told. */
class Gathered implements Happened {
  readonly posts = new Map<string, { readonly ids: Set<string>; since: number }>();
  readonly #scores = new Map<string, TouchedScore>();
  readonly people = new Set<string>();
  /** Its settings, roster or dates were changed: whom that concerns is found out. */
  setup = false;

  get scores(): readonly TouchedScore[] {
    return [...this.#scores.values()];
  }

  add({ at, posts, scores, people }: Changed): void {
    for (const [forumId, ids] of posts) {
      const known = this.posts.get(forumId) ?? { ids: new Set(), since: at - 1 };
      this.posts.set(forumId, known);
      known.since = Math.min(known.since, at - 1);
      for (const id of ids) known.ids.add(id);
    }
    for (const score of scores) this.#scores.set(`${score.itemId} ${score.studentId}`, score);
    for (const each of people) this.people.add(each);
  }
}

/** What someone is told: an event, and for whoever has the forum open what it comes to. */
interface Told {
  readonly event: LiveEvent;
  readonly bring: ToldOfPosts['bring'];
}

/** What a stream is known by, and which forums are open in its browser. */
interface Known {
  readonly name: string;
  forums: ReadonlySet<string>;
}

interface Entry {
  readonly number: number;
  readonly courseId: string;
  readonly happened: Happened;
}

/** Changes that follow each other within this time are told together, ms: the longer, the more people listen. */
const gatherFor = (people: number) => 200 + Math.min(400, 2 * people);
/** How far back a stream can be resumed. */
const KEPT = 2000;
/** So many people are told before others have their turn. */
const AT_ONCE = 2;
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
  /** A course was changed, or its setup was. */
  readonly heard: (courseId: string, what: Changed | 'setup') => void;
}

/**
 * Tells every browser what changes, as it changes. Every change of a course says what it came to; what comes within a moment is told
 * together, and who is told is decided for every person at the moment of telling, also when a stream is resumed.
 */
export class LiveHub implements Live {
  readonly #ids = new EventIds();
  readonly #streams = new Map<string, Map<Stream, Known>>();
  readonly #outlooks = new Map<string, Outlook>();
  readonly #setups = new Map<string, CourseSetup>();
  readonly #log: Entry[] = [];
  #number = 0;
  /** By course. */
  readonly #pending = new Map<string, Gathered>();
  #gathering: NodeJS.Timeout | null = null;
  #work: Promise<unknown> = Promise.resolve();
  readonly #timers: NodeJS.Timeout[];

  constructor(private readonly parts: HubParts) {
    parts.courses.listen((courseId) => {
      this.#gather(courseId).setup = true;
      parts.heard(courseId, 'setup');
    });
    this.#timers = [
      setInterval(() => void this.#queue(() => this.#beat()), HEARTBEAT),
      setInterval(() => void this.#queue(() => this.tick()), TICK),
    ];
    for (const timer of this.#timers) timer.unref();
  }

  changed(courseId: string, what: Changed): void {
    this.#gather(courseId).add(what);
    this.parts.heard(courseId, what);
  }

  clockMoved(): void {
    this.#outlooks.forEach((outlook, key) => this.#outlooks.set(key, { ...outlook, nextAt: 0 }));
    this.parts.mail();
  }

  async open(stream: Stream, last: string | null): Promise<void> {
    const { personId } = stream;
    // What happened before anybody listened is told to nobody.
    if (this.#streams.size === 0) await this.settled();
    const all = this.#streams.get(personId) ?? new Map<Stream, Known>();
    this.#streams.set(personId, all);
    if (all.size >= STREAMS) this.close([...all.keys()][0]!);
    const name = randomBytes(12).toString('base64url');
    all.set(stream, { name, forums: new Set() });
    // It may have ended while the request was looked at.
    if (!(await this.#isStillSignedIn(stream))) return;
    for (const setup of await this.#coursesOf(personId)) await this.#watch(setup, personId);
    const from = last === null ? this.#number : this.#ids.numberOf(last, personId);
    const oldest = this.#log[0]?.number ?? this.#number + 1;
    if (from === null || (last !== null && from < oldest - 1))
      this.#send(stream, { kind: 'reset' }, this.#number);
    else {
      // It names where the stream stands, too, for a browser that hears nothing else before it falls asleep.
      const opened = JSON.stringify({ stream: name });
      stream.write(`id: ${this.#ids.of(this.#number, personId)}\nevent: open\ndata: ${opened}\n\n`);
      for (const entry of this.#log.filter(({ number }) => number > from))
        await this.#queue(async () => {
          const decide = await this.#decide(entry);
          await this.#sendAll(stream, await decide(personId), entry.number);
        });
    }
  }

  haveOpen(personId: string, stream: string, forums: readonly { course: string; forum: string }[]): boolean {
    const known = [...(this.#streams.get(personId)?.values() ?? [])].find(({ name }) => name === stream);
    if (known) known.forums = new Set(forums.map(({ course, forum }) => `${course} ${forum}`));
    return known !== undefined;
  }

  sessionsEnded(personId: string): void {
    const look = async (stream: Stream) => void (await this.#isStillSignedIn(stream));
    for (const stream of this.#streams.get(personId)?.keys() ?? [])
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
    for (const all of [...this.#streams.values()]) for (const stream of [...all.keys()]) this.close(stream);
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
      const listening = new Set(people.filter((id) => this.#streams.has(id)));
      await this.#tell(courseId, { posts: new Map(), scores: [], people: listening });
      if (changed.length > 0) this.parts.mail();
    }
  }

  #gather(courseId: string): Gathered {
    const gathered = this.#pending.get(courseId) ?? new Gathered();
    this.#pending.set(courseId, gathered);
    this.#gathering ??= setTimeout(() => this.#flush(), gatherFor(this.#streams.size));
    return gathered;
  }

  #flush(): void {
    this.#gathering = null;
    const all = [...this.#pending];
    this.#pending.clear();
    for (const [courseId, gathered] of all) void this.#queue(() => this.#happened(courseId, gathered));
  }

  /** One thing after the other, in the order it happened. */
  #queue(work: () => Promise<void>): Promise<void> {
    const done = this.#work.then(work).catch((error: unknown) => {
      this.parts.log.error({ err: error }, 'something could not be told live');
    });
    this.#work = done;
    return done;
  }

  async #happened(courseId: string, gathered: Gathered): Promise<void> {
    this.parts.mail();
    if (gathered.setup) for (const id of await this.#setupChanged(courseId)) gathered.people.add(id);
    const { posts, scores, people } = gathered;
    if (posts.size + scores.length + people.size > 0) await this.#tell(courseId, { posts, scores, people });
  }

  /** What other dates there are is written down; answers those who listen and to whom the course is something else now. */
  async #setupChanged(courseId: string): Promise<string[]> {
    const { db, clock, courses } = this.parts;
    const setup = await courses.get(db, courseId);
    if (!setup) return [];
    await keepDates(db, setup, this.#setups.get(courseId) ?? null, clock.now());
    this.#setups.set(courseId, setup);
    this.parts.mail();
    const changed: string[] = [];
    for (const personId of this.#streams.keys())
      if (setup.members.has(personId)) {
        if (await this.#look(setup, personId)) changed.push(personId);
        await othersTurn();
      }
    return changed;
  }

  /** Takes note of what the course is to someone now; whether it is something else than before. */
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
    if (!this.#setups.has(setup.id)) this.#setups.set(setup.id, setup);
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
      if (++told % AT_ONCE === 0) await othersTurn();
      const news = await decide(personId);
      for (const stream of streams.keys()) await this.#sendAll(stream, news, entry.number);
    }
  }

  /** What someone is told of an entry at this moment. */
  async #decide({ courseId, happened }: Entry): Promise<(personId: string) => Promise<Told[]>> {
    const { db, clock, courses } = this.parts;
    const setup = await courses.get(db, courseId);
    if (!setup) return () => Promise.resolve([]);
    const spread = Math.min(LONGEST_SPREAD, SPREAD_EACH * this.#streams.size);
    const now = clock.now();
    const ofPosts = await Promise.all(
      [...happened.posts].map(([forumId, { ids, since }]) =>
        whomPostsConcern(db, setup, forumId, [...ids], since, now),
      ),
    );
    const ofScores = whomScoresConcern(setup, happened.scores);
    return async (personId) => {
      const events: Told[] = [];
      for (const decide of ofPosts) {
        const told = await decide(personId);
        if (told !== null) events.push({ event: { ...told.event, spread }, bring: told.bring });
      }
      // To whom the course is something else, everything in it but posts is asked for anew: its scores too.
      if (setup.members.has(personId) && happened.people.has(personId))
        events.push({ event: { kind: 'course', course: courseId }, bring: null });
      else {
        const event = ofScores(personId);
        if (event !== null) events.push({ event, bring: null });
      }
      return events;
    };
  }

  /** Only the last of several carries the name of the entry: a stream that breaks between them begins with the first again. */
  async #sendAll(stream: Stream, told: readonly Told[], number: number): Promise<void> {
    const forums = this.#streams.get(stream.personId)?.get(stream)?.forums;
    for (const [at, { event, bring }] of told.entries()) {
      const isOpen = event.kind === 'forum' && forums?.has(`${event.course} ${event.forum}`) === true;
      const data = JSON.stringify(event);
      const whole = isOpen && bring !== null ? `${data.slice(0, -1)},"change":${await bring()}}` : data;
      const name = at === told.length - 1 ? `id: ${this.#ids.of(number, stream.personId)}\n` : '';
      stream.write(`${name}data: ${whole}\n\n`);
    }
  }

  #send(stream: Stream, event: LiveEvent, number: number): void {
    stream.write(`id: ${this.#ids.of(number, stream.personId)}\ndata: ${JSON.stringify(event)}\n\n`);
  }

  /** Keeps streams open through proxies, and ends those whose session is over. */
  async #beat(): Promise<void> {
    let beaten = 0;
    for (const all of [...this.#streams.values()])
      for (const stream of [...all.keys()]) {
        if (++beaten % AT_ONCE === 0) await othersTurn();
        if (await this.#isStillSignedIn(stream)) stream.write('event: beat\ndata: {}\n\n');
      }
  }

  /** Whether a stream may go on; it ends where its session is over. */
  async #isStillSignedIn(stream: Stream): Promise<boolean> {
    if (await stream.stillSignedIn()) return true;
    this.#send(stream, { kind: 'signedOut' }, this.#number);
    this.close(stream);
    return false;
  }
}
