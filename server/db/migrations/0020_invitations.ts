/** Invitations by mail, links for forgotten passwords, what a session is known by, and a person's own time zone. */
export const invitations = `
CREATE TABLE mail_next (
  id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person (id), course_id TEXT NOT NULL REFERENCES course (id),
  kind TEXT NOT NULL CHECK (kind IN ('atOnce', 'daily', 'invitation')), keys TEXT NOT NULL CHECK (json_valid(keys)),
  made_at INTEGER NOT NULL, state TEXT NOT NULL CHECK (state IN ('waiting', 'sent', 'dropped')),
  tries INTEGER NOT NULL DEFAULT 0, next_at INTEGER NOT NULL, error TEXT, sent_at INTEGER,
  address TEXT, subject TEXT, text TEXT,
  made_by TEXT REFERENCES person (id), note TEXT,
  CHECK ((kind = 'invitation') = (made_by IS NOT NULL))
) STRICT;
INSERT INTO mail_next SELECT *, NULL, NULL FROM mail;
DROP TABLE mail;
ALTER TABLE mail_next RENAME TO mail;
CREATE INDEX mail_waiting ON mail (next_at) WHERE state = 'waiting';
CREATE INDEX mail_person ON mail (person_id);
CREATE INDEX mail_invitation ON mail (course_id, person_id) WHERE kind = 'invitation';
ALTER TABLE password_link ADD COLUMN purpose TEXT NOT NULL DEFAULT 'invite' CHECK (purpose IN ('invite', 'reset'));
CREATE INDEX password_link_person ON password_link (person_id);
ALTER TABLE session ADD COLUMN browser TEXT;
ALTER TABLE person ADD COLUMN zone TEXT;
`;
