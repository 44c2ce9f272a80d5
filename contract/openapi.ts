import { z } from 'zod';
import * as account from './account';
import * as admin from './admin';
import * as announcements from './announcements';
import * as calendar from './calendar';
import * as cells from './cells';
import * as course from './course';
import * as courseSettings from './courseSettings';
import * as discuss from './discuss';
import * as docketActions from './docketActions';
import * as elsewhere from './elsewhere';
import type { Endpoint } from './endpoint';
import * as consistency from './consistency';
import * as evaluate from './evaluate';
import * as feeds from './feeds';
import * as gradebook from './gradebook';
import * as gradebookFile from './gradebookFile';
import * as invitations from './invitations';
import * as cases from './cases';
import * as insight from './insight';
import * as textInCommon from './textInCommon';
import * as items from './items';
import * as moreTime from './moreTime';
import * as myWork from './myWork';
import * as notices from './notices';
import * as oneRoster from './oneRoster';
import * as outcomes from './outcomes';
import * as plan from './plan';
import * as readMarks from './readMarks';
import * as recordings from './recordings';
import * as search from './search';
import * as guides from './guides';
import * as recipes from './recipes';
import * as rehearsal from './rehearsal';
import * as remarks from './remarks';
import * as secondLooks from './secondLooks';
import * as reviewing from './reviewing';
import * as reviews from './reviews';
import * as roster from './roster';
import * as scores from './scores';
import { fileRoutes } from './fileRoutes';
import { problem } from './problem';
import * as session from './session';
import * as moderate from './moderate';
import * as studentTerm from './studentTerm';
import { postDocument, textDocument } from './textNodes';
import * as vantage from './vantage';
import * as visits from './visits';
import * as waiting from './waiting';

function isEndpoint(value: unknown): value is Endpoint {
  return (
    typeof value === 'object' && value !== null && 'method' in value && 'path' in value && 'answer' in value
  );
}

/** Every endpoint of the API, in the order of the features. */
export const endpoints: readonly Endpoint[] = [
  session,
  account,
  admin,
  elsewhere,
  course,
  courseSettings,
  roster,
  invitations,
  plan,
  guides,
  recipes,
  moreTime,
  discuss,
  readMarks,
  recordings,
  search,
  moderate,
  waiting,
  notices,
  myWork,
  announcements,
  calendar,
  feeds,
  visits,
  reviewing,
  reviews,
  evaluate,
  docketActions,
  consistency,
  rehearsal,
  secondLooks,
  remarks,
  gradebook,
  outcomes,
  cases,
  insight,
  textInCommon,
  items,
  cells,
  gradebookFile,
  oneRoster,
  scores,
  studentTerm,
  vantage,
]
  .flatMap((feature) => Object.values(feature) as unknown[])
  .filter(isEndpoint);

const schemaOf = (schema: z.ZodType, io: 'input' | 'output') => {
  const json = z.toJSONSchema(schema, { unrepresentable: 'any', io }) as Record<string, unknown>;
  delete json.$schema;
  return json;
};

const PROBLEM = {
  description: 'What went wrong',
  content: { 'application/problem+json': { schema: schemaOf(problem, 'output') } },
};

/** What several answers and bodies refer to by name. What repeats inside a document is found from the top of openapi.json. */
function components(): object {
  const schemas = Object.entries({ RichText: textDocument, PostText: postDocument }).map(([name, schema]) => {
    const text = JSON.stringify(schemaOf(schema, 'input'));
    return [name, JSON.parse(text.replaceAll('"#/$defs/', `"#/components/schemas/${name}/$defs/`)) as object];
  });
  return { schemas: Object.fromEntries(schemas) as object };
}

/** The API as an OpenAPI 3.1 document, made from the contract. */
export function openapi(): object {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const each of endpoints) {
    const path = each.path.replace(/:(\w+)/g, '{$1}');
    const named = (place: 'path' | 'query', schema: z.ZodType) => {
      const { properties = {} } = schemaOf(schema, 'input') as { properties?: Record<string, unknown> };
      return Object.entries(properties).map(([name, of]) => ({
        name,
        in: place,
        required: place === 'path',
        schema: of,
      }));
    };
    const takesBody = each.method !== 'get' && each.method !== 'delete';
    (paths[path] ??= {})[each.method] = {
      summary: each.summary,
      parameters: [...named('path', each.params), ...named('query', each.query)],
      ...(takesBody && {
        requestBody: {
          required: true,
          content: { 'application/json': { schema: schemaOf(each.body, 'input') } },
        },
      }),
      responses: {
        200: {
          description: 'Done',
          content: { 'application/json': { schema: schemaOf(each.answer, 'output') } },
        },
        default: PROBLEM,
      },
    };
  }
  for (const { path, summary, type } of fileRoutes)
    paths[path.replace(/:(\w+)/g, '{$1}')] = {
      get: {
        summary,
        parameters: [...path.matchAll(/:(\w+)/g)].map(([, name]) => ({
          name,
          in: 'path',
          required: true,
          schema: { type: 'string' },
        })),
        responses: {
          200: { description: 'The file', content: { [type.split(';')[0]!]: {} } },
          default: PROBLEM,
        },
      },
    };
  return { openapi: '3.1.0', info: { title: 'Juror', version: '1' }, paths, components: components() };
}
