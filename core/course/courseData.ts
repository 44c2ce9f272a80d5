import type { Instant } from '../time/instant';
import type { Points } from './points';
import type { Assignment } from './assignment';
import type { Forum } from './forum';
import type { Id } from './id';
import type { Post } from './post';
import type { Group, Student } from './roster';

/**
 * What the rules may ask of a course. Settings, roster and groups stand as they are in the data given; posts and scores
 * are seen as of the instant asked for. (rules, preamble)
 */
export interface CourseData {
  readonly zone: string;
  readonly students: ReadonlyMap<Id, Student>;
  readonly groups: ReadonlyMap<Id, Group>;
  readonly forums: ReadonlyMap<Id, Forum>;
  /** Everything a person ever wrote in a forum, removed and held posts too. */
  postsBy(forumId: Id, personId: Id): readonly Post[];
  /** What a person was ever given to review in a forum. */
  reviewsBy(forumId: Id, reviewerId: Id): readonly Assignment[];
  /** A student's score in a forum as of an instant; null where none was ever given. */
  readonly scoreOf: (forumId: Id, studentId: Id, t: Instant) => ScoreFacts | null;
}

/** What the rules need to know of a score. Points in hundredths. */
export interface ScoreFacts {
  /** null while nothing is given. */
  readonly points: Points | null;
  /** When it was last given or confirmed. */
  readonly givenAt: Instant | null;
  readonly released: boolean;
  readonly excused: boolean;
}

/** A {@link CourseData} over plain lists: what tests, the demo and the benchmark use, and the server where all is at hand. */
export function courseDataOf(parts: {
  zone: string;
  students: readonly Student[];
  groups?: readonly Group[];
  forums: readonly Forum[];
  posts: readonly Post[];
  scores?: readonly (ScoreFacts & { forumId: Id; studentId: Id })[];
  assignments?: readonly Assignment[];
}): CourseData {
  const byForum = new Map<Id, Map<Id, Post[]>>();
  for (const post of parts.posts) {
    let byPerson = byForum.get(post.forumId);
    if (!byPerson) byForum.set(post.forumId, (byPerson = new Map()));
    const own = byPerson.get(post.authorId);
    if (own) own.push(post);
    else byPerson.set(post.authorId, [post]);
  }
  const scores = new Map<string, ScoreFacts>();
  for (const score of parts.scores ?? []) scores.set(`${score.forumId} ${score.studentId}`, score);
  const assignments = new Map<string, Assignment[]>();
  for (const each of parts.assignments ?? []) {
    const key = `${each.forumId} ${each.reviewerId}`;
    const theirs = assignments.get(key);
    if (theirs) theirs.push(each);
    else assignments.set(key, [each]);
  }
  return {
    zone: parts.zone,
    students: new Map(parts.students.map((s) => [s.id, s])),
    groups: new Map((parts.groups ?? []).map((g) => [g.id, g])),
    forums: new Map(parts.forums.map((f) => [f.id, f])),
    postsBy: (forumId, personId) => byForum.get(forumId)?.get(personId) ?? [],
    reviewsBy: (forumId, reviewerId) => assignments.get(`${forumId} ${reviewerId}`) ?? [],
    scoreOf: (forumId, studentId) => scores.get(`${forumId} ${studentId}`) ?? null,
  };
}
