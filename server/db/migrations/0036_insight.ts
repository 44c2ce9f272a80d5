/** What Insight asks of a version: whether it asks something, and whether it brings a link, a file, a picture or a quoted passage. */
const holds = (column: string, parts: readonly string[]) =>
  parts.map((part) => `instr(${column}, '${part}') > 0`).join(' OR ');

/** Question marks of Latin, East Asian, Arabic and Armenian scripts. */
const MARKS = ['?', '？', '؟', '՞'];
const BROUGHT = ['link', 'image', 'media', 'elsewhere', 'quotation'].map((type) => `"type":"${type}"`);

export const insight = `
ALTER TABLE revision ADD COLUMN asks INTEGER NOT NULL GENERATED ALWAYS AS (${holds('text', MARKS)}) VIRTUAL;
ALTER TABLE revision ADD COLUMN brings INTEGER NOT NULL GENERATED ALWAYS AS (attachments > 0 OR ${holds('doc', BROUGHT)}) VIRTUAL;
CREATE INDEX revision_insight ON revision (post_id, number, words, asks, brings);
`;
