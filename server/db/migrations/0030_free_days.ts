/** Monday to Friday of each week in a list of Mondays, as days without a name. */
const daysOf = (weeks: string) => `(
  SELECT json_group_array(json_object('day', day, 'title', '')) FROM (
    SELECT date(week.value, '+' || n.value || ' days') AS day FROM json_each(${weeks}) week, json_each('[0,1,2,3,4]') n ORDER BY day
  )
)`;

/** Days without classes, each with its name, where weeks without were kept; also in what the course record says of the past. */
export const freeDays = `
ALTER TABLE course ADD COLUMN free_days TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(free_days));
UPDATE course SET free_days = ${daysOf('course.free_weeks')};
ALTER TABLE course DROP COLUMN free_weeks;
${(['before', 'after'] as const)
  .map(
    (column) => `
UPDATE record SET ${column} = json_remove(
    json_set(${column}, '$.freeDays', json(${daysOf(`json_extract(record.${column}, '$.freeWeeks')`)})), '$.freeWeeks')
  WHERE what = 'course.saved' AND json_type(${column}, '$.freeWeeks') = 'array';`,
  )
  .join('')}
`;
