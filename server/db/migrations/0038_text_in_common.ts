/**
 * What readings say, worked out from their files; pairs of posts that staff put aside, with what the posts were then; and which earlier courses
 * a course is compared with, once an instructor of each agrees.
 */
export const textInCommon = `
CREATE TABLE reading_text (
  sha256 TEXT PRIMARY KEY, text TEXT, why TEXT CHECK (why IN ('locked', 'broken', 'large', 'slow', 'noText')),
  CHECK ((text IS NULL) = (why IS NOT NULL))
) STRICT, WITHOUT ROWID;
CREATE TABLE pair_aside (
  course_id TEXT NOT NULL REFERENCES course (id),
  one_id TEXT NOT NULL REFERENCES post (id), other_id TEXT NOT NULL REFERENCES post (id),
  one_number INTEGER NOT NULL, other_number INTEGER NOT NULL,
  reason TEXT NOT NULL, at INTEGER NOT NULL, by TEXT NOT NULL REFERENCES person (id),
  PRIMARY KEY (course_id, one_id, other_id), CHECK (one_id < other_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE earlier_course (
  course_id TEXT NOT NULL REFERENCES course (id), earlier_id TEXT NOT NULL REFERENCES course (id),
  asked_by TEXT NOT NULL REFERENCES person (id), asked_at INTEGER NOT NULL,
  agreed_by TEXT REFERENCES person (id), agreed_at INTEGER,
  PRIMARY KEY (course_id, earlier_id), CHECK (course_id <> earlier_id), CHECK ((agreed_by IS NULL) = (agreed_at IS NULL))
) STRICT, WITHOUT ROWID;
CREATE INDEX earlier_course_earlier ON earlier_course (earlier_id);
`;
