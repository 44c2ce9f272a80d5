import type BetterSqlite3 from 'better-sqlite3';
import { unpackReceipts } from '../readMarks/receivedLog';
import { told, type Finding } from './finding';

/** What holds of every post, as a question for those of which it does not; each names the post as `id`. */
const OF_POSTS: readonly (readonly [string, string])[] = [
  [
    'stands in another thread than the post it answers',
    `SELECT post.id FROM post JOIN post AS above ON above.id = post.parent_id
       WHERE post.thread_id <> above.thread_id OR post.thread_author_id <> above.thread_author_id`,
  ],
  [
    'opens a thread and says it stands in another',
    'SELECT id FROM post WHERE parent_id IS NULL AND (thread_id <> id OR thread_author_id <> author_id)',
  ],
  [
    'names someone else as whom it answers than the author of the post above',
    `SELECT post.id FROM post JOIN post AS above ON above.id = post.parent_id
       WHERE post.answers_author_id IS NOT above.author_id OR post.answers_author_kind IS NOT above.author_kind`,
  ],
  [
    'stands in another forum or question than the post it answers',
    `SELECT post.id FROM post JOIN post AS above ON above.id = post.parent_id
       WHERE post.forum_id <> above.forum_id OR post.question_id IS NOT above.question_id`,
  ],
  [
    'answers a post that was written after it',
    'SELECT post.id FROM post JOIN post AS above ON above.id = post.parent_id WHERE above.created_at > post.created_at',
  ],
  [
    'has no version, or not every one from the first to the last',
    `SELECT post.id FROM post LEFT JOIN revision ON revision.post_id = post.id GROUP BY post.id
       HAVING count(revision.number) = 0 OR min(revision.number) <> 1 OR max(revision.number) <> count(*)`,
  ],
  [
    'was not written when its first version was',
    `SELECT post.id FROM post JOIN revision ON revision.post_id = post.id AND revision.number = 1
       WHERE revision.at <> post.created_at`,
  ],
  [
    'has a version that is older than the one before',
    `SELECT revision.post_id AS id FROM revision JOIN revision AS before
       ON before.post_id = revision.post_id AND before.number = revision.number - 1 WHERE before.at > revision.at`,
  ],
  [
    'has a version with another number of attachments than it says',
    `SELECT revision.post_id AS id FROM revision LEFT JOIN attachment
       ON attachment.post_id = revision.post_id AND attachment.number = revision.number
       GROUP BY revision.post_id, revision.number HAVING count(attachment.file_id) <> revision.attachments`,
  ],
  [
    'has a decision about a change to a version that is not there',
    `SELECT approval.post_id AS id FROM approval WHERE standing IS NOT NULL
       AND standing > (SELECT count(*) FROM revision WHERE revision.post_id = approval.post_id)`,
  ],
  [
    'was put back before it was removed',
    'SELECT post_id AS id FROM removal WHERE "to" IS NOT NULL AND "to" < "from"',
  ],
  [
    'has no number among the changes of its forum',
    'SELECT post.id FROM post LEFT JOIN post_change ON post_change.post_id = post.id WHERE post_change.n IS NULL',
  ],
];

/** What reached whom, which is kept packed. */
function checkReceived(sqlite: BetterSqlite3.Database): Finding[] {
  const known = new Set(
    (sqlite.prepare('SELECT id FROM post_text').pluck().all() as number[]).map((id) => id),
  );
  const findings: Finding[] = [];
  const rows = sqlite.prepare('SELECT person_id, forum_id, chunk, data FROM received_log').iterate();
  for (const row of rows as IterableIterator<{
    person_id: string;
    forum_id: string;
    chunk: number;
    data: Buffer;
  }>) {
    const where = `What reached ${row.person_id} in ${row.forum_id} (part ${row.chunk})`;
    try {
      if (!unpackReceipts(row.data).every(({ post }) => known.has(post)))
        findings.push(`${where} names posts that are not there.`);
    } catch {
      findings.push(`${where} cannot be read.`);
    }
  }
  return told(findings, 'entries');
}

/** Scores that say what no score can. */
function checkScores(sqlite: BetterSqlite3.Database): Finding[] {
  const ids = sqlite
    .prepare(
      `SELECT item_id || ' of ' || student_id FROM score WHERE points < 0
         OR (points IS NOT NULL AND given_at IS NULL) OR (released_at IS NOT NULL AND given_at IS NULL AND excused = 0)`,
    )
    .pluck()
    .all() as string[];
  return told(
    ids.map((id) => `The score in ${id} says what no score can.`),
    'scores',
  );
}

/** Whether posts, what was decided about them, what reached whom, and scores agree with each other. */
export function checkPosts(sqlite: BetterSqlite3.Database): Finding[] {
  const findings = OF_POSTS.flatMap(([what, question]) =>
    told(
      (sqlite.prepare(question).all() as { id: string }[]).map(({ id }) => `Post ${id} ${what}.`),
      'posts',
    ),
  );
  return [...findings, ...checkReceived(sqlite), ...checkScores(sqlite)];
}
