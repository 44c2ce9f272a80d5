/** Whether a course keeps who opens its forums, and what is kept of it: a row a student, a forum and a day. */
export const visits = `
ALTER TABLE course ADD COLUMN visits INTEGER NOT NULL DEFAULT 0 CHECK (visits IN (0, 1));
${(['before', 'after'] as const)
  .map(
    (column) => `
UPDATE record SET ${column} = json_set(${column}, '$.visits', json('false'))
  WHERE what = 'course.saved' AND json_type(${column}) = 'object';`,
  )
  .join('')}
CREATE TABLE visit (
  forum_id TEXT NOT NULL REFERENCES forum (id), student_id TEXT NOT NULL REFERENCES person (id),
  day TEXT NOT NULL CHECK (length(day) = 10), visits INTEGER NOT NULL CHECK (visits > 0),
  first_at INTEGER NOT NULL, last_at INTEGER NOT NULL, PRIMARY KEY (forum_id, student_id, day), CHECK (first_at <= last_at)
) STRICT, WITHOUT ROWID;
`;
