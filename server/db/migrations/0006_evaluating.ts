/** Evaluating: what was given as a nod is never read as a rating, nor the other way round. */
export const evaluating = `
ALTER TABLE nod ADD COLUMN kind TEXT NOT NULL DEFAULT 'nod' CHECK (kind IN ('nod', 'rating'));
UPDATE nod SET kind = 'rating' WHERE post_id IN (
  SELECT post.id FROM post JOIN forum ON forum.id = post.forum_id
  WHERE json_extract(forum.rules, '$.allowed.approve') = 'ratings'
);
`;
