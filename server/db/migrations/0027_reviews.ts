/**
 * Students review one another's posts: by when, how many and how, in the rules of every forum and recipe; who reviews whom; what they
 * write, in all its versions; what its author answers; what staff keep from an author; who must not meet. The items of a gradebook
 * count these changes as they count those of scores.
 */
const rules = (table: string, column: string, at: string) => `
UPDATE ${table} SET ${column} = json_set(${column}, '${at}.schedule.reviewsDue', NULL, '${at}.required.reviews', 0, '${at}.review', NULL)
  WHERE json_type(${column}, '${at}.schedule') = 'object';
`;

const counted = ['assignment', 'review', 'withholding']
  .flatMap((table) =>
    ['INSERT', 'UPDATE'].map((event) => {
      const forum =
        table === 'assignment'
          ? 'new.forum_id'
          : '(SELECT forum_id FROM assignment WHERE assignment.id = new.assignment_id)';
      return `
CREATE TRIGGER ${table}_${event.toLowerCase()}_counted AFTER ${event} ON ${table} BEGIN
  UPDATE item SET changes = changes + 1 WHERE forum_id = ${forum};
  INSERT INTO review_change (forum_id, n) VALUES (${forum}, 1) ON CONFLICT (forum_id) DO UPDATE SET n = n + 1;
END;`;
    }),
  )
  .join('');

export const reviews = `
${rules('forum', 'rules', '$')}
${rules('recipe', 'settings', '$.settings.rules')}
UPDATE recipe SET settings = json_set(settings, '$.dates.reviewsDue', NULL);
${rules('record', 'before', '$.rules')}
${rules('record', 'after', '$.rules')}
UPDATE known_dates SET dates = json_set(dates, '$.reviewsDue', NULL);
UPDATE known_dates SET before = json_set(before, '$.reviewsDue', NULL) WHERE before IS NOT NULL;
CREATE TABLE review_book (
  forum_id TEXT PRIMARY KEY REFERENCES forum (id), seed TEXT NOT NULL CHECK (length(seed) = 32), paired_at INTEGER
) STRICT, WITHOUT ROWID;
CREATE TABLE must_not (
  course_id TEXT NOT NULL REFERENCES course (id), one_id TEXT NOT NULL REFERENCES person (id),
  other_id TEXT NOT NULL REFERENCES person (id), "by" TEXT NOT NULL REFERENCES person (id), at INTEGER NOT NULL,
  PRIMARY KEY (course_id, one_id, other_id), CHECK (one_id < other_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE assignment (
  id TEXT PRIMARY KEY, forum_id TEXT NOT NULL REFERENCES forum (id), reviewer_id TEXT NOT NULL REFERENCES person (id),
  author_id TEXT NOT NULL REFERENCES person (id), post_id TEXT NOT NULL REFERENCES post (id),
  post_number INTEGER NOT NULL CHECK (post_number > 0), made_at INTEGER NOT NULL, made_by TEXT REFERENCES person (id),
  ended_at INTEGER, ended_how TEXT CHECK (ended_how IN ('lapsed', 'moved', 'withdrawn', 'pairedAnew')),
  ended_by TEXT REFERENCES person (id), received_at INTEGER,
  CHECK (reviewer_id <> author_id), CHECK ((ended_at IS NULL) = (ended_how IS NULL))
) STRICT;
CREATE INDEX assignment_reviewer ON assignment (forum_id, reviewer_id);
CREATE INDEX assignment_author ON assignment (forum_id, author_id);
CREATE UNIQUE INDEX assignment_live ON assignment (forum_id, reviewer_id, author_id) WHERE ended_at IS NULL;
CREATE TABLE review (
  assignment_id TEXT NOT NULL REFERENCES assignment (id), number INTEGER NOT NULL CHECK (number > 0), at INTEGER NOT NULL,
  post_number INTEGER NOT NULL CHECK (post_number > 0), content TEXT NOT NULL CHECK (json_valid(content)),
  guide TEXT CHECK (json_valid(guide)), html TEXT NOT NULL, words INTEGER NOT NULL CHECK (words >= 0),
  PRIMARY KEY (assignment_id, number)
) STRICT, WITHOUT ROWID;
CREATE TABLE review_draft (
  assignment_id TEXT PRIMARY KEY REFERENCES assignment (id), content TEXT NOT NULL CHECK (json_valid(content)),
  words INTEGER NOT NULL, saved_at INTEGER NOT NULL
) STRICT, WITHOUT ROWID;
CREATE TABLE review_file (
  assignment_id TEXT NOT NULL REFERENCES assignment (id), number INTEGER NOT NULL, position INTEGER NOT NULL,
  file_id TEXT NOT NULL REFERENCES file (id), PRIMARY KEY (assignment_id, number, position)
) STRICT, WITHOUT ROWID;
CREATE INDEX review_file_file ON review_file (file_id);
CREATE TABLE review_response (
  assignment_id TEXT PRIMARY KEY REFERENCES assignment (id), at INTEGER NOT NULL, doc TEXT NOT NULL CHECK (json_valid(doc)),
  html TEXT NOT NULL, words INTEGER NOT NULL
) STRICT, WITHOUT ROWID;
CREATE TABLE withholding (
  assignment_id TEXT NOT NULL REFERENCES assignment (id), "from" INTEGER NOT NULL, "to" INTEGER,
  fills INTEGER NOT NULL CHECK (fills IN (0, 1)), reason TEXT NOT NULL CHECK (length(reason) BETWEEN 1 AND 4000),
  "by" TEXT NOT NULL REFERENCES person (id), lifted_by TEXT REFERENCES person (id),
  PRIMARY KEY (assignment_id, "from"), CHECK (("to" IS NULL) = (lifted_by IS NULL))
) STRICT, WITHOUT ROWID;
CREATE TABLE review_change (forum_id TEXT PRIMARY KEY REFERENCES forum (id), n INTEGER NOT NULL) STRICT, WITHOUT ROWID;
${counted}
`;
