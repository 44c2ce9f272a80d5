import { unzipSync } from 'fflate';
import type { ReadingProblem } from '../../contract/textInCommon';

/** What was read of a file, or why nothing was. */
export type Extracted = { readonly text: string } | { readonly why: ReadingProblem };

/** A .docx unpacks to so many bytes at most. */
const MOST_UNPACKED = 80_000_000;
/** So many parts it has at most. */
const MOST_PARTS = 5_000;
/** Of a PDF so many pages are read. */
const MOST_PAGES = 2_000;
/** So many characters of a reading are kept. */
export const MOST_TEXT = 4_000_000;

const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';

/** Whether the text of files of a type is read. */
export const isRead = (type: string): boolean => ['application/pdf', DOCX, 'text/plain'].includes(type);

/** @throws {RangeError} where a .docx says of itself that it unpacks to more than is read */
function refuseLarge(bytes: Uint8Array): void {
  let unpacked = 0;
  let parts = 0;
  unzipSync(bytes, {
    filter: ({ originalSize }) => {
      unpacked += originalSize;
      if (unpacked > MOST_UNPACKED || ++parts > MOST_PARTS) throw new RangeError('Too large.');
      return false;
    },
  });
}

async function textOfPdf(bytes: Uint8Array): Promise<string> {
  const { getDocumentProxy } = await import('unpdf');
  const pdf = await getDocumentProxy(new Uint8Array(bytes));
  const pages: string[] = [];
  let length = 0;
  for (let page = 1; page <= Math.min(pdf.numPages, MOST_PAGES) && length < MOST_TEXT; page++) {
    const { items } = await (await pdf.getPage(page)).getTextContent();
    const text = items
      .map((item) => ('str' in item ? item.str + (item.hasEOL ? '\n' : '') : ''))
      .join('')
      // A word that is parted at the end of a line is one word.
      .replace(/(\p{Ll})-\n(?=\p{Ll})/gu, '$1');
    length += text.length;
    pages.push(text);
  }
  return pages.join('\n');
}

/**
 * The text of a PDF, a .docx or a plain text, at most four million characters of it. It trusts nothing of the file, takes as much memory and time
 * as whoever calls it allows, and is to be called where neither matters to others: in a thread of its own.
 */
export async function extractText(bytes: Uint8Array, type: string): Promise<Extracted> {
  try {
    let text: string;
    if (type === 'application/pdf') text = await textOfPdf(bytes);
    else if (type === DOCX) {
      refuseLarge(bytes);
      const { default: mammoth } = await import('mammoth');
      text = (await mammoth.extractRawText({ buffer: Buffer.from(bytes) })).value;
    } else text = new TextDecoder().decode(bytes);
    return text.trim() === '' ? { why: 'noText' } : { text: text.slice(0, MOST_TEXT) };
  } catch (error) {
    if (error instanceof RangeError) return { why: 'large' };
    return { why: error instanceof Error && error.name === 'PasswordException' ? 'locked' : 'broken' };
  }
}
