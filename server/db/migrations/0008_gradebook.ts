/** The gradebook: how many of a student's items a category drops. */
export const gradebook = `
ALTER TABLE category ADD COLUMN dropped INTEGER NOT NULL DEFAULT 0 CHECK (dropped BETWEEN 0 AND 50);
`;
