/**
 * Cases: what staff look into with students, as it stood when it was put there. An entry is written once and never changed. How many months a course
 * keeps a case after its decision; null: until it is removed by hand.
 */
export const cases = `
ALTER TABLE course ADD COLUMN case_months INTEGER CHECK (case_months > 0);
CREATE TABLE case_file (
  id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), title TEXT NOT NULL,
  opened_by TEXT NOT NULL REFERENCES person (id), opened_at INTEGER NOT NULL,
  decided_at INTEGER, version INTEGER NOT NULL DEFAULT 1
) STRICT, WITHOUT ROWID;
CREATE INDEX case_file_course ON case_file (course_id);
CREATE TABLE case_person (
  case_id TEXT NOT NULL REFERENCES case_file (id) ON DELETE CASCADE, person_id TEXT NOT NULL REFERENCES person (id),
  part TEXT NOT NULL CHECK (part IN ('staff', 'student')), PRIMARY KEY (case_id, person_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX case_person_person ON case_person (person_id);
CREATE TABLE case_entry (
  case_id TEXT NOT NULL REFERENCES case_file (id) ON DELETE CASCADE, number INTEGER NOT NULL,
  id TEXT NOT NULL UNIQUE, at INTEGER NOT NULL, by TEXT NOT NULL REFERENCES person (id),
  kind TEXT NOT NULL, content TEXT NOT NULL CHECK (json_valid(content)),
  to_id TEXT REFERENCES person (id), PRIMARY KEY (case_id, number)
) STRICT, WITHOUT ROWID;
CREATE INDEX case_entry_to ON case_entry (to_id) WHERE to_id IS NOT NULL;
CREATE TABLE case_attachment (
  case_id TEXT NOT NULL REFERENCES case_file (id) ON DELETE CASCADE, file_id TEXT NOT NULL REFERENCES file (id),
  PRIMARY KEY (case_id, file_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX case_attachment_file ON case_attachment (file_id);
`;
