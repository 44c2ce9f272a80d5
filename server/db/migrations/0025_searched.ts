/** Texts are searched character by character in scripts that are written without spaces between words. */
export const searched = `
DROP TRIGGER revision_searched;
CREATE TRIGGER revision_searched AFTER INSERT ON revision BEGIN
  INSERT INTO post_text (post_id, text) VALUES (new.post_id, searchable(new.text))
    ON CONFLICT (post_id) DO UPDATE SET text = excluded.text;
END;
UPDATE post_text SET text = searchable(text) WHERE text <> searchable(text);
`;
