/**
 * Evaluating: what was given as a nod is never read as a rating, nor the other way round; remarks kept to be used again, with what they
 * were used for; acts on many students at once, with what stood before, to be
 * undone; releases planned for a moment; students who ask for another look at a score.
 */
export const evaluating = `
ALTER TABLE nod ADD COLUMN kind TEXT NOT NULL DEFAULT 'nod' CHECK (kind IN ('nod', 'rating'));
UPDATE nod SET kind = 'rating' WHERE post_id IN (
  SELECT post.id FROM post JOIN forum ON forum.id = post.forum_id
  WHERE json_extract(forum.rules, '$.allowed.approve') = 'ratings'
);
CREATE TABLE saved_remark (
  id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), owner_id TEXT NOT NULL REFERENCES person (id),
  text TEXT NOT NULL CHECK (length(text) BETWEEN 1 AND 8000), shared INTEGER NOT NULL CHECK (shared IN (0, 1)),
  made_at INTEGER NOT NULL
) STRICT;
CREATE INDEX saved_remark_course ON saved_remark (course_id);
CREATE TABLE saved_remark_use (
  remark_id TEXT NOT NULL REFERENCES saved_remark (id) ON DELETE CASCADE, choice TEXT NOT NULL, times INTEGER NOT NULL,
  PRIMARY KEY (remark_id, choice)
) STRICT, WITHOUT ROWID;
CREATE TABLE planned_release (
  item_id TEXT PRIMARY KEY REFERENCES item (id), at INTEGER NOT NULL, "by" TEXT NOT NULL REFERENCES person (id),
  planned_at INTEGER NOT NULL
) STRICT, WITHOUT ROWID;
CREATE TABLE second_look (
  id TEXT PRIMARY KEY, item_id TEXT NOT NULL REFERENCES item (id), student_id TEXT NOT NULL REFERENCES person (id),
  asked_at INTEGER NOT NULL, reason TEXT NOT NULL CHECK (length(reason) BETWEEN 1 AND 4000),
  state TEXT NOT NULL CHECK (state IN ('asked', 'answered', 'changed')), answer TEXT,
  answered_at INTEGER, answered_by TEXT REFERENCES person (id),
  CHECK ((state = 'asked') = (answered_at IS NULL)), CHECK ((state = 'asked') = (answer IS NULL))
) STRICT;
CREATE INDEX second_look_item ON second_look (item_id, student_id);
CREATE TABLE secret (name TEXT PRIMARY KEY, value TEXT NOT NULL) STRICT, WITHOUT ROWID;
CREATE TABLE docket_act (
  id TEXT PRIMARY KEY, item_id TEXT NOT NULL REFERENCES item (id), act TEXT NOT NULL, at INTEGER NOT NULL,
  "by" TEXT NOT NULL REFERENCES person (id), before TEXT NOT NULL CHECK (json_valid(before)), undone_at INTEGER
) STRICT;
`;
