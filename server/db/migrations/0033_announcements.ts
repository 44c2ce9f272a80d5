/** What staff tell a class, a section or a group, now or at a moment to come. */
export const announcements = `
CREATE TABLE announcement (
  id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), title TEXT NOT NULL CHECK (length(title) BETWEEN 1 AND 120),
  text TEXT NOT NULL CHECK (length(text) BETWEEN 1 AND 5000), audience TEXT NOT NULL CHECK (json_valid(audience)), at INTEGER NOT NULL,
  "by" TEXT NOT NULL REFERENCES person (id), version INTEGER NOT NULL CHECK (version > 0), removed_at INTEGER
) STRICT, WITHOUT ROWID;
CREATE INDEX announcement_course ON announcement (course_id, at);
`;
