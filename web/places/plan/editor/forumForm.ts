import { z } from 'zod';
import {
  forumRules,
  forumSettings,
  type ForumRules,
  type ForumSettings,
} from '../../../../contract/forumSettings';
import { plainText } from '../../../../core/text/plainText';
import { EMPTY_TEXT, type RichNode } from '../../../../core/text/richText';
import { chosenText, percentText, wholeText } from '../../../forms/codecs';
import { wallText } from '../../../forms/wallText';
import { readForm, type FormProblems } from '../../../forms/readForm';
import { readInto, refuse } from '../../../forms/readInto';
import { requiredCodecs } from './requirements/requiredCodecs';
import { readReview, typedReview, typeReview } from './reviewForm';
import { evaluationCodec, type TypedEvaluation } from './evaluationForm';

/*
 * The form of a forum has the shape of its settings, so that what the server says of a field is shown at the field. A number is typed as
 * text, a date on the course's wall clock; `seal`, `evaluation`, `ready`, `edit` and `audience` hold what belongs to choices that are
 * not made at the moment too.
 */

const { shape } = forumRules;
const required = shape.required.shape;
const { attachments, ...allowed } = shape.allowed.shape;
const text = z.custom<RichNode>();

/** Whether words are required, or only wished for. */
const wordsMode = z.enum(['required', 'recommended']);

/** A whole number that may be left out. */
function optional(codec: ReturnType<typeof wholeText>) {
  return z.codec(z.string(), z.number().nullable(), {
    decode: (typed, context) => (typed.trim() === '' ? null : (readInto(context, [], codec, typed) ?? null)),
    encode: (n) => (n === null ? '' : codec.encode(n)),
  });
}

/** The form's shape, with what each field means. */
const shapeIn = (zone: string) =>
  z.object({
    title: z.string(),
    unitId: chosenText,
    categoryId: chosenText,
    itemId: chosenText,
    prompt: text,
    hasStarter: z.boolean(),
    starter: text,
    rules: z.object({
      openings: shape.openings,
      readers: shape.readers,
      groupPlanId: chosenText,
      openSpacesAfterClose: z.boolean(),
      threading: shape.threading,
      schedule: z.object({
        visibleFrom: wallText(zone),
        visibleUntil: wallText(zone),
        postingFrom: wallText(zone),
        postingUntil: wallText(zone),
        initialDue: wallText(zone),
        repliesDue: wallText(zone),
        reviewsDue: wallText(zone),
      }),
      graceMinutes: wholeText(shape.graceMinutes),
      questions: z.array(z.object({ id: z.string(), text, retired: z.boolean() })),
      seal: z.object({
        on: z.boolean(),
        /** Empty for the words of the initial post. */
        minWords: optional(wholeText(shape.seal.unwrap().shape.minWords.unwrap())),
        lift: z.enum(['never', 'whenPostingCloses', 'atInitialDue', 'at']),
        at: z.string(),
      }),
      required: z.object({
        ...requiredCodecs,
        ownThreadCounts: z.boolean(),
        /** How many of the questions; empty for all. */
        questions: z.string(),
      }),
      recommended: z.object({ initial: wordsMode, reply: wordsMode, post: wordsMode }),
      allowed: z.object({
        ...allowed,
        edit: z.object({
          when: z.enum(['never', 'untilAnswered', 'untilPostingCloses', 'minutes']),
          minutes: z.string(),
        }),
        attachments: z.object({
          kinds: z.array(attachments.shape.kinds.element),
          number: wholeText(attachments.shape.number),
          megabytes: wholeText(attachments.shape.megabytes),
        }),
      }),
      hold: shape.hold,
      told: shape.told,
      recent: z.boolean(),
      feed: z.boolean(),
      display: shape.display,
      prerequisites: z.array(
        z.object({
          forumId: z.string(),
          kind: z.enum(['initialPosts', 'allPosts', 'score']),
          percent: z.string(),
        }),
      ),
      audience: z.object({
        kind: z.enum(['everyone', 'listed']),
        sectionIds: z.array(z.string()),
        groupIds: z.array(z.string()),
        studentIds: z.array(z.string()),
      }),
      ready: z.object({
        when: z.enum(['complete', 'anyPost', 'atLeast']),
        atLeast: z.string(),
        afterLastDue: z.boolean(),
      }),
      evaluation: z.custom<TypedEvaluation>(),
      ownTerms: z.custom<ForumRules['ownTerms']>(),
      review: typedReview,
    }),
  });
