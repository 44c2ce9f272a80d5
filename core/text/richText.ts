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

/** An empty document. */
export const EMPTY_TEXT: RichNode = { type: 'doc', content: [{ type: 'paragraph' }] };

/** Calls `visit` for every node of a document, from the top down, in reading order; without recursion. */
export function walk(doc: RichNode, visit: (node: RichNode, depth: number) => void): void {
  const stack: { node: RichNode; depth: number }[] = [{ node: doc, depth: 0 }];
  for (let top = stack.pop(); top; top = stack.pop()) {
    visit(top.node, top.depth);
    const { content } = top.node;
    // What only claims a length is not a list.
    if (!Array.isArray(content)) continue;
    for (let i = content.length - 1; i >= 0; i--)
      stack.push({ node: content[i] as RichNode, depth: top.depth + 1 });
  }
}
