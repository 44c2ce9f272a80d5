/** Whether a person's family name is written before the given name. */
export const nameOrders = `
ALTER TABLE person ADD COLUMN family_first INTEGER NOT NULL DEFAULT 0 CHECK (family_first IN (0, 1));
`;
