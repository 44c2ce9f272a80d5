/** What staff did by hand with who reviews whom, to be undone: what it made, what it ended, and what decided the order before. */
export const reviewingSteps = `
CREATE TABLE reviewing_step (
  id TEXT PRIMARY KEY, forum_id TEXT NOT NULL REFERENCES forum (id),
  action TEXT NOT NULL CHECK (action IN ('assigned', 'moved', 'withdrawn', 'pairedAnew')),
  at INTEGER NOT NULL, "by" TEXT NOT NULL REFERENCES person (id),
  made TEXT REFERENCES assignment (id), ended TEXT NOT NULL CHECK (json_valid(ended)),
  seed TEXT, paired_at INTEGER, undone_at INTEGER, CHECK ((action = 'pairedAnew') = (seed IS NOT NULL))
) STRICT, WITHOUT ROWID;
CREATE INDEX reviewing_step_forum ON reviewing_step (forum_id, "by", at);
`;
