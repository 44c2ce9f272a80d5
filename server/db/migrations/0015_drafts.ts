/** A draft knows the id of the post it will be, so that a post that was under way is not offered again as another one. */
export const drafts = `
ALTER TABLE draft ADD COLUMN post_id TEXT;
`;
