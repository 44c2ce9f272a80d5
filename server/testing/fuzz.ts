import fc from 'fast-check';
import { z } from 'zod';
import type { Endpoint } from '../../contract/endpoint';
import { textOf } from '../../core/text/textOf';

type Json = Record<string, unknown>;

/** Ids that are there, and some that are not. */
const IDS = [
  'rivers',
  'floodplain',
  'ines-1',
  'bram-1',
  'ines',
  'bram',
  'teodora',
  'morning',
  'evening',
  'hearings',
  'nothing-there',
  'open',
];
const id = fc.constantFrom(...IDS);

/** What nobody expects: wrong types, huge and tiny, lists that are none, names every object has. */
const strange: fc.Arbitrary<unknown> = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    0,
    -1,
    1.5,
    1e308,
    -1e308,
    Number.MAX_SAFE_INTEGER + 1,
    '',
    ' ',
    'x'.repeat(20_000),
    '\u0000',
    '\ud800',
    "'; DROP TABLE post; --",
    '<script>alert(1)</script>',
    '../../etc/passwd',
    '%00',
    '=1+1',
    [],
    {},
    [null],
    { length: 2_000_000_000 },
    { toString: 'x' },
    { __proto__: null, constructor: 'x', hasOwnProperty: 1 },
  ),
  fc.constantFrom(50, 800).map((depth) => {
    let nested: unknown = 'x';
    for (let n = 0; n < depth; n++) nested = { content: [nested], type: 'doc' };
    return nested;
  }),
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.integer(),
  fc.double(),
);

const texts: fc.Arbitrary<unknown> = fc.constantFrom<unknown>(
  textOf('Rivers move.'),
  { type: 'doc', content: [] },
  { type: 'doc', content: { length: 20_000_000 } },
  {
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'mention', attrs: { id: 'ines', label: 'x' } }] }],
  },
  { type: 'doc', content: [{ type: 'quotation', attrs: { post: 'ines-1', version: 1 }, content: [] }] },
  { type: 'doc', content: [{ type: 'image', attrs: { src: '/api/files/nothing-there' } }] },
);

/** Values that fit a JSON schema, more or less. */
function fitting(schema: Json, depth = 0): fc.Arbitrary<unknown> {
  if (depth > 8) return fc.constant(null);
  if (typeof schema.$ref === 'string') return texts;
  if ('const' in schema) return fc.constant(schema.const);
  if (Array.isArray(schema.enum)) return fc.constantFrom(...(schema.enum as unknown[]));
  for (const choice of ['anyOf', 'oneOf', 'allOf'] as const)
    if (Array.isArray(schema[choice]))
      return fc.oneof(...(schema[choice] as Json[]).map((each) => fitting(each, depth + 1)));
  const { type } = schema;
  if (type === 'object') {
    const properties = Object.entries((schema.properties ?? {}) as Record<string, Json>);
    if (properties.length === 0 && schema.additionalProperties)
      return fc.dictionary(id, fitting(schema.additionalProperties as Json, depth + 1), { maxKeys: 3 });
    return fc.record(Object.fromEntries(properties.map(([name, each]) => [name, fitting(each, depth + 1)])));
  }
  if (type === 'array') return fc.array(fitting((schema.items ?? {}) as Json, depth + 1), { maxLength: 3 });
  if (type === 'integer' || type === 'number') {
    const low = Math.max(Number(schema.minimum ?? 0), -1e9);
    return fc.oneof(
      fc.integer({
        min: Math.ceil(low),
        max: Math.floor(Math.max(low, Math.min(Number(schema.maximum ?? 1e6), 1e9))),
      }),
      fc.constant(1_772_452_800_000),
    );
  }
  if (type === 'boolean') return fc.boolean();
  if (type === 'null') return fc.constant(null);
  if (type === 'string')
    return fc.oneof(
      id,
      fc.string({ maxLength: 20 }),
      fc.constantFrom('2026-03-04', 'a@b.example', 'Europe/Lisbon'),
    );
  return fc.anything({ maxDepth: 1 });
}

/** A value with something strange in some place of it. */
function spoilt(value: unknown, where: readonly number[], by: unknown): unknown {
  const [first, ...rest] = where;
  if (first === undefined || typeof value !== 'object' || value === null) return by;
  const keys = Object.keys(value);
  if (keys.length === 0) return by;
  const key = keys[first % keys.length]!;
  const inner = spoilt((value as Json)[key], rest, by);
  if (Array.isArray(value)) return value.map((each: unknown, n) => (String(n) === key ? inner : each));
  return { ...value, [key]: inner };
}

/** A request for an endpoint: its address, and what is sent. */
export interface FuzzedRequest {
  readonly endpoint: Endpoint;
  readonly path: string;
  readonly body: unknown;
}

const schemaOf = (schema: z.ZodType) =>
  z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input' }) as Json;

/** Requests of every kind for an endpoint: fitting, spoilt in one place, with unknown fields, and complete nonsense. */
export function requestsFor(endpoint: Endpoint): fc.Arbitrary<FuzzedRequest> {
  const names = [...endpoint.path.matchAll(/:(\w+)/g)].map(([, name]) => name!);
  const segment = (name: string) =>
    fc.oneof(
      {
        arbitrary:
          name === 'course' ? fc.constant('rivers') : name === 'forum' ? fc.constant('floodplain') : id,
        weight: 8,
      },
      {
        arbitrary: fc.constantFrom('%00', '..%2f', 'x'.repeat(500), '-1', 'NaN', 'a b', '%E0%A4%A', '0'),
        weight: 1,
      },
    );
  const query = fitting(schemaOf(endpoint.query));
  const body = fitting(schemaOf(endpoint.body));
  const wrong = fc
    .tuple(body, fc.array(fc.nat(20), { maxLength: 4 }), strange)
    .map(([value, where, by]) => spoilt(value, where, by));
  const unknown = fc
    .tuple(body, fc.constantFrom('extra', '__proto__', 'constructor'))
    .map(([value, name]) => ({
      ...(value as Json),
      [name]: 1,
    }));
  return fc
    .tuple(
      fc.tuple(...names.map(segment)),
      fc.oneof(query, strange),
      fc.oneof(
        { arbitrary: body, weight: 3 },
        { arbitrary: wrong, weight: 5 },
        { arbitrary: unknown, weight: 1 },
        { arbitrary: strange, weight: 1 },
      ),
    )
    .map(([segments, asked, sent]) => {
      let n = 0;
      const path = endpoint.path.replace(/:\w+/g, () => segments[n++]!);
      const search = new URLSearchParams();
      if (endpoint.method === 'get' && typeof asked === 'object' && asked !== null)
        for (const [name, value] of Object.entries(asked))
          if (value !== undefined) search.append(name, String(value).slice(0, 500));
      const question = search.toString();
      return { endpoint, path: question === '' ? path : `${path}?${question}`, body: sent };
    });
}
