/**
 * What reached whom, in every forum and in which version: packed, a row for each student and forum, more where it grows large
 * (server/reading/receivedLog.ts). What was noted before without versions stays in `received`.
 */
export const received = `
CREATE TABLE received_log (
  person_id TEXT NOT NULL REFERENCES person (id), forum_id TEXT NOT NULL REFERENCES forum (id), chunk INTEGER NOT NULL,
  data BLOB NOT NULL, PRIMARY KEY (person_id, forum_id, chunk)
) STRICT, WITHOUT ROWID;
`;
