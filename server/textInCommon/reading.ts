import type { Post } from '../../core/course/post';
import type { CourseData } from '../../core/course/courseData';
import { couldRead } from '../../core/textInCommon/couldRead';
import type { HeldVersion } from '../../core/textInCommon/comparedPost';
import { reachOf, type Reach, type WhoHadIt } from '../../core/textInCommon/whoHadIt';
import { courseDataFor } from '../course/facts/courseDataFor';
import { setupAt } from '../course/past/setupAt';
import { postsOfForum } from '../course/posts/forumPosts';
import type { CourseSetup } from '../course/setup/courseCache';
import type { Db } from '../db/open';
import { reachedIn, type Reached } from '../readMarks/received';

/** A change of the course by which someone may have come to read what they could not before. */
interface Change {
  readonly at: number;
  readonly subject: string;
}

/**
 * What students had of one another's texts, in one course: what had reached them, and what was open to them with settings, roster and groups as they
 * were then. It remembers what it has read while it is asked.
 */
export class ReadingIn {
  readonly #received = new Map<string, Promise<readonly Reached[]>>();
  readonly #data = new Map<string, Promise<CourseData>>();
  readonly #past = new Map<number, Promise<CourseSetup>>();
  #changes: Promise<readonly Change[]> | null = null;

  constructor(
    private readonly db: Db,
    private readonly setup: CourseSetup,
  ) {}

  /** Whether who wrote something later could read it before. (rules §12) */
  async reachOf(who: WhoHadIt): Promise<Reach> {
    const studentId = who.other;
    const before = who.then.version.at;
    const receipts = new Map<string, readonly Reached[]>();
    const open = new Map<string, boolean>();
    for (const version of who.versions) {
      const { forumId } = version.post;
      if (!receipts.has(forumId)) receipts.set(forumId, await this.#receivedIn(studentId, forumId));
    }
    const receivedAt = ({ post, version }: HeldVersion) =>
      receipts.get(post.forumId)!.find(({ postId, version: number, at }) => {
        if (postId !== post.id) return false;
        // From before versions were kept: of a post that had one version by then it is known which it was.
        const only = post.versions[1] === undefined || post.versions[1].at > at ? 1 : null;
        return (number ?? only) === version.number;
      })?.at ?? null;
    // What had reached them decides; only where nothing had is it asked what was open.
    if (!who.versions.some((version) => (receivedAt(version) ?? Infinity) < before))
      for (const version of who.versions)
        open.set(nameOf(version), await this.#wasOpen(studentId, version, before));
    return reachOf(who, {
      receivedAt,
      someReceivedAt: (postId) =>
        [...receipts.values()].flat().find((each) => each.postId === postId && each.version === null)?.at ??
        null,
      couldRead: (version) => open.get(nameOf(version)) ?? false,
    });
  }

  #receivedIn(studentId: string, forumId: string): Promise<readonly Reached[]> {
    const key = `${studentId} ${forumId}`;
    const known = this.#received.get(key) ?? reachedIn(this.db, studentId, forumId);
    this.#received.set(key, known);
    return known;
  }

  /** Whether a version was open to a student at some moment before an instant. */
  async #wasOpen(studentId: string, { post, version }: HeldVersion, before: number): Promise<boolean> {
    const { forumId } = post;
    const here = await postsOfForum(this.db, this.setup.id, forumId);
    const line: Post[] = [];
    for (let at = here.byId.get(post.id); at; at = here.byId.get(at.parentId ?? '')) line.push(at);
    if (line.length === 0) return false;
    const changes = (await this.#changesOf(studentId, forumId)).filter(({ at }) => at >= version.at);
    const past = new Map<number, CourseData>();
    // The course as it stood before each change since; after the last it is as it is now.
    for (const { at } of changes)
      past.set(at, await this.#dataWith(await this.#setupBefore(at), studentId, forumId));
    const now = await this.#dataOf(studentId, forumId);
    return couldRead(
      (t) => {
        const next = changes.find(({ at }) => at > t);
        return next === undefined ? now : past.get(next.at)!;
      },
      changes.map(({ at }) => at),
      { studentId, line, postId: post.id, number: version.number, before },
    );
  }

  #dataOf(studentId: string, forumId: string): Promise<CourseData> {
    const key = `${studentId} ${forumId}`;
    const known =
      this.#data.get(key) ?? courseDataFor(this.db, this.setup, studentId, forumId).then(({ data }) => data);
    this.#data.set(key, known);
    return known;
  }

  async #dataWith(setup: CourseSetup, studentId: string, forumId: string): Promise<CourseData> {
    const data = await this.#dataOf(studentId, forumId);
    return { ...data, students: setup.students, groups: setup.groups, forums: setup.forums };
  }

  /** The course as it stood right before a change. */
  #setupBefore(at: number): Promise<CourseSetup> {
    const known = this.#past.get(at) ?? setupAt(this.db, this.setup, at - 1);
    this.#past.set(at, known);
    return known;
  }

  /** Changes that may open a forum to a student, or close it: of it and what has to be done first, of the student, groups and term. */
  async #changesOf(studentId: string, forumId: string): Promise<Change[]> {
    this.#changes ??= this.db
      .selectFrom('record')
      .select(['at', 'subject'])
      .where('course_id', '=', this.setup.id)
      .where((eb) =>
        eb.or([
          eb('subject', 'like', 'forum:%'),
          eb('subject', 'like', 'member:%'),
          eb('subject', 'like', 'groupPlan:%'),
          eb('what', '=', 'course.saved'),
        ]),
      )
      .orderBy('at')
      .execute();
    const first = this.setup.forums.get(forumId)?.prerequisites.map((each) => each.forumId) ?? [];
    const forums = [forumId, ...first].map((id) => `forum:${id}`);
    const seen = new Set<number>();
    return (await this.#changes).filter(({ at, subject }) => {
      const isMeant =
        forums.includes(subject) ||
        subject === `member:${studentId}` ||
        subject.startsWith('groupPlan:') ||
        subject === 'course';
      if (!isMeant || seen.has(at)) return false;
      seen.add(at);
      return true;
    });
  }
}

const nameOf = ({ post, version }: HeldVersion) => `${post.id} ${version.number}`;
