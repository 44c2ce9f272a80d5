/** Which evaluator each student of a docket is for, where a docket is shared out. */
export const shares = `
CREATE TABLE docket_share (
  forum_id TEXT NOT NULL REFERENCES forum (id), student_id TEXT NOT NULL REFERENCES person (id),
  evaluator_id TEXT NOT NULL REFERENCES person (id), PRIMARY KEY (forum_id, student_id)
) STRICT, WITHOUT ROWID;
`;
