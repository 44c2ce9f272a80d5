import { z } from 'zod';
import { plainText } from '../core/text/plainText';
import { quotationsIn } from '../core/text/quotation';
import { walk, type RichNode } from '../core/text/richText';
import { postDocument, textDocument } from './textNodes';

/** The longest text accepted, in characters of its JSON. */
export const LONGEST_TEXT = 200_000;
/** How deeply blocks may stand in each other. */
const DEEPEST = 24;
/** How many nodes a text may have: paragraphs, list items, pieces of text ... */
const MOST_NODES = 10_000;
/** How many passages a post may quote, how long each, and how many people it may mention. */
const MOST_QUOTED = 20;
const LONGEST_QUOTED = 5000;
const MOST_MENTIONED = 20;

const TOO_LONG = `the text is too long: at most ${LONGEST_TEXT.toLocaleString('en-GB')} characters with its formatting`;

/**
 * What is wrong with the size of a document, before anything else walks it: whatever was sent, only real lists are gone
 * through, and the first fault ends it. null: it is small enough to be read.
 */
function sizeProblem(doc: unknown): string | null {
  if (typeof doc !== 'object' || doc === null || (doc as RichNode).type !== 'doc')
    return 'the text is missing';
  const waiting: { node: unknown; depth: number }[] = [{ node: doc, depth: 0 }];
  let nodes = 0;
  let characters = 0;
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { node, depth } = next;
    if (typeof node !== 'object' || node === null) return `"${named(node)}" is not allowed in a text`;
    if (depth > DEEPEST) return `blocks stand at most ${DEEPEST} deep in each other`;
    if (++nodes > MOST_NODES)
      return `the text has too many parts: at most ${MOST_NODES.toLocaleString('en-GB')}`;
    const { text, content } = node as { text?: unknown; content?: unknown };
    if (typeof text === 'string' && (characters += text.length) > LONGEST_TEXT) return TOO_LONG;
    if (content === undefined) continue;
    if (!Array.isArray(content)) return 'the content of a block is a list';
    if (nodes + waiting.length + content.length > MOST_NODES)
      return `the text has too many parts: at most ${MOST_NODES.toLocaleString('en-GB')}`;
    for (const child of content as unknown[]) waiting.push({ node: child, depth: depth + 1 });
  }
  return null;
}

/** What was sent, in a word: an object sent from outside may say anything when it is asked for its text, even nothing. */
const named = (value: unknown): string =>
  typeof value === 'object' && value !== null ? 'an object' : String(value);

/** Where Zod's first finding is, as a sentence: its own words, or what stands there and may not. */
function sentenceOf(issue: z.core.$ZodIssue, doc: unknown): string {
  if (issue.code === 'unrecognized_keys') return `"${issue.keys[0]}" is not allowed in a text`;
  if (issue.code === 'invalid_union' || issue.code === 'invalid_value') {
    let at: unknown = doc;
    for (const key of issue.path) at = (at as Record<PropertyKey, unknown> | undefined)?.[key];
    return `"${named(at).slice(0, 60)}" is not allowed in a text here`;
  }
  return issue.message.startsWith('Invalid input')
    ? `"${issue.path.join('.')}" of the text cannot be read`
    : issue.message;
}

function problemOf(doc: unknown, document: z.ZodType): string | null {
  const size = sizeProblem(doc);
  if (size !== null) return size;
  const read = document.safeParse(doc);
  if (!read.success) return sentenceOf(read.error.issues[0]!, doc);
  const text = doc as RichNode;
  if (JSON.stringify(text).length > LONGEST_TEXT) return TOO_LONG;
  let mentions = 0;
  walk(text, ({ type }) => {
    if (type === 'mention') mentions++;
  });
  if (mentions > MOST_MENTIONED) return `a post mentions at most ${MOST_MENTIONED} people`;
  const quoted = quotationsIn(text);
  if (quoted.length > MOST_QUOTED) return `a post quotes at most ${MOST_QUOTED} passages`;
  if (quoted.some((quotation) => quotation.text.length > LONGEST_QUOTED))
    return `a quoted passage has at most ${LONGEST_QUOTED.toLocaleString('en-GB')} characters`;
  return null;
}

/** A document in one sentence about the whole field, described in openapi.json by the component it refers to. */
const textOf = (document: z.ZodType, component: string) =>
  z
    .custom<RichNode>()
    .superRefine((doc, context) => {
      const message = problemOf(doc, document);
      if (message !== null) context.addIssue({ code: 'custom', message });
    })
    .meta({ $ref: `#/components/schemas/${component}` });

/** A rich text: TipTap JSON of the blocks and marks Juror knows, and nothing else. */
export const richText = textOf(textDocument, 'RichText');
/** A rich text of a post, which may quote other posts and mention people besides. */
export const postText = textOf(postDocument, 'PostText');

/** Whether nothing stands in a text: no letter, no picture, no file, nothing from elsewhere. */
export function isBlank(doc: RichNode): boolean {
  let shows = false;
  walk(doc, ({ type }) => {
    if (type === 'elsewhere') shows = true;
  });
  return !shows && filesIn(doc).length === 0 && plainText(doc, { quotes: 'all' }).trim() === '';
}

/** The ids of the files that stand in a text: images, sound, video, documents. */
export function filesIn(doc: RichNode): string[] {
  const files = new Set<string>();
  walk(doc, (node) => {
    if (node.type === 'image' || node.type === 'media')
      files.add(String(node.attrs?.src).slice('/api/files/'.length));
  });
  return [...files];
}
