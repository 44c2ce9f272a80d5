import type { RichNode } from '../core/text/richText';
import type { RecipeDate } from '../core/plan/recipeDates';
import type { ForumSettings } from './forumSettings';
import { newForum } from './newForum';
import type { Recipe } from './recipes';

const text = (value: string): RichNode => ({ type: 'paragraph', content: [{ type: 'text', text: value }] });
const list = (...items: string[]): RichNode => ({
  type: 'orderedList',
  content: items.map((item) => ({ type: 'listItem', content: [text(item)] })),
});
const doc = (...content: RichNode[]): RichNode => ({ type: 'doc', content });

const on = (day: number, time: string): RecipeDate => ({ day, time });
const NO_DATE = null;

type Rules = Partial<Omit<ForumSettings['rules'], 'required'>> & {
  required?: Partial<ForumSettings['rules']['required']>;
};

function recipe(
  id: string,
  title: string,
  note: string,
  prompt: RichNode,
  rules: Rules,
  dates: Partial<Recipe['dates']>,
  starter: RichNode | null = null,
): Recipe {
  const base = newForum();
  return {
    id,
    title,
    note,
    of: 'juror',
    settings: {
      ...base,
      title,
      prompt,
      starter,
      rules: { ...base.rules, ...rules, required: { ...base.rules.required, ...rules.required } },
    },
    dates: {
      visibleFrom: NO_DATE,
      visibleUntil: NO_DATE,
      postingFrom: NO_DATE,
      postingUntil: NO_DATE,
      initialDue: NO_DATE,
      repliesDue: NO_DATE,
      reviewsDue: NO_DATE,
      ...dates,
    },
  };
}

const week = {
  visibleFrom: on(-3, '08:00'),
  postingFrom: on(0, '08:00'),
  initialDue: on(3, '23:59'),
  repliesDue: on(6, '23:59'),
  postingUntil: on(7, '23:59'),
};

/** What a draft is reviewed by, to begin with. */
const draftGuide: NonNullable<NonNullable<ForumSettings['rules']['review']>['guide']> = {
  kind: 'rubric',
  title: 'A draft',
  anyNumber: false,
  criteria: [
    criterion('aim', 'What it is for', 'Does the draft say what its author wants to know?', [
      'One could answer it at once',
      'It can be guessed',
      'It does not say',
    ]),
    criterion('ground', 'What it stands on', 'Is what it claims shown, with a source or an example?', [
      'All of it',
      'Some of it',
      'Hardly any',
    ]),
    criterion('thread', 'How it holds together', 'Does each paragraph follow from the one before?', [
      'It reads in one go',
      'With a stop or two',
      'It falls apart',
    ]),
  ],
};

/** A criterion of three steps: two, one and no points. */
function criterion(id: string, title: string, description: string, steps: readonly string[]) {
  return {
    id: `draft-${id}`,
    title,
    description,
    outcomes: [],
    basis: 'initial' as const,
    levels: steps.map((step, index) => ({
      id: `draft-${id}-${index + 1}`,
      title: step,
      description: '',
      points: (steps.length - 1 - index) * 100,
    })),
  };
}

