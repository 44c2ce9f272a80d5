/** Hosts whose material may be shown in place in texts, as the administrator allows; none at first. */
export const shownHosts = `
CREATE TABLE shown_host (
  origin TEXT PRIMARY KEY CHECK (length(origin) BETWEEN 8 AND 300), at INTEGER NOT NULL, "by" TEXT REFERENCES person (id)
) STRICT, WITHOUT ROWID;
`;
