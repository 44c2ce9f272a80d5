/**
 * Accounts: in which course's roster somebody was named first (null: by the administrator), and who made the link their password was
 * set with, so that nobody is given an account that somebody else may have taken before them.
 */
export const accounts = `
ALTER TABLE person ADD COLUMN made_in TEXT REFERENCES course (id);
ALTER TABLE person ADD COLUMN password_by TEXT REFERENCES person (id);
UPDATE person SET made_in = (
  SELECT min(course_id) FROM member WHERE member.person_id = person.id AND member.role = 'student'
) WHERE administrator = 0 AND NOT EXISTS (
  SELECT 1 FROM member WHERE member.person_id = person.id AND member.role <> 'student'
);
UPDATE person SET password_by = (
  SELECT made_by FROM password_link WHERE password_link.person_id = person.id AND used_at IS NOT NULL ORDER BY used_at DESC LIMIT 1
);
`;
