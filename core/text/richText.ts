/** A mark on a piece of text: bold, italic, a link ... */
export interface RichMark {
  readonly type: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
}

/** A node of a rich text, as TipTap writes it in JSON. */
export interface RichNode {
  readonly type: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly content?: readonly RichNode[];
  readonly marks?: readonly RichMark[];
  readonly text?: string;
}

/** The blocks a prompt, a post or a remark may be made of; everything else is refused. */
export const BLOCKS = [
  'paragraph',
  'heading',
  'bulletList',
  'orderedList',
  'listItem',
  'blockquote',
  'codeBlock',
  'horizontalRule',
  'image',
  'media',
  'table',
  'tableRow',
  'tableHeader',
  'tableCell',
] as const;

/** What stands in a line of text. */
export const INLINES = ['text', 'hardBreak'] as const;

/** What only posts may hold besides: a passage quoted from another post, and a person mentioned by name. */
export const IN_POSTS = ['quotation', 'mention'] as const;

/** The marks text may carry. */
export const MARKS = ['bold', 'italic', 'underline', 'strike', 'code', 'link'] as const;

/** An empty document. */
export const EMPTY_TEXT: RichNode = { type: 'doc', content: [{ type: 'paragraph' }] };

/** Calls `visit` for every node of a document, from the top down, in reading order; without recursion. */
export function walk(doc: RichNode, visit: (node: RichNode, depth: number) => void): void {
  const stack: { node: RichNode; depth: number }[] = [{ node: doc, depth: 0 }];
  for (let top = stack.pop(); top; top = stack.pop()) {
    visit(top.node, top.depth);
    const content = top.node.content ?? [];
    for (let i = content.length - 1; i >= 0; i--) stack.push({ node: content[i]!, depth: top.depth + 1 });
  }
}
