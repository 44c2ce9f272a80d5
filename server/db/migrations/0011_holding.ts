/** What holds the server up: browsers people have signed in with, and what each step of this layout was when it was taken. */
export const holding = `
CREATE TABLE known_browser (
  token_hash TEXT NOT NULL, person_id TEXT NOT NULL REFERENCES person (id), seen_at INTEGER NOT NULL,
  PRIMARY KEY (token_hash, person_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX known_browser_person ON known_browser (person_id);
CREATE INDEX session_person ON session (person_id);
CREATE TABLE migration (number INTEGER PRIMARY KEY, sha256 TEXT NOT NULL) STRICT;
`;