type Shape = ReturnType<typeof shapeIn>;

/** A forum as its form holds it: what is typed, not yet what is meant. */
export type ForumForm = z.input<Shape>;

type Read = z.output<Shape>['rules'];
type Context = Parameters<typeof refuse>[0];

const MINUTES = wholeText(shape.allowed.shape.edit.options[1].shape.minutes);
const READY_POSTS = wholeText(shape.ready.shape.when.options[1].shape.atLeast);
const QUESTIONS = wholeText({ minValue: 1, maxValue: required.questions.unwrap().maxValue });

/** Words as they are required and as they are wished for: one of the two. */
const asked = (words: number, mode: z.infer<typeof wordsMode>) =>
  mode === 'required' ? { least: words, wished: null } : { least: 0, wished: words };

function requiredOf(
  { required: typed, recommended, openings }: Read,
  review: ForumRules['review'],
  context: Context,
) {
  const initial = asked(typed.initialMinWords, recommended.initial);
  const reply = asked(typed.replyMinWords, recommended.reply);
  const post = asked(typed.postMinWords, recommended.post);
  const wanted =
    openings === 'answerQuestions' && typed.questions.trim() !== ''
      ? readInto(context, ['rules', 'required', 'questions'], QUESTIONS, typed.questions)
      : null;
  return {
    required: {
      ...typed,
      reviews: review === null ? 0 : review.pairing === 'twoByTwo' ? 1 : typed.reviews,
      initialMinWords: initial.least,
      replyMinWords: reply.least,
      postMinWords: post.least,
      // As many as there are replies is what holds where nothing is said.
      different: typed.different === typed.replies ? null : typed.different,
      questions: wanted ?? null,
    },
    recommended: { initial: initial.wished, reply: reply.wished, post: post.wished },
  };
}

function sealOf({ seal, readers }: Read, zone: string, context: Context): ForumRules['seal'] {
  if (!seal.on || readers === 'staff') return null;
  if (seal.lift !== 'at') return { minWords: seal.minWords, lift: seal.lift };
  const at = readInto(context, ['rules', 'seal', 'at'], wallText(zone), seal.at);
  if (at === null) refuse(context, ['rules', 'seal', 'at'], 'Write when the seal lifts.');
  return { minWords: seal.minWords, lift: at == null ? 'never' : { at } };
}

function allowedOf({ allowed: typed }: Read, base: ForumRules, context: Context): ForumRules['allowed'] {
  const { edit, attachments: files } = typed;
  const minutes =
    edit.when === 'minutes'
      ? readInto(context, ['rules', 'allowed', 'edit', 'minutes'], MINUTES, edit.minutes)
      : undefined;
  const kinds = files.kinds.length === 0 && !typed.attach ? base.allowed.attachments.kinds : files.kinds;
  return {
    ...typed,
    edit: edit.when === 'minutes' ? { minutes: minutes ?? 1 } : edit.when,
    attachments: { ...files, kinds },
  };
}

function prerequisitesOf({ prerequisites }: Read, context: Context): ForumRules['prerequisites'] {
  return prerequisites.flatMap(({ forumId, kind, percent }, index): ForumRules['prerequisites'] => {
    if (forumId === '') return [];
    if (kind !== 'score') return [{ forumId, condition: { kind } }];
    const atLeast = readInto(context, ['rules', 'prerequisites', index, 'percent'], percentText, percent);
    return [{ forumId, condition: { kind, atLeast: atLeast ?? 0 } }];
  });
}

function readyOf({ ready }: Read, context: Context): ForumRules['ready'] {
  const { when, afterLastDue } = ready;
  if (when !== 'atLeast') return { when, afterLastDue };
  const atLeast = readInto(context, ['rules', 'ready', 'atLeast'], READY_POSTS, ready.atLeast);
  return { when: { atLeast: atLeast ?? 1 }, afterLastDue };
}

/**
 * Between a forum's settings and its form.
 *
 * @param base the settings the form began with; whatever the form does not show stays as it is
 * @param zone of the course, in which dates are typed
 */
