import type { RichNode } from './richText';

/** The places a saved remark may have, each filled in for one student. */
export const PLACES = ['given name', 'family name', 'forum', 'score'] as const;
/** A place in a saved remark, written in braces. */
export type Place = (typeof PLACES)[number];

/** What is known for each place; a place that is not known yet stays as it is. */
export type Filling = Partial<Record<Place, string>>;

/**
 * A text with its places filled in. What stands in braces and is no place stays.
 *
 * @example fillIn('{given name}, well argued.', { 'given name': 'Ines' }) // 'Ines, well argued.'
 */
export function fillIn(text: string, filling: Filling): string {
  return text.replace(/\{([a-z ]+)\}/g, (whole, place: string) => filling[place as Place] ?? whole);
}

/** A rich text with the places in it filled in. */
export function fillInText(doc: RichNode, filling: Filling): RichNode {
  if (doc.text !== undefined) return { ...doc, text: fillIn(doc.text, filling) };
  return doc.content ? { ...doc, content: doc.content.map((node) => fillInText(node, filling)) } : doc;
}

/**
 * A remark about one student made one for any: their given name becomes its place.
 *
 * @example asSaved('Ines, well argued.', 'Ines') // '{given name}, well argued.'
 */
export function asSaved(text: string, givenName: string): string {
  const name = givenName.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  return text.replace(new RegExp(`(?<!\\p{L})${name}(?!\\p{L})`, 'gu'), '{given name}');
}
