/**
 * Judging: the library of rubrics, checklists and scales; passages of posts with comments, and files, that belong to a score; a second
 * evaluator's reading beside a score.
 */
export const judging = `
CREATE TABLE guide (
  id TEXT PRIMARY KEY, course_id TEXT REFERENCES course (id), owner_id TEXT NOT NULL REFERENCES person (id),
  kind TEXT NOT NULL CHECK (kind IN ('rubric', 'checklist', 'levels')), title TEXT NOT NULL CHECK (length(title) BETWEEN 1 AND 120),
  guide TEXT NOT NULL CHECK (json_valid(guide)), version INTEGER NOT NULL, at INTEGER NOT NULL, removed_at INTEGER
) STRICT;
CREATE INDEX guide_course ON guide (course_id);
CREATE INDEX guide_owner ON guide (owner_id);
ALTER TABLE score ADD COLUMN passages TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(passages));
ALTER TABLE score ADD COLUMN passages_given TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(passages_given));
ALTER TABLE score ADD COLUMN files TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(files));
ALTER TABLE score ADD COLUMN files_given TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(files_given));
CREATE TABLE score_file (
  file_id TEXT NOT NULL REFERENCES file (id), item_id TEXT NOT NULL REFERENCES item (id),
  student_id TEXT NOT NULL REFERENCES person (id), PRIMARY KEY (file_id, item_id, student_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE reading (
  item_id TEXT NOT NULL REFERENCES item (id), student_id TEXT NOT NULL REFERENCES person (id),
  reader_id TEXT NOT NULL REFERENCES person (id), version INTEGER NOT NULL,
  decisions TEXT NOT NULL CHECK (json_valid(decisions)), points INTEGER CHECK (points >= 0), given_at INTEGER,
  PRIMARY KEY (item_id, student_id, reader_id), CHECK ((points IS NULL) = (given_at IS NULL))
) STRICT, WITHOUT ROWID;
CREATE TABLE settlement (
  item_id TEXT NOT NULL REFERENCES item (id), student_id TEXT NOT NULL REFERENCES person (id),
  at INTEGER NOT NULL, "by" TEXT NOT NULL REFERENCES person (id), points INTEGER NOT NULL CHECK (points >= 0),
  PRIMARY KEY (item_id, student_id)
) STRICT, WITHOUT ROWID;
`;
