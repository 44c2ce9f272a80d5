/**
 * Items of the gradebook made by hand: their category, due date and versions, and a place for those taken away; whether an item's name and
 * maximum follow the forum that feeds it; how often something in a column has changed, so that it is read anew only then. Notes of staff
 * about a student.
 */
export const items = `
ALTER TABLE item ADD COLUMN category_id TEXT REFERENCES category (id);
ALTER TABLE item ADD COLUMN due_at INTEGER;
ALTER TABLE item ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
ALTER TABLE item ADD COLUMN removed_at INTEGER;
ALTER TABLE item ADD COLUMN follows INTEGER NOT NULL DEFAULT 0 CHECK (follows IN (0, 1));
ALTER TABLE item ADD COLUMN changes INTEGER NOT NULL DEFAULT 0;
UPDATE item SET follows = 1 WHERE id = forum_id;
CREATE TRIGGER score_added AFTER INSERT ON score BEGIN
  UPDATE item SET changes = changes + 1 WHERE id = new.item_id;
END;
CREATE TRIGGER score_changed AFTER UPDATE ON score BEGIN
  UPDATE item SET changes = changes + 1 WHERE id = new.item_id;
END;
CREATE TRIGGER score_dropped AFTER DELETE ON score BEGIN
  UPDATE item SET changes = changes + 1 WHERE id = old.item_id;
END;
CREATE TABLE student_note (
  course_id TEXT NOT NULL REFERENCES course (id), person_id TEXT NOT NULL REFERENCES person (id),
  text TEXT NOT NULL CHECK (length(text) <= 8000), version INTEGER NOT NULL, at INTEGER NOT NULL,
  "by" TEXT NOT NULL REFERENCES person (id), PRIMARY KEY (course_id, person_id)
) STRICT, WITHOUT ROWID;
`;