export function forumForm(base: ForumSettings, zone: string) {
  const evaluation = evaluationCodec(base.rules.evaluation, base.rules.required, zone);
  const at = wallText(zone);
  return z.codec(shapeIn(zone), z.custom<ForumSettings>(), {
    decode({ hasStarter, starter, ...form }, context): ForumSettings {
      const { rules } = form;
      const { seal: _, ...common } = rules;
      const review = readReview(rules.review, zone, rules.openings, context);
      return {
        ...form,
        starter: hasStarter && plainText(starter, { quotes: 'all' }) !== '' ? starter : null,
        rules: {
          ...base.rules,
          ...common,
          groupPlanId: rules.readers === 'group' ? rules.groupPlanId : null,
          openSpacesAfterClose:
            (rules.readers === 'section' || rules.readers === 'group') && rules.openSpacesAfterClose,
          seal: sealOf(rules, zone, context),
          ...requiredOf(rules, review, context),
          review,
          schedule: { ...rules.schedule, reviewsDue: review === null ? null : rules.schedule.reviewsDue },
          allowed: allowedOf(rules, base.rules, context),
          prerequisites: prerequisitesOf(rules, context),
          audience:
            rules.audience.kind === 'everyone' ? { kind: 'everyone' } : { ...rules.audience, kind: 'listed' },
          ready: readyOf(rules, context),
          evaluation: readInto(context, ['rules', 'evaluation'], evaluation, rules.evaluation) ?? null,
        },
      };
    },
    encode({ starter, ...settings }): z.output<Shape> {
      const { rules } = settings;
      const { seal, recommended, audience, ready } = rules;
      const { edit } = rules.allowed;
      const lift = seal?.lift ?? 'whenPostingCloses';
      const shown = (words: number, wished: number | null) => wished ?? words;
      const mode = (words: number, wished: number | null) =>
        wished !== null && words === 0 ? ('recommended' as const) : ('required' as const);
      const { initialMinWords, replyMinWords, postMinWords } = rules.required;
      const listed = { sectionIds: [], groupIds: [], studentIds: [] };
      return {
        ...settings,
        hasStarter: starter !== null,
        starter: starter ?? EMPTY_TEXT,
        rules: {
          ...rules,
          questions: rules.questions.map((question) => ({ ...question })),
          seal: {
            on: seal !== null,
            minWords: seal?.minWords ?? null,
            lift: typeof lift === 'string' ? lift : 'at',
            at: typeof lift === 'string' ? '' : at.encode(lift.at),
          },
          required: {
            ...rules.required,
            initialMinWords: shown(initialMinWords, recommended.initial),
            replyMinWords: shown(replyMinWords, recommended.reply),
            postMinWords: shown(postMinWords, recommended.post),
            different: rules.required.different ?? rules.required.replies,
            reviews: rules.review === null ? 2 : rules.required.reviews,
            questions: rules.required.questions === null ? '' : String(rules.required.questions),
          },
          review: typeReview(rules.review, zone),
          recommended: {
            initial: mode(initialMinWords, recommended.initial),
            reply: mode(replyMinWords, recommended.reply),
            post: mode(postMinWords, recommended.post),
          },
          allowed: {
            ...rules.allowed,
            edit:
              typeof edit === 'string'
                ? { when: edit, minutes: '30' }
                : { when: 'minutes', minutes: String(edit.minutes) },
          },
          prerequisites: rules.prerequisites.map(({ forumId, condition }) => ({
            forumId,
            kind: condition.kind,
            percent: condition.kind === 'score' ? percentText.encode(condition.atLeast) : '50',
          })),
          audience: { ...listed, ...audience },
          ready: {
            when: typeof ready.when === 'string' ? ready.when : 'atLeast',
            atLeast: typeof ready.when === 'string' ? '1' : String(ready.when.atLeast),
            afterLastDue: ready.afterLastDue,
          },
          evaluation: evaluation.encode(rules.evaluation),
        },
      };
    },
  });
}

/** What a forum's settings have to be before they are saved: what the server asks, and that no question is left unwritten. */
export const forumChecks = forumSettings.superRefine(({ rules }, context) => {
  if (rules.openings !== 'answerQuestions') return;
  for (const [index, question] of rules.questions.entries())
    if (plainText(question.text, { quotes: 'all' }) === '')
      context.addIssue({
        code: 'custom',
        message: 'Write the question, or remove it.',
        path: ['rules', 'questions', index],
      });
});

/** What the form means while it is typed, and what of it is not right yet. */
export function readForum(
  form: ForumForm,
  base: ForumSettings,
  zone: string,
): { settings: ForumSettings; problems: FormProblems } {
  const codec = forumForm(base, zone);
  const { value, problems } = readForm(codec, form, codec.encode(base));
  const checked = forumChecks.safeParse(value);
  const found = (checked.error?.issues ?? []).map(({ path, message }) => [path.join('.'), message] as const);
  return { settings: value, problems: { ...Object.fromEntries(found), ...problems } };
}
