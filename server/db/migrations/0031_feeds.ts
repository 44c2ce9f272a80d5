/** Whether a forum offers a feed, in the rules of every forum and recipe; who made the secret address of theirs. */
const rules = (table: string, column: string, at: string) =>
  `UPDATE ${table} SET ${column} = json_set(${column}, '${at}.feed', json('false')) WHERE json_type(${column}, '${at}.schedule') = 'object';`;

export const feeds = `
${rules('forum', 'rules', '$')}
${rules('recipe', 'settings', '$.settings.rules')}
${rules('record', 'before', '$.rules')}
${rules('record', 'after', '$.rules')}
CREATE TABLE feed_address (
  person_id TEXT NOT NULL REFERENCES person (id), forum_id TEXT NOT NULL REFERENCES forum (id),
  hash TEXT NOT NULL UNIQUE, made_at INTEGER NOT NULL, PRIMARY KEY (person_id, forum_id)
) STRICT, WITHOUT ROWID;
`;
