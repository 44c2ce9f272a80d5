/** Students ask for more time in a forum, with a reason. */
export const moreTime = `
CREATE TABLE more_time (
  id TEXT PRIMARY KEY, forum_id TEXT NOT NULL REFERENCES forum (id), student_id TEXT NOT NULL REFERENCES person (id),
  asked_at INTEGER NOT NULL, reason TEXT NOT NULL, until INTEGER,
  state TEXT NOT NULL CHECK (state IN ('asked', 'granted', 'declined', 'withdrawn')),
  answer TEXT, answered_at INTEGER, answered_by TEXT REFERENCES person (id),
  CHECK ((state IN ('granted', 'declined')) = (answered_by IS NOT NULL))
) STRICT;
CREATE INDEX more_time_forum ON more_time (forum_id, student_id);
CREATE UNIQUE INDEX more_time_waits ON more_time (forum_id, student_id) WHERE state = 'asked';
`;
