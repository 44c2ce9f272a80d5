/**
 * The outcomes of a course as a list, in place of a text on each criterion: each text that forums, the course's guides or its recipes
 * name becomes an entry, and criteria name its code; so does what the course record says of the past. Guides and recipes of one person
 * alone keep their text, as long as a code can be. Also: the decisions a score was given by, which stand while others are made.
 */
const rewritten = (table: string, column: string, list: string) => `
UPDATE ${table} SET ${column} = criteria_by_codes(${column}, ${list}) WHERE instr(${column}, '"outcome"') > 0;`;

const listOf = (courseId: string) =>
  `coalesce((SELECT outcomes FROM course WHERE course.id = ${courseId}), '[]')`;

export const outcomes = `
ALTER TABLE course ADD COLUMN outcomes TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(outcomes));
CREATE TEMP TABLE named_once AS
  SELECT course_id, min(number) AS number, text FROM (
    SELECT course_id, position AS number, named.value AS text
      FROM (SELECT course_id, position, rules AS settings FROM forum
        UNION ALL SELECT course_id, 100000, guide FROM guide WHERE course_id IS NOT NULL
        UNION ALL SELECT course_id, 100001, settings FROM recipe WHERE course_id IS NOT NULL),
      json_each(named_outcomes(settings)) AS named
  ) GROUP BY course_id, text;
UPDATE course SET outcomes = (
  SELECT json_group_array(json_object('id', 'outcome-' || n, 'code', 'O' || n, 'text', text)) FROM (
    SELECT text, row_number() OVER (ORDER BY number, text) AS n FROM named_once WHERE course_id = course.id ORDER BY n
  )
) WHERE id IN (SELECT course_id FROM named_once);
DROP TABLE named_once;
${rewritten('forum', 'rules', listOf('forum.course_id'))}
${rewritten('guide', 'guide', listOf('guide.course_id'))}
${rewritten('recipe', 'settings', listOf('recipe.course_id'))}
${rewritten('review', 'guide', `'[]'`)}
${rewritten('record', 'before', listOf('record.course_id'))}
${rewritten('record', 'after', listOf('record.course_id'))}
${(['before', 'after'] as const)
  .map(
    (column) => `
UPDATE record SET ${column} = json_set(${column}, '$.outcomes', json(${listOf('record.course_id')}))
  WHERE what = 'course.saved' AND json_type(${column}) = 'object';`,
  )
  .join('')}
ALTER TABLE score ADD COLUMN decisions_given TEXT NOT NULL DEFAULT '{"parts":{},"adjustment":null,"override":null}'
  CHECK (json_valid(decisions_given));
UPDATE score SET decisions_given = decisions WHERE points IS NOT NULL;
`;
