/**
 * Writing: which posts of a forum have changed since when (so that what was read of it can be kept and brought up to date),
 * passages quoted from other posts, people mentioned, files and alternative texts of drafts and posts. Triggers keep the changes, so
 * that no way of writing can forget them.
 */
export const writing = `
CREATE TABLE post_change (
  post_id TEXT PRIMARY KEY REFERENCES post (id), forum_id TEXT NOT NULL, n INTEGER NOT NULL
) STRICT, WITHOUT ROWID;
CREATE INDEX post_change_forum ON post_change (forum_id, n);
INSERT INTO post_change SELECT id, forum_id, row_number() OVER (PARTITION BY forum_id ORDER BY created_at, id) FROM post;
${[
  ['post_added', 'INSERT ON post', 'id'],
  ['post_moved', 'UPDATE ON post', 'id'],
  ['revision_added', 'INSERT ON revision', 'post_id'],
  ['removal_added', 'INSERT ON removal', 'post_id'],
  ['removal_ended', 'UPDATE ON removal', 'post_id'],
  ['approval_decided', 'INSERT ON approval', 'post_id'],
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
CREATE TABLE quote (
  post_id TEXT NOT NULL REFERENCES post (id), number INTEGER NOT NULL, position INTEGER NOT NULL,
  source_id TEXT NOT NULL REFERENCES post (id), source_number INTEGER NOT NULL,
  PRIMARY KEY (post_id, number, position)
) STRICT, WITHOUT ROWID;
CREATE INDEX quote_source ON quote (source_id);
CREATE TABLE struck_quote (
  post_id TEXT NOT NULL REFERENCES post (id), source_id TEXT NOT NULL REFERENCES post (id),
  at INTEGER NOT NULL, "by" TEXT NOT NULL REFERENCES person (id), PRIMARY KEY (post_id, source_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE mention (
  post_id TEXT NOT NULL REFERENCES post (id), person_id TEXT NOT NULL REFERENCES person (id), at INTEGER NOT NULL,
  PRIMARY KEY (post_id, person_id)
) STRICT, WITHOUT ROWID;
ALTER TABLE attachment ADD COLUMN alt TEXT NOT NULL DEFAULT '';
ALTER TABLE file ADD COLUMN seconds REAL CHECK (seconds IS NULL OR seconds > 0);
ALTER TABLE draft ADD COLUMN attachments TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(attachments));
ALTER TABLE revision ADD COLUMN draft_kept_at INTEGER;
`;
