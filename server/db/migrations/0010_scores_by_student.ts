/** A student's own scores are found without going through everybody's. */
export const scoresByStudent = `
CREATE INDEX score_student ON score (student_id);
`;
