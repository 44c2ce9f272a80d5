/** What staff make stand out in a conversation: threads that are pinned on top, and replies that are the answer. */
export const highlights = `
CREATE TABLE highlight (
  post_id TEXT NOT NULL REFERENCES post (id), kind TEXT NOT NULL CHECK (kind IN ('pinned', 'answer')), "from" INTEGER NOT NULL,
  "to" INTEGER CHECK ("to" IS NULL OR "to" >= "from"), "by" TEXT NOT NULL REFERENCES person (id)
) STRICT;
CREATE INDEX highlight_post ON highlight (post_id);
CREATE UNIQUE INDEX highlight_stands ON highlight (post_id, kind) WHERE "to" IS NULL;
${[
  ['highlight_begun', 'INSERT ON highlight'],
  ['highlight_ended', 'UPDATE ON highlight'],
]
  .map(
    ([name, event]) => `
CREATE TRIGGER ${name} AFTER ${event} BEGIN
  INSERT OR REPLACE INTO post_change
    SELECT post.id, post.forum_id,
      1 + ifnull((SELECT max(n) FROM post_change AS known WHERE known.forum_id = post.forum_id), 0)
    FROM post WHERE post.id = new.post_id;
END;`,
  )
  .join('')}
`;
