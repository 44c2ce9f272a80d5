import { LONGEST_CODE } from '../course/outcome';

/** Criteria named an outcome by a text of its own once: in data before migration 34, which calls what stands here, and in files of guides. */
interface OldCriterion {
  readonly outcome: string;
  readonly levels: unknown;
}

const isOld = (value: object): value is OldCriterion =>
  'outcome' in value && typeof value.outcome === 'string' && 'levels' in value;

/** The texts that criteria within settings name, each once, as a JSON list. */
export function namedOutcomes(json: string): string {
  const found = new Set<string>();
  const walk = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    if (isOld(value) && value.outcome.trim() !== '') found.add(value.outcome.trim());
    Object.values(value).forEach(walk);
  };
  walk(JSON.parse(json));
  return JSON.stringify([...found]);
}

/**
 * Settings whose criteria name outcomes by the codes of a list; a text that is not in it is cut to what a code may be.
 *
 * @param json of settings, or of a guide
 * @param list `[{ code, text }]` as JSON
 */
export function criteriaByCodes(json: string, list: string): string {
  const codes = new Map(
    (JSON.parse(list) as { code: string; text: string }[]).map(({ code, text }) => [text, code]),
  );
  const codesOf = (text: string): string[] => {
    if (text === '') return [];
    const cut = text.replaceAll(';', ',').slice(0, LONGEST_CODE).trim();
    return [codes.get(text) ?? cut];
  };
  const walk = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(walk);
    if (typeof value !== 'object' || value === null) return value;
    const next = Object.fromEntries(Object.entries(value).map(([key, each]) => [key, walk(each)]));
    if (!isOld(value)) return next;
    const { outcome: _text, ...rest } = next;
    return { ...rest, outcomes: codesOf(value.outcome.trim()) };
  };
  return JSON.stringify(walk(JSON.parse(json)));
}
