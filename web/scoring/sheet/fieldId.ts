/** The id on the page of a row of the score sheet. */
export const fieldId = (row: string): string => `sheet-${row.replace(/[^\w-]/g, '-')}`;
