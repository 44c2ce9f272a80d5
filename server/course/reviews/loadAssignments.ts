import type { Kysely } from 'kysely';
import type { Assignment, Withholding } from '../../../core/course/assignment';
import { inOnePiece, type AnyQuery } from '../../db/inOnePiece';
import type { Database } from '../../db/schema';
import { statement, type Values } from '../../db/statement';
import type { CourseSetup } from '../setup/courseCache';

/** Which assignments: of a forum or of the whole course; of these everyone's, those of one reviewer, or those that somebody reviews or is reviewed by. */
export interface AssignmentScope {
  readonly forumId?: string | undefined;
  readonly reviewerId?: string | undefined;
  readonly personId?: string | undefined;
}

/** Which parts a scope names: by this its SQL is one or another. */
interface Shape {
  readonly forum: boolean;
  readonly reviewer: boolean;
  readonly person: boolean;
}

type At = Values & {
  readonly courseId: string;
  readonly forumId: string;
  readonly reviewerId: string;
  readonly personId: string;
};

/** What is read of the assignments of a scope. */
function writeReads(of: Shape) {
  const scoped = (db: Kysely<Database>, at: At) => {
    const all = db
      .selectFrom('assignment')
      .innerJoin('forum', 'forum.id', 'assignment.forum_id')
      .where('forum.course_id', '=', at.courseId);
    const here = of.forum ? all.where('assignment.forum_id', '=', at.forumId) : all;
    if (of.person)
      return here.where((eb) =>
        eb.or([eb('assignment.reviewer_id', '=', at.personId), eb('assignment.author_id', '=', at.personId)]),
      );
    return of.reviewer ? here.where('assignment.reviewer_id', '=', at.reviewerId) : here;
  };
  const read = <Row>(choose: (rows: ReturnType<typeof scoped>) => AnyQuery<Row>) =>
    inOnePiece((db, at: At) => choose(scoped(db, at)));
  return {
    assignments: read((rows) =>
      rows
        .select([
          'assignment.id',
          'assignment.forum_id',
          'assignment.reviewer_id',
          'assignment.author_id',
          'assignment.post_id',
          'assignment.made_at',
          'assignment.made_by',
          'assignment.ended_at',
          'assignment.ended_how',
          'assignment.received_at',
        ])
        .orderBy('assignment.made_at')
        .orderBy('assignment.id'),
    ),
    sent: read((rows) =>
      rows
        .innerJoin('review', 'review.assignment_id', 'assignment.id')
        .select(['assignment.id as of', 'review.at'])
        .orderBy('assignment.id')
        .orderBy('review.number'),
    ),
    withheld: read((rows) =>
      rows
        .innerJoin('withholding', 'withholding.assignment_id', 'assignment.id')
        .select(['assignment.id as of', 'withholding.from', 'withholding.to', 'withholding.fills'])
        .orderBy('withholding.from'),
    ),
  };
}

const reads = new Map<string, ReturnType<typeof writeReads>>();

function readsOf(of: Shape) {
  const key = `${of.forum} ${of.reviewer} ${of.person}`;
  const known = reads.get(key) ?? writeReads(of);
  reads.set(key, known);
  return known;
}

/**
 * Assignments of reviews as the rules read them, in the order in which they were made. Nothing is asked of a course in which nobody
 * reviews.
 */
export async function loadAssignments(
  db: Kysely<Database>,
  setup: Pick<CourseSetup, 'id' | 'reviewed'>,
  { forumId, reviewerId, personId }: AssignmentScope,
): Promise<Assignment[]> {
  if (forumId === undefined ? setup.reviewed.size === 0 : !setup.reviewed.has(forumId)) return [];
  const read = readsOf({
    forum: forumId !== undefined,
    reviewer: reviewerId !== undefined,
    person: personId !== undefined,
  });
  const at = {
    courseId: setup.id,
    forumId: forumId ?? '',
    reviewerId: reviewerId ?? '',
    personId: personId ?? '',
  };
  const rows = await read.assignments(db, at);
  if (rows.length === 0) return [];
  const sent = new Map<string, number[]>();
  for (const { of, at: when } of await read.sent(db, at)) sent.set(of, [...(sent.get(of) ?? []), when]);
  const withheld = new Map<string, Withholding[]>();
  for (const { of, from, to, fills } of await read.withheld(db, at))
    withheld.set(of, [...(withheld.get(of) ?? []), { from, to, fills: fills === 1 }]);
  return rows.map((row): Assignment => ({
    id: row.id,
    forumId: row.forum_id,
    reviewerId: row.reviewer_id,
    authorId: row.author_id,
    postId: row.post_id,
    madeAt: row.made_at,
    byHand: row.made_by !== null,
    ended: row.ended_at === null ? null : { at: row.ended_at, how: row.ended_how! },
    sent: sent.get(row.id) ?? [],
    withheld: withheld.get(row.id) ?? [],
    receivedAt: row.received_at,
  }));
}

const mustNotsOf = statement((db, at: { courseId: string }) =>
  db.selectFrom('must_not').select(['one_id', 'other_id']).where('course_id', '=', at.courseId),
);

/** The pairs of people of a course who must not review one another. */
export async function loadMustNots(db: Kysely<Database>, courseId: string): Promise<[string, string][]> {
  return (await mustNotsOf(db, { courseId })).map(({ one_id, other_id }) => [one_id, other_id]);
}
