import type { NumberName, ResolvedNumbers, Schedule } from '../core/course/forum';
import { SLOT_KINDS, type SlotKind } from '../core/course/slotKind';
import { isMade, type Slot } from '../core/participation/slot';
import { plural, numberWords } from './numbers';

/** A number of what is required: in a list of what own terms change, and beside its field. */
export const NUMBER_WORDS: Readonly<Record<NumberName, { readonly many: string; readonly label: string }>> = {
  initialRequired: { many: 'initial posts', label: 'Initial post required (1 for yes, 0 for no)' },
  initialMinWords: { many: 'words of the initial post', label: 'Words of the initial post' },
  replies: { many: 'replies', label: 'Replies' },
  different: { many: 'different people', label: 'Different people' },
  replyMinWords: { many: 'words of a reply', label: 'Words of a reply' },
  reviews: { many: 'reviews', label: 'Reviews of others’ posts' },
  posts: { many: 'posts in all', label: 'Posts in all' },
  postMinWords: { many: 'words of a post', label: 'Words in a post' },
  attachment: { many: 'attachments', label: 'Attachment required (1 or 0)' },
};

/** What sentences about required posts depend on, besides how these stand. */
export interface RequiredOf {
  readonly required: ResolvedNumbers;
  /** Only staff read what is written. */
  readonly journal: boolean;
}

/** What comes next, as a sentence and as the words of a button. */
export interface NextStep {
  readonly text: string;
  readonly button: string;
}

/** What a sentence on how far a student is needs to know. */
export interface StandsIn extends RequiredOf {
  readonly dates: Pick<Schedule, 'initialDue' | 'repliesDue' | 'reviewsDue'>;
  /** "is due Wed 4 Mar, 23:59 (in 2 days)"; empty without a date. */
  readonly isDue: (at: number | null) => string;
  /** "Wed 4 Mar, 23:59 (in 2 days)" */
  readonly due: (at: number) => string;
  /** Whether an initial post comes first. */
  readonly initialFirst: boolean;
}

/** How far a student is with what is required of one kind. */
export interface Stands {
  /** Said in bold before the text. */
  readonly lead: string;
  readonly text: string;
  /** Something less, after it. */
  readonly aside: string;
  /** Something else comes first. */
  readonly later: boolean;
}

/** The words that belong to one kind of required posts. */
interface RequirementWords {
  /** "initial post"; in a journal a post is an entry. */
  readonly name: (journal: boolean) => string;
  /** What ticks an item of a checklist, from the first on. */
  readonly ties: readonly string[];
  /** How a forum's panel in the plan tells of it; null where it does not. */
  readonly planned: (required: ResolvedNumbers) => {
    readonly title: string;
    readonly due: 'initialDue' | 'repliesDue' | 'reviewsDue';
    readonly text: string;
  } | null;
  /** What to do next; null where nothing of it is left. */
  readonly next: (
    slots: readonly Slot[],
    asked: RequiredOf & { readonly draftWords: number | null },
  ) => NextStep | null;
  /** How far someone is; null where there is nothing to be said. */
  readonly stands: (slots: readonly Slot[], about: StandsIn) => Stands | null;
}

const isLeft = ({ state }: Slot) => state === 'open' || state === 'short';
const upTo6 = [1, 2, 3, 4, 5, 6];
const plain = (text: string, aside = '', later = false): Stands => ({ lead: '', text, aside, later });

/** "2 of 3 answers made, due …", or that all are there. */
function someMade(
  slots: readonly Slot[],
  one: string,
  many: string,
  at: number | null,
  { due }: StandsIn,
): string {
  const made = slots.filter(isMade).length;
  return made === slots.length
    ? `All ${made} ${many} are made.`
    : `${made} of ${plural(slots.length, one, many)} made${at === null ? '' : `, due ${due(at)}`}.`;
}

function initialStands(slot: Slot, { required, dates, isDue }: StandsIn): string {
  const due = isDue(dates.initialDue) || ' has no due date';
  if (isMade(slot)) return ' is done.';
  switch (slot.state) {
    case 'pending':
      return ' waits for approval.';
    case 'short':
      return ` is too short: it needs ${plural(required.initialMinWords, 'word')} and${due}.`;
    case 'missed':
      return ' was not made.';
    default:
      return `${due}.`;
  }
}

