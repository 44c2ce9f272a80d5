/** A letter to staff each week: who wants one and since when, and when the last one of a course was made. */
export const letters = `
CREATE TABLE mail_next (
  id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person (id), course_id TEXT NOT NULL REFERENCES course (id),
  kind TEXT NOT NULL CHECK (kind IN ('atOnce', 'daily', 'weekly', 'invitation')), keys TEXT NOT NULL CHECK (json_valid(keys)),
  made_at INTEGER NOT NULL, state TEXT NOT NULL CHECK (state IN ('waiting', 'sent', 'dropped')),
  tries INTEGER NOT NULL DEFAULT 0, next_at INTEGER NOT NULL, error TEXT, sent_at INTEGER,
  address TEXT, subject TEXT, text TEXT,
  made_by TEXT REFERENCES person (id), note TEXT,
  CHECK ((kind = 'invitation') = (made_by IS NOT NULL))
) STRICT;
INSERT INTO mail_next SELECT * FROM mail;
DROP TABLE mail;
ALTER TABLE mail_next RENAME TO mail;
CREATE INDEX mail_waiting ON mail (next_at) WHERE state = 'waiting';
CREATE INDEX mail_person ON mail (person_id);
CREATE INDEX mail_invitation ON mail (course_id, person_id) WHERE kind = 'invitation';
CREATE TABLE letter_choice (person_id TEXT PRIMARY KEY REFERENCES person (id), since INTEGER NOT NULL) STRICT, WITHOUT ROWID;
CREATE TABLE mail_week (
  person_id TEXT NOT NULL REFERENCES person (id), course_id TEXT NOT NULL REFERENCES course (id), letter_at INTEGER NOT NULL,
  PRIMARY KEY (person_id, course_id)
) STRICT, WITHOUT ROWID;
`;
