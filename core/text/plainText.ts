import type { RichNode } from './richText';

/**
 * Which quoted passages a plain text holds: `all`; `own`, those that stand in it without a link to a post, which anyone who reads
 * the text may read; or `none`, as words are counted.
 */
export type QuotedText = 'all' | 'own' | 'none';

const LEFT_OUT: Record<QuotedText, readonly string[]> = {
  all: [],
  own: ['quotation'],
  none: ['quotation', 'blockquote'],
};

function append(node: RichNode, leftOut: readonly string[], out: string[]): void {
  if (node.type === 'text') {
    out.push(node.text ?? '');
    return;
  }
  if (node.type === 'mention') {
    out.push(`@${String(node.attrs?.label ?? '')}`);
    return;
  }
  if (leftOut.includes(node.type)) {
    out.push('\n');
    return;
  }
  const inline = node.type === 'hardBreak';
  if (inline || node.type !== 'doc') out.push('\n');
  if (node.type === 'image' && typeof node.attrs?.title === 'string') out.push(node.attrs.title);
  for (const child of node.content ?? []) append(child, leftOut, out);
  if (!inline && node.type !== 'doc') out.push('\n');
}

/**
 * The plain text of a rich text: block borders and line breaks are white space, inline marks are nothing; captions and
 * names of people mentioned count, addresses behind links and alternative texts do not. (rules §5)
 *
 * @param quotes which quoted passages are included; words are counted without them
 * @example countWords(plainText(doc, { quotes: 'none' }))
 */
export function plainText(doc: RichNode, { quotes }: { quotes: QuotedText }): string {
  const out: string[] = [];
  append(doc, LEFT_OUT[quotes], out);
  return out
    .join('')
    .replace(/\n{2,}/g, '\n')
    .trim();
}
