/** Who can subscribe to their calendar by a secret address, and what each calendar last said of every date. */
export const calendar = `
CREATE TABLE calendar_address (
  person_id TEXT PRIMARY KEY REFERENCES person (id), hash TEXT UNIQUE, made_at INTEGER,
  alarm INTEGER CHECK (alarm > 0), CHECK ((hash IS NULL) = (made_at IS NULL))
) STRICT, WITHOUT ROWID;
CREATE TABLE calendar_said (
  person_id TEXT NOT NULL REFERENCES person (id), key TEXT NOT NULL, course_id TEXT NOT NULL REFERENCES course (id),
  saying TEXT NOT NULL CHECK (json_valid(saying)), sequence INTEGER NOT NULL CHECK (sequence >= 0),
  changed_at INTEGER NOT NULL, cancelled INTEGER NOT NULL CHECK (cancelled IN (0, 1)), PRIMARY KEY (person_id, key)
) STRICT, WITHOUT ROWID;
`;