const WORDS: Readonly<Record<SlotKind, RequirementWords>> = {
  initial: {
    name: () => 'initial post',
    ties: ['the initial post', 'the second initial post', 'the third initial post'],
    planned: ({ initialMinWords }) => ({
      title: 'Initial post',
      due: 'initialDue',
      text: plural(initialMinWords, 'word'),
    }),
    next(slots, { required, draftWords }) {
      const left = slots.filter(isLeft);
      const [first] = left;
      const words = plural(required.initialMinWords, 'word');
      if (!first) return null;
      if (slots.length > 1)
        return {
          text: `${plural(left.length, 'question')} to answer, ${words} each.`,
          button: 'Answer the questions',
        };
      if (first.state === 'short')
        return { text: `Your initial post is too short; it needs ${words}.`, button: 'Write more' };
      const draft = draftWords === null ? '' : ` You have a draft of ${numberWords(draftWords)}.`;
      return {
        text: `Initial post, ${words}.${draft}`,
        button: draftWords === null ? 'Write your initial post' : 'Go on writing',
      };
    },
    stands(slots, about) {
      const [first, second] = slots;
      if (!first) return null;
      return second
        ? plain(someMade(slots, 'answer', 'answers', about.dates.initialDue, about))
        : { lead: 'Your initial post', text: initialStands(first, about), aside: '', later: false };
    },
  },
  attachment: {
    name: () => 'attachment',
    ties: ['the required attachment'],
    planned: () => null,
    next: () => null,
    stands: (slots) => (slots.every(isMade) ? null : plain('An attachment is required too.')),
  },
  reply: {
    name: () => 'reply',
    ties: upTo6.map((n) => `reply ${n}`),
    planned: ({ replies, different }) => ({
      title: 'Replies',
      due: 'repliesDue',
      text: `${replies}, to ${plural(different, 'person', 'people')}`,
    }),
    next(slots, { required }) {
      const left = slots.filter(isLeft).length;
      if (left === 0) return null;
      const words = plural(required.replyMinWords, 'word');
      return {
        text: `${plural(left, 'more reply', 'more replies')}, ${words} or more.`,
        button: 'Find a post to reply to',
      };
    },
    stands(slots, { required, dates, due, initialFirst }) {
      const made = slots.filter(isMade).length;
      if (slots.length === 0) return null;
      if (made === slots.length) return plain('All your replies are made.', '', initialFirst);
      const by = dates.repliesDue === null ? '' : ` by ${due(dates.repliesDue)}`;
      const asked = `${plural(required.replies, 'reply', 'replies')} to ${plural(required.different, 'person', 'people')}`;
      const text =
        made > 0
          ? `${made} of ${plural(slots.length, 'reply', 'replies')} made`
          : `${initialFirst ? 'Then ' : ''}${asked}`;
      return plain(text + by, '', initialFirst);
    },
  },
  review: {
    name: () => 'review',
    ties: [1, 2, 3, 4, 5].map((n) => `review ${n}`),
    planned: ({ reviews }) => ({
      title: 'Reviews',
      due: 'reviewsDue',
      text: `${plural(reviews, 'post')} of others each`,
    }),
    next(slots) {
      const left = slots.filter(isLeft).length;
      return left === 0
        ? null
        : { text: `${plural(left, 'review')} of others’ posts to write.`, button: 'See your reviews' };
    },
    stands(slots, { dates, due, initialFirst }) {
      const sent = slots.filter(isMade).length;
      if (slots.length === 0) return null;
      if (sent === slots.length)
        return plain(
          sent === 1 ? 'Your review is sent.' : `All ${sent} of your reviews are sent.`,
          '',
          initialFirst,
        );
      const by = dates.reviewsDue === null ? '' : `, due ${due(dates.reviewsDue)}`;
      return plain(`${sent} of ${plural(slots.length, 'review')} sent${by}.`, '', initialFirst);
    },
  },
  post: {
    name: (journal) => (journal ? 'entry' : 'post'),
    ties: upTo6.map((n) => `post ${n}`),
    planned: () => null,
    next(slots, { required, journal }) {
      const left = slots.filter(isLeft).length;
      if (left === 0) return null;
      const words = required.postMinWords > 0 ? ` of ${plural(required.postMinWords, 'word')}` : '';
      return journal
        ? {
            text: `${plural(left, 'more entry', 'more entries')}${words}. Only staff and you read it.`,
            button: 'Write an entry',
          }
        : { text: `${plural(left, 'more post')}${words}.`, button: 'Write a post' };
    },
    stands(slots, about) {
      const { dates, required, journal } = about;
      if (slots.length === 0) return null;
      const last = Math.max(dates.initialDue ?? 0, dates.repliesDue ?? 0) || null;
      const text = journal
        ? someMade(slots, 'entry', 'entries', last, about)
        : someMade(slots, 'post', 'posts', last, about);
      const words = plural(required.postMinWords, 'word');
      return plain(text, required.postMinWords > 0 ? `${words} each.` : '');
    },
  },
};

/** A kind of required posts by name: "initial post", "reply". */
export const requirementName = (kind: SlotKind, journal = false): string => WORDS[kind].name(journal);

/** Every required post that an item of a checklist can be tied to: `reply 2` with what it is called. */
export const TIES: readonly (readonly [string, string])[] = SLOT_KINDS.flatMap((kind) =>
  WORDS[kind].ties.map((name, index) => [`${kind} ${index + 1}`, name] as const),
);

/** What a forum requires, as its panel in the plan lists it. */
export const plannedWords = (kind: SlotKind, required: ResolvedNumbers) => WORDS[kind].planned(required);

const ofKind = (slots: readonly Slot[], kind: SlotKind) => slots.filter((slot) => slot.kind === kind);

/** What a student does next in a forum. */
export function nextStep(
  slots: readonly Slot[],
  asked: RequiredOf & { readonly draftWords: number | null },
): NextStep {
  for (const kind of SLOT_KINDS) {
    const step = WORDS[kind].next(ofKind(slots, kind), asked);
    if (step !== null) return step;
  }
  return {
    text:
      slots.length === 0
        ? 'Nothing is required; write when you like.'
        : 'Some of your posts are still to do.',
    button: 'Open',
  };
}

/** How far a student is with all that is required, kind by kind. */
export function standsWords(slots: readonly Slot[], about: Omit<StandsIn, 'initialFirst'>): Stands[] {
  const initials = ofKind(slots, 'initial');
  const initialFirst = initials.length === 1 && !initials.every(isMade);
  return SLOT_KINDS.flatMap((kind) => {
    const stands = WORDS[kind].stands(ofKind(slots, kind), { ...about, initialFirst });
    return stands === null ? [] : [stands];
  });
}
