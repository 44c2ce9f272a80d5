import { z } from 'zod';

/** The widest and tallest cell of a table, in columns or rows. */
export const WIDEST_CELL = 50;
/** The highest number a list may begin with. */
export const HIGHEST_START = 100_000;

const ID = /^[A-Za-z0-9_-]{4,40}$/;
const OWN_FILE = /^\/api\/files\/[A-Za-z0-9_-]{4,40}$/;
const ADDRESS = /^(https?:\/\/|mailto:|\/c\/[A-Za-z0-9_-]{4,40}\/discuss\/[A-Za-z0-9_-]{4,40}$)/i;

const fileSource = (elsewhere: string) => z.string(elsewhere).regex(OWN_FILE, elsewhere);
const short = (what: string, most: number) =>
  z.string(what).max(most, `${what} has at most ${most} characters`);
/** What TipTap writes for every text, and Juror does not use. */
const unused = z.null().optional();

const wholeFrom1 = (most: number) =>
  z
    .int(`a cell spans 1 to ${most} columns or rows`)
    .min(1)
    .max(most, `a cell spans at most ${most} columns or rows`);

const mark = (type: string) =>
  z.strictObject({ type: z.literal(type), attrs: z.strictObject({}).optional() });

const link = z.strictObject({
  type: z.literal('link'),
  attrs: z.strictObject({
    href: z
      .string('a link has an address')
      .max(4000, 'the address of a link has at most 4,000 characters')
      .regex(ADDRESS, 'a link begins with https://, http:// or mailto:, or leads to a forum of the course'),
    title: short('the title of a link', 500).nullish(),
    // The same for every link, whoever writes it: the editor sends them, the server draws them anew.
    target: z.literal('_blank').nullish(),
    rel: z.literal('noopener noreferrer nofollow').nullish(),
    class: unused,
  }),
});

/** The marks text may carry, each at most once. */
const marks = z
  .array(
    z.discriminatedUnion('type', [
      mark('bold'),
      mark('italic'),
      mark('underline'),
      mark('strike'),
      mark('code'),
      link,
    ]),
  )
  .max(6, 'a piece of text carries each mark once')
  .refine(
    (all) => new Set(all.map(({ type }) => type)).size === all.length,
    'a piece of text carries each mark once',
  )
  .optional();

const text = z.strictObject({
  type: z.literal('text'),
  text: z.string('a piece of text has to have its text').min(1, 'a piece of text is not empty'),
  marks,
});
const plain = z.strictObject({ ...text.shape, marks: z.array(z.never('no bold or links here')).optional() });
const hardBreak = z.strictObject({ type: z.literal('hardBreak'), marks });
const mention = z.strictObject({
  type: z.literal('mention'),
  attrs: z.strictObject({
    id: z
      .string('a mention names a person of the course')
      .regex(ID, 'a mention names a person of the course'),
    label: short('a name', 200),
    mentionSuggestionChar: z.string().max(4).nullish(),
  }),
  marks,
});

const quotation = z.strictObject({
  type: z.literal('quotation'),
  attrs: z.strictObject({
    post: z
      .string('a quotation names the post it was taken from')
      .regex(ID, 'a quotation names the post it was taken from'),
    version: z.int('a quotation names the post it was taken from').min(1).max(1_000_000),
  }),
  content: z
    .array(
      z.strictObject(
        {
          type: z.literal('paragraph'),
          content: z.array(z.discriminatedUnion('type', [plain, hardBreak])).optional(),
        },
        'a quotation holds plain text only',
      ),
    )
    .optional(),
});

const image = z.strictObject({
  type: z.literal('image'),
  attrs: z.strictObject({
    src: fileSource('an image has to be uploaded; addresses elsewhere are not shown'),
    alt: short('what an image shows', 2000).nullish(),
    title: short('the caption of an image', 2000).nullish(),
    width: unused,
    height: unused,
  }),
});

