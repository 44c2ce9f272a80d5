import { XMLBuilder } from 'fast-xml-parser';

/** An element of XML: its name, its attributes, and what is in it. */
export type XmlElement = Readonly<Record<string, unknown>>;

/** What XML 1.0 lets stand in a text: no control characters but line ends and tabs, no half characters. */
const printable = (text: string) => text.replace(/[^\P{C}\n\r\t\p{Cf}\p{Co}]/gu, '');

/**
 * An element with a text or other elements in it.
 *
 * @example element('link', { rel: 'self', href: '/feed' })
 */
export function element(
  name: string,
  attributes: Readonly<Record<string, string>>,
  content: string | readonly XmlElement[] = [],
): XmlElement {
  return {
    [name]: typeof content === 'string' ? [{ '#text': printable(content) }] : content,
    ':@': Object.fromEntries(
      Object.entries(attributes).map(([attribute, value]) => [`@_${attribute}`, printable(value)]),
    ),
  };
}

const builder = new XMLBuilder({
  preserveOrder: true,
  ignoreAttributes: false,
  suppressEmptyNode: true,
  processEntities: true,
});

/** A document with one element as its root. */
export const xmlText = (root: XmlElement): string =>
  `<?xml version="1.0" encoding="utf-8"?>\n${builder.build([root]) as string}\n`;
