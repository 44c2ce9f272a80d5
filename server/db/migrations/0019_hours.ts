/** The hours a person chose to read and write times in. */
export const hours = `
ALTER TABLE person ADD COLUMN hours INTEGER CHECK (hours IN (12, 24));
`;
