import { z } from 'zod';
import { quotationsIn } from '../core/text/quotation';
import { BLOCKS, IN_POSTS, INLINES, MARKS, walk, type RichMark, type RichNode } from '../core/text/richText';

/** The longest text accepted, in characters of its JSON. */
export const LONGEST_TEXT = 200_000;
/** How deeply blocks may stand in each other. */
const DEEPEST = 24;

const NODES = new Set<string>(['doc', ...BLOCKS, ...INLINES]);
const POST_NODES = new Set<string>([...NODES, ...IN_POSTS]);
/** How many passages a post may quote, how long each, and how many people it may mention. */
const MOST_QUOTED = 20;
const LONGEST_QUOTED = 5000;
const MOST_MENTIONED = 20;
const ID = /^[A-Za-z0-9_-]{4,40}$/;
const MARK_NAMES = new Set<string>(MARKS);
const ADDRESS = /^(https?:\/\/|mailto:)/i;
const OWN_FORUM = /^\/c\/[A-Za-z0-9_-]{4,40}\/discuss\/[A-Za-z0-9_-]{4,40}$/;
const OWN_FILE = /^\/api\/files\/[A-Za-z0-9_-]{4,40}$/;

function markProblem(mark: RichMark): string | null {
  if (!MARK_NAMES.has(mark.type)) return `"${mark.type}" is not a mark texts may have`;
  const href = String(mark.attrs?.href ?? '');
  if (mark.type === 'link' && !ADDRESS.test(href) && !OWN_FORUM.test(href)) {
    return 'a link begins with https://, http:// or mailto:, or leads to a forum of the course';
  }
  return null;
}

/** A quotation stands on its own and holds nothing but lines of text; a mention names somebody. */
function postNodeProblem(node: RichNode, depth: number): string | null {
  if (node.type === 'mention')
    return ID.test(String(node.attrs?.id ?? '')) && String(node.attrs?.label ?? '').length <= 200
      ? null
      : 'a mention names a person of the course';
  if (node.type !== 'quotation') return null;
  if (depth !== 1) return 'a quotation stands on its own, not in a list or a table';
  if (!ID.test(String(node.attrs?.post ?? '')) || !Number.isInteger(node.attrs?.version))
    return 'a quotation names the post it was taken from';
  const isLine = (line: RichNode) =>
    line.type === 'paragraph' &&
    (line.content ?? []).every(({ type, marks }) => INLINES.includes(type as 'text') && !marks?.length);
  return (node.content ?? []).every(isLine) ? null : 'a quotation holds plain text only';
}

function nodeProblem(node: RichNode, depth: number, nodes: ReadonlySet<string>): string | null {
  if (typeof node !== 'object' || node === null || !nodes.has(node.type)) {
    return `"${String(node?.type)}" is not something a text may hold`;
  }
  if (depth > DEEPEST) return `blocks stand at most ${DEEPEST} deep in each other`;
  if (node.type === 'text' && typeof node.text !== 'string') return 'a piece of text has to have its text';
  if (node.content !== undefined && !Array.isArray(node.content)) return 'the content of a block is a list';
  if (node.type === 'media' && !OWN_FILE.test(String(node.attrs?.src ?? '')))
    return 'a file has to be uploaded; addresses elsewhere are not shown';
  if (node.type === 'media' && String(node.attrs?.name ?? '').length > 200)
    return 'a file name has at most 200 characters';
  if (node.type === 'image' && !OWN_FILE.test(String(node.attrs?.src ?? ''))) {
    return 'an image has to be uploaded; addresses elsewhere are not shown';
  }
  for (const mark of node.marks ?? []) {
    const problem = markProblem(mark);
    if (problem !== null) return problem;
  }
  return null;
}

function problemOf(doc: RichNode, nodes: ReadonlySet<string>): string | null {
  if (typeof doc !== 'object' || doc === null || doc.type !== 'doc') return 'the text is missing';
  if (JSON.stringify(doc).length > LONGEST_TEXT)
    return `the text is too long: at most ${LONGEST_TEXT.toLocaleString('en-GB')} characters with its formatting`;
  let found: string | null = null;
  let mentions = 0;
  walk(doc, (node, depth) => {
    found ??= nodeProblem(node, depth, nodes) ?? postNodeProblem(node, depth);
    if (node?.type === 'mention') mentions++;
  });
  if (found !== null) return found;
  if (mentions > MOST_MENTIONED) return `a post mentions at most ${MOST_MENTIONED} people`;
  const quoted = quotationsIn(doc);
  if (quoted.length > MOST_QUOTED) return `a post quotes at most ${MOST_QUOTED} passages`;
  if (quoted.some(({ text }) => text.length > LONGEST_QUOTED))
    return `a quoted passage has at most ${LONGEST_QUOTED.toLocaleString('en-GB')} characters`;
  return null;
}

const textOf = (nodes: ReadonlySet<string>) =>
  z.custom<RichNode>().superRefine((doc, context) => {
    const message = problemOf(doc, nodes);
    if (message !== null) context.addIssue({ code: 'custom', message });
  });

/** A rich text: TipTap JSON of the blocks and marks Juror knows, and nothing else. */
export const richText = textOf(NODES);
/** A rich text of a post, which may quote other posts and mention people besides. */
export const postText = textOf(POST_NODES);

/** The ids of the files that stand in a text: images, sound, video, documents. */
export function filesIn(doc: RichNode): string[] {
  const files = new Set<string>();
  walk(doc, (node) => {
    if (node.type === 'image' || node.type === 'media')
      files.add(String(node.attrs?.src).slice('/api/files/'.length));
  });
  return [...files];
}
