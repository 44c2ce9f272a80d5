import { toJson, type Json } from '../db/json';
import Image from '@tiptap/extension-image';
import { TableKit } from '@tiptap/extension-table';
import { getSchema } from '@tiptap/core';
import { Node } from '@tiptap/pm/model';
import {
  domOutputSpecToHTMLString,
  renderToElement,
  serializeChildrenToHTMLString,
} from '@tiptap/static-renderer/pm/html-string';
import { renderJSONContentToString } from '@tiptap/static-renderer/json/html-string';
import StarterKit from '@tiptap/starter-kit';
import sanitizeHtml from 'sanitize-html';
import { plainText } from '../../core/text/plainText';
import type { RichNode } from '../../core/text/richText';
import { countWords } from '../../core/text/words';
import { ElsewhereNode } from '../../contract/elsewhereNode';
import { MediaNode } from '../../contract/mediaNode';
import { MentionNode, QUOTED, QuotationNode } from '../../contract/postNodes';
import { filesIn } from '../../contract/richText';

export const extensions = [
  StarterKit.configure({
    link: { HTMLAttributes: { rel: 'noopener noreferrer nofollow', target: '_blank' } },
  }),
  Image,
  MediaNode,
  ElsewhereNode,
  QuotationNode,
  MentionNode,
  TableKit.configure({ table: { resizable: false } }),
];

export const ALLOWED: sanitizeHtml.IOptions = {
  allowedTags: [
    'p',
    'h1',
    'h2',
    'h3',
    'h4',
    'ul',
    'ol',
    'li',
    'blockquote',
    'span',
    'pre',
    'code',
    'hr',
    'br',
    'img',
    'strong',
    'em',
    'u',
    's',
    'a',
    'audio',
    'video',
    'table',
    'tbody',
    'tr',
    'th',
    'td',
    'figure',
    'figcaption',
    'details',
    'summary',
  ],
  allowedAttributes: {
    a: ['href', 'rel', 'target', 'download', 'class'],
    img: ['src', 'alt', 'title'],
    ol: ['start'],
    blockquote: [QUOTED],
    span: ['class'],
    figure: ['class'],
    p: ['class'],
    audio: ['src', 'controls', 'preload', 'title'],
    video: ['src', 'controls', 'preload', 'title'],
    th: ['colspan', 'rowspan'],
    td: ['colspan', 'rowspan'],
  },
  allowedClasses: { a: ['file-link'], span: ['mention', 'from'], figure: ['elsewhere'], p: ['said'] },
  allowedSchemes: ['http', 'https', 'mailto'],
  allowedSchemesByTag: { img: [], audio: [], video: [] },
  allowProtocolRelative: false,
};

const schema = getSchema(extensions);
const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** How every node and mark is drawn, worked out from the extensions once: they never change. */
const render = (() => {
  let made: ReturnType<typeof renderJSONContentToString> | null = null;
  renderToElement<string>({
    renderer: (options: Parameters<typeof renderJSONContentToString>[0]) =>
      (made = renderJSONContentToString(options)),
    domOutputSpecToElement: domOutputSpecToHTMLString,
    mapDefinedTypes: {
      doc: ({ children }: { children?: string | string[] }) => serializeChildrenToHTMLString(children),
      text: ({ node }: { node: { text?: string } }) => escaped(node.text ?? ''),
    },
    content: { type: 'doc', content: [{ type: 'paragraph' }] },
    extensions,
  } as never);
  return made!;
})();

/** The HTML of a validated rich text, cleaned against the allow-list whatever it held. */
export function toHtml(doc: RichNode): string {
  return sanitizeHtml(render({ content: Node.fromJSON(schema, doc) as never }), ALLOWED);
}

/** A text as it is stored: its JSON and everything derived from it. */
export interface StoredText {
  readonly doc: Json<RichNode>;
  readonly html: string;
  /** Without passages quoted from posts, which not everyone who reads the text may read. */
  readonly text: string;
  /** Words without quoted passages. (rules §5) */
  readonly words: number;
  readonly files: readonly string[];
}

/** What is stored of a rich text. */
export function storedText(doc: RichNode): StoredText {
  return {
    doc: toJson(doc),
    html: toHtml(doc),
    text: plainText(doc, { quotes: 'own' }),
    words: countWords(plainText(doc, { quotes: 'none' })),
    files: filesIn(doc),
  };
}