const media = z.strictObject({
  type: z.literal('media'),
  attrs: z.strictObject({
    src: fileSource('a file has to be uploaded; addresses elsewhere are not shown'),
    kind: z.enum(['audio', 'video', 'document', 'image']),
    name: short('a file name', 200),
  }),
});

const elsewhere = z.strictObject({
  type: z.literal('elsewhere'),
  attrs: z.strictObject({
    href: z
      .string('material of another site has an address')
      .max(4000, 'the address of a link has at most 4,000 characters')
      .regex(
        /^https?:\/\/[^\s]+$/i,
        'material of another site has an address that begins with https:// or http://',
      ),
    title: short('the title of a link', 200),
    description: short('a description or transcript', 50_000),
  }),
});

const horizontalRule = z.strictObject({ type: z.literal('horizontalRule') });
const codeBlock = z.strictObject({
  type: z.literal('codeBlock'),
  attrs: z
    .strictObject({
      language: z
        .string()
        .regex(/^[\w+#.-]{1,40}$/, 'the language of code is one word')
        .nullish(),
    })
    .optional(),
  content: z.array(plain).optional(),
});

/**
 * Everything a document is made of, each node with what it may carry and hold; only posts quote and mention. It is read in
 * as many steps as it is deep, so its depth is looked at first (richText.ts).
 */
function nodes(inPosts: boolean) {
  const inline = z.discriminatedUnion('type', inPosts ? [text, hardBreak, mention] : [text, hardBreak]);
  const line = z.array(inline).optional();
  const blocks: z.ZodType = z.lazy(() => z.array(block).optional());
  const paragraph = z.strictObject({ type: z.literal('paragraph'), content: line });
  const heading = z.strictObject({
    type: z.literal('heading'),
    attrs: z.strictObject({ level: z.int('a heading has a level from 1 to 4').min(1).max(4) }),
    content: line,
  });
  const blockquote = z.strictObject({ type: z.literal('blockquote'), content: blocks });
  const items = z.array(
    z.strictObject({ type: z.literal('listItem'), content: blocks }, 'a list holds its items'),
  );
  const bulletList = z.strictObject({ type: z.literal('bulletList'), content: items.optional() });
  const orderedList = z.strictObject({
    type: z.literal('orderedList'),
    attrs: z
      .strictObject({
        start: z
          .int('a list begins with a whole number')
          .min(0, 'a list begins with 0 or more')
          .max(HIGHEST_START, `a list begins with at most ${HIGHEST_START}`)
          .nullish(),
        type: z.enum(['1', 'a', 'A', 'i', 'I'], 'a list is numbered with 1, a, A, i or I').nullish(),
      })
      .optional(),
    content: items.optional(),
  });
  const cell = (type: string) =>
    z.strictObject({
      type: z.literal(type),
      attrs: z
        .strictObject({
          colspan: wholeFrom1(WIDEST_CELL).optional(),
          rowspan: wholeFrom1(WIDEST_CELL).optional(),
          colwidth: unused,
          align: unused,
        })
        .optional(),
      content: blocks,
    });
  const row = z.strictObject(
    {
      type: z.literal('tableRow'),
      content: z.array(z.discriminatedUnion('type', [cell('tableCell'), cell('tableHeader')])).optional(),
    },
    'a table holds its rows',
  );
  const table = z.strictObject({ type: z.literal('table'), content: z.array(row).optional() });
  const kinds = [
    paragraph,
    heading,
    bulletList,
    orderedList,
    blockquote,
    codeBlock,
    horizontalRule,
    image,
    media,
    elsewhere,
    table,
  ] as const;
  const block = z.discriminatedUnion('type', kinds);
  const top = inPosts ? z.discriminatedUnion('type', [...kinds, quotation]) : block;
  return z.strictObject({ type: z.literal('doc'), content: z.array(top).optional() });
}

/** A prompt, a remark, a question: its nodes, each with its own strict schema. */
export const textDocument = nodes(false);
/** A post: the same, with passages quoted from other posts and people mentioned. */
export const postDocument = nodes(true);
