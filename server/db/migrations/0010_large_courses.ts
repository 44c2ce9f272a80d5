/** In large courses a student's own scores, and the dates last told in a forum, are found without going through everybody's. */
export const largeCourses = `
CREATE INDEX score_student ON score (student_id);
CREATE INDEX known_dates_forum ON known_dates (forum_id);
`;
