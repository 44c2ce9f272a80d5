/**
 * Stewarding: reasons of removals, frozen threads, what a student's browser received while a seal was at work, what people sent
 * each other, follows, what was read and mailed of notices, the dates each student was last told, and mail on its way.
 */
export const stewarding = `
ALTER TABLE removal ADD COLUMN why TEXT;
CREATE TABLE freeze (
  thread_id TEXT NOT NULL REFERENCES post (id), "from" INTEGER NOT NULL,
  "to" INTEGER CHECK ("to" IS NULL OR "to" >= "from"), "by" TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX freeze_thread ON freeze (thread_id);
${[
  ['freeze_begun', 'INSERT ON freeze', 'thread_id'],
  ['freeze_ended', 'UPDATE ON freeze', 'thread_id'],
  ['nod_given', 'INSERT ON nod', 'post_id'],
  ['nod_ended', 'UPDATE ON nod', 'post_id'],
  ['quote_struck', 'INSERT ON struck_quote', 'post_id'],
]
  .map(
    ([name, event, post]) => `
CREATE TRIGGER ${name} AFTER ${event} BEGIN
  INSERT OR REPLACE INTO post_change
    SELECT post.id, post.forum_id,
      1 + ifnull((SELECT max(n) FROM post_change AS known WHERE known.forum_id = post.forum_id), 0)
    FROM post WHERE post.id = new.${post};
END;`,
  )
  .join('')}
CREATE TABLE received (
  person_id TEXT NOT NULL REFERENCES person (id), post_id TEXT NOT NULL REFERENCES post (id), at INTEGER NOT NULL,
  PRIMARY KEY (person_id, post_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE sending (
  id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES course (id), forum_id TEXT NOT NULL REFERENCES forum (id),
  post_id TEXT REFERENCES post (id), sent_by TEXT NOT NULL REFERENCES person (id), line TEXT, at INTEGER NOT NULL
) STRICT;
CREATE TABLE sending_to (
  person_id TEXT NOT NULL REFERENCES person (id), sending_id TEXT NOT NULL REFERENCES sending (id),
  PRIMARY KEY (person_id, sending_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE follow (
  person_id TEXT NOT NULL REFERENCES person (id), forum_id TEXT NOT NULL REFERENCES forum (id), since INTEGER NOT NULL,
  PRIMARY KEY (person_id, forum_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX follow_forum ON follow (forum_id);
CREATE TABLE notice_mark (
  person_id TEXT NOT NULL REFERENCES person (id), key TEXT NOT NULL, read_at INTEGER, mailed_at INTEGER,
  PRIMARY KEY (person_id, key)
) STRICT, WITHOUT ROWID;
CREATE TABLE known_dates (
  person_id TEXT NOT NULL REFERENCES person (id), forum_id TEXT NOT NULL REFERENCES forum (id),
  dates TEXT NOT NULL CHECK (json_valid(dates)), before TEXT CHECK (before IS NULL OR json_valid(before)),
  changed_at INTEGER, PRIMARY KEY (person_id, forum_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE mail_choice (
  person_id TEXT PRIMARY KEY REFERENCES person (id), choice TEXT NOT NULL CHECK (choice IN ('atOnce', 'daily', 'none'))
) STRICT, WITHOUT ROWID;
CREATE TABLE mail_day (
  person_id TEXT NOT NULL REFERENCES person (id), course_id TEXT NOT NULL REFERENCES course (id), digest_at INTEGER NOT NULL,
  PRIMARY KEY (person_id, course_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE mail (
  id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person (id), course_id TEXT NOT NULL REFERENCES course (id),
  kind TEXT NOT NULL CHECK (kind IN ('atOnce', 'daily')), keys TEXT NOT NULL CHECK (json_valid(keys)),
  made_at INTEGER NOT NULL, state TEXT NOT NULL CHECK (state IN ('waiting', 'sent', 'dropped')),
  tries INTEGER NOT NULL DEFAULT 0, next_at INTEGER NOT NULL, error TEXT, sent_at INTEGER,
  address TEXT, subject TEXT, text TEXT
) STRICT;
CREATE INDEX mail_waiting ON mail (next_at) WHERE state = 'waiting';
CREATE INDEX mail_person ON mail (person_id);
CREATE INDEX mention_person ON mention (person_id);
CREATE INDEX post_answers ON post (answers_author_id);
`;
