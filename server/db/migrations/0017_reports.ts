/** What students report to staff: a post, why, and what became of it; a student has one open report of a post. */
export const reports = `
CREATE TABLE report (
  id TEXT PRIMARY KEY, post_id TEXT NOT NULL REFERENCES post (id), reported_by TEXT NOT NULL REFERENCES person (id),
  at INTEGER NOT NULL, reason TEXT NOT NULL, settled_at INTEGER, settled_by TEXT REFERENCES person (id)
) STRICT;
CREATE UNIQUE INDEX report_open ON report (post_id, reported_by) WHERE settled_at IS NULL;
`;
