/** Courses that are put away stand in nobody's list; and when a course was last changed is found without reading its whole record. */
export const putAway = `
ALTER TABLE course ADD COLUMN put_away_at INTEGER;
CREATE INDEX record_at ON record (course_id, at);
`;
