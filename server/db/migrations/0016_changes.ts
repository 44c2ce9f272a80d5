/** A decision about approval may be of a change to an approved post: how many versions stood before it. */
export const changes = `
ALTER TABLE approval ADD COLUMN standing INTEGER CHECK (standing > 0);
`;
