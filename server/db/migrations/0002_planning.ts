/**
 * Planning in full: course settings, accommodations with their reason, group plans, pinned and removed forums, starters,
 * one-time links, recipes, dismissed findings; and the rules of a forum that were not there before.
 */
export const planning = `
ALTER TABLE course ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
ALTER TABLE course ADD COLUMN free_weeks TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(free_weeks));
ALTER TABLE member ADD COLUMN accommodation_reason TEXT;
ALTER TABLE member ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
CREATE UNIQUE INDEX member_number ON member (course_id, student_number) WHERE student_number IS NOT NULL;
ALTER TABLE group_plan ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
ALTER TABLE group_plan ADD COLUMN position INTEGER NOT NULL DEFAULT 0;
ALTER TABLE group_member ADD COLUMN locked INTEGER NOT NULL DEFAULT 0 CHECK (locked IN (0, 1));
ALTER TABLE forum ADD COLUMN pinned INTEGER;
ALTER TABLE forum ADD COLUMN removed_at INTEGER;
ALTER TABLE forum ADD COLUMN starter TEXT CHECK (starter IS NULL OR json_valid(starter));
ALTER TABLE forum ADD COLUMN starter_post TEXT;
ALTER TABLE approval ADD COLUMN reason TEXT;
CREATE TABLE attachment (
  post_id TEXT NOT NULL REFERENCES post (id), number INTEGER NOT NULL, position INTEGER NOT NULL,
  file_id TEXT NOT NULL REFERENCES file (id), PRIMARY KEY (post_id, number, position)
) STRICT, WITHOUT ROWID;
CREATE TABLE nod (
  post_id TEXT NOT NULL REFERENCES post (id), person_id TEXT NOT NULL REFERENCES person (id),
  value INTEGER NOT NULL CHECK (value BETWEEN 1 AND 5), at INTEGER NOT NULL, ended_at INTEGER
) STRICT;
CREATE INDEX nod_post ON nod (post_id, person_id);
CREATE TABLE password_link (
  token_hash TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES person (id), made_by TEXT NOT NULL REFERENCES person (id),
  made_at INTEGER NOT NULL, expires_at INTEGER NOT NULL, used_at INTEGER
) STRICT;
CREATE TABLE recipe (
  id TEXT PRIMARY KEY, course_id TEXT REFERENCES course (id), owner_id TEXT NOT NULL REFERENCES person (id),
  title TEXT NOT NULL, note TEXT NOT NULL, settings TEXT NOT NULL CHECK (json_valid(settings)), at INTEGER NOT NULL
) STRICT;
CREATE TABLE dismissal (
  course_id TEXT NOT NULL REFERENCES course (id), forum_id TEXT NOT NULL, code TEXT NOT NULL, facts TEXT NOT NULL,
  reason TEXT NOT NULL, "by" TEXT NOT NULL REFERENCES person (id), at INTEGER NOT NULL,
  PRIMARY KEY (course_id, forum_id, code, facts)
) STRICT, WITHOUT ROWID;
UPDATE forum SET rules = json_set(rules,
  '$.threading', 'nested', '$.hold', 'none', '$.told', 'each', '$.recent', json('true'),
  '$.recommended', json('{"initial":null,"reply":null,"post":null}'),
  '$.allowed.approveShown', 'private',
  '$.allowed.attachments', json('{"kinds":["image","document","audio","video"],"number":3,"megabytes":8}'),
  '$.display', 'points');
`;
