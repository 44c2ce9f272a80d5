/**
 * Reading: which posts a person has read, their bookmarks, and the newest text of every post for full-text search, with
 * accents folded. Triggers keep the texts in step with the revisions, so that no way of writing can forget them.
 */
export const reading = `
CREATE TABLE read_mark (
  person_id TEXT NOT NULL REFERENCES person (id), post_id TEXT NOT NULL REFERENCES post (id), at INTEGER NOT NULL,
  PRIMARY KEY (person_id, post_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE bookmark (
  person_id TEXT NOT NULL REFERENCES person (id), post_id TEXT NOT NULL REFERENCES post (id), at INTEGER NOT NULL,
  PRIMARY KEY (person_id, post_id)
) STRICT, WITHOUT ROWID;
CREATE TABLE post_text (
  id INTEGER PRIMARY KEY, post_id TEXT NOT NULL UNIQUE REFERENCES post (id), text TEXT NOT NULL
) STRICT;
CREATE VIRTUAL TABLE post_search USING fts5 (
  text, content = 'post_text', content_rowid = 'id', tokenize = "unicode61 remove_diacritics 2"
);
CREATE TRIGGER post_text_added AFTER INSERT ON post_text BEGIN
  INSERT INTO post_search (rowid, text) VALUES (new.id, new.text);
END;
CREATE TRIGGER post_text_changed AFTER UPDATE ON post_text BEGIN
  INSERT INTO post_search (post_search, rowid, text) VALUES ('delete', old.id, old.text);
  INSERT INTO post_search (rowid, text) VALUES (new.id, new.text);
END;
CREATE TRIGGER revision_searched AFTER INSERT ON revision BEGIN
  INSERT INTO post_text (post_id, text) VALUES (new.post_id, new.text)
    ON CONFLICT (post_id) DO UPDATE SET text = excluded.text;
END;
INSERT INTO post_text (post_id, text)
  SELECT post_id, text FROM revision WHERE number = (SELECT max(number) FROM revision AS newest WHERE newest.post_id = revision.post_id);
`;