/** Six forums worth starting from, that ship with Juror. */
export function shippedRecipes(): Recipe[] {
  const { evaluation } = newForum().rules;
  const [initial, replies] = evaluation!.parts;
  return [
    recipe(
      'juror-position',
      'A position, then two replies',
      'For a question people can disagree about. Everyone commits before reading the others; the week has two deadlines.',
      doc(
        text('Take a position on the question of this week.'),
        list(
          'Say in your first sentence what you hold.',
          'Support it from one of the readings, and from something you have seen yourself.',
          'Say what would change your mind.',
        ),
        text(
          'Then reply to two people who hold something else. Begin from their best point, not from their weakest.',
        ),
      ),
      { required: { initialMinWords: 150, replies: 2, replyMinWords: 40 } },
      week,
    ),
    recipe(
      'juror-questions',
      'Three questions on a reading',
      'For close reading. Each question opens on its own as soon as a student has answered it; nothing has to be answered twice.',
      doc(
        text(
          'Answer each question before you read what others made of it. A few sentences are enough; quote the line you mean.',
        ),
      ),
      {
        openings: 'answerQuestions',
        questions: [
          {
            id: 'claim',
            retired: false,
            text: doc(text('What does the text claim, in one sentence of your own?')),
          },
          {
            id: 'evidence',
            retired: false,
            text: doc(text('Which piece of evidence carries the most weight, and why that one?')),
          },
          {
            id: 'missing',
            retired: false,
            text: doc(text('What is missing that the author should have dealt with?')),
          },
        ],
        required: { initialMinWords: 40, replies: 1, replyMinWords: 20 },
      },
      week,
    ),
    recipe(
      'juror-journal',
      'A journal that only staff read',
      'For thinking in private. No seal, no replies, a number of entries by the end of the term.',
      doc(
        text(
          'Keep a journal. Write when something occurs to you: what you noticed, what surprised you, what you no longer believe.',
        ),
        text('Only your instructors read it. Style does not matter here; honesty and detail do.'),
      ),
      {
        openings: 'threadsFreely',
        readers: 'staff',
        seal: null,
        required: {
          initialRequired: 0,
          initialMinWords: 0,
          replies: 0,
          replyMinWords: 0,
          posts: 3,
          postMinWords: 50,
        },
        evaluation: {
          ...evaluation!,
          parts: [
            {
              id: 'entries',
              title: 'Entries',
              maximum: 1000,
              basis: 'whole',
              kind: 'completion',
              allOrNothing: false,
            },
          ],
          lateness: { kind: 'none' },
        },
      },
      { postingFrom: on(0, '08:00'), repliesDue: on(27, '23:59'), postingUntil: on(28, '23:59') },
    ),
    recipe(
      'juror-exchange',
      'Exchange of drafts',
      'For work in progress. Everyone opens one thread with a draft; once it is due, two classmates review it with a guide, and nobody is left out.',
      doc(
        text(
          'Open your thread with the draft as it is, and say at its top what you want to know from your readers.',
        ),
        text('Once the drafts are due you are given two to review:'),
        list(
          'Name the sentence that works best, and say what it does.',
          'Ask one question the draft should answer.',
          'Propose one change you would make first.',
        ),
      ),
      {
        openings: 'oneThreadEach',
        seal: null,
        required: { initialMinWords: 200, replies: 0, replyMinWords: 0, reviews: 2, ownThreadCounts: false },
        review: {
          pairing: 'round',
          pairAt: null,
          guide: draftGuide,
          minWords: 60,
          names: 'shown',
          received: 'atReviewsDate',
          response: true,
        },
        allowed: { ...newForum().rules.allowed, attach: true },
        evaluation: {
          ...evaluation!,
          parts: [
            { ...initial!, title: 'Draft' },
            {
              id: 'reviews',
              title: 'Reviews',
              maximum: 400,
              basis: 'reviews',
              kind: 'completion',
              allOrNothing: false,
            },
          ],
        },
      },
      {
        visibleFrom: on(-3, '08:00'),
        postingFrom: on(0, '08:00'),
        initialDue: on(3, '23:59'),
        reviewsDue: on(9, '23:59'),
        postingUntil: on(10, '23:59'),
      },
    ),
    recipe(
      'juror-spoken',
      'Spoken answers',
      'For a class that answers by voice. Everyone records two minutes before hearing the others; the class listens from post to post, or in a player of its own.',
      doc(
        text('Answer in your own voice, in about two minutes.'),
        list(
          'Record it here, or attach what you recorded elsewhere. A walk along the river counts as a studio.',
          'Write below the recording what you say, or the gist of it: some cannot hear it, and all can search it.',
        ),
        text('Then answer one classmate, by voice or in writing.'),
      ),
      {
        feed: true,
        allowed: {
          ...newForum().rules.allowed,
          attach: true,
          attachments: { kinds: ['audio', 'video'], number: 2, megabytes: 40 },
        },
        required: { initialMinWords: 0, attachment: 1, replies: 1, replyMinWords: 0 },
      },
      week,
    ),
    recipe(
      'juror-welcome',
      'Meet each other',
      'For the first week. Nothing is scored; a starter breaks the silence, and everyone is told when someone replies to them.',
      doc(
        text(
          'Say who you are in five sentences: what you are called, where you are writing from, and one thing here that you would rather not explain twice.',
        ),
        text('Then reply to someone you do not know yet.'),
      ),
      {
        openings: 'threadsFreely',
        seal: null,
        evaluation: null,
        required: { initialRequired: 1, initialMinWords: 0, replies: 1, replyMinWords: 0 },
      },
      { postingFrom: on(0, '08:00'), initialDue: on(4, '23:59'), repliesDue: on(6, '23:59') },
      doc(
        text(
          'I begin, so that nobody has to be first. Ask me anything about this course that the syllabus does not say.',
        ),
      ),
    ),
  ].map((each) =>
    each.id === 'juror-questions'
      ? {
          ...each,
          settings: {
            ...each.settings,
            rules: {
              ...each.settings.rules,
              evaluation: { ...evaluation!, parts: [{ ...initial!, title: 'Answers' }, replies!] },
            },
          },
        }
      : each,
  );
}
