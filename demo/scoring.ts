import type { ForumRules } from '../contract/forumSettings';

type Part = NonNullable<ForumRules['evaluation']>['parts'][number];

const level = (id: string, title: string, points: number, description: string) => ({
  id,
  title,
  points,
  description,
});

/** The first post of *Small rivers, large pipes*, judged by three criteria. */
export const PIPES_RUBRIC: Part = {
  id: 'case',
  title: 'The case',
  maximum: 600,
  basis: 'initial',
  kind: 'rubric',
  guideId: 'case-for-a-river',
  anyNumber: false,
  criteria: [
    {
      id: 'position',
      title: 'Position',
      description: 'Says for or against, and what it would cost.',
      outcomes: ['R1'],
      basis: 'initial',
      levels: [
        level('clear', 'Clear and costed', 250, 'One can vote on it.'),
        level('clear-free', 'Clear', 175, 'For or against, but nobody pays.'),
        level('both', 'On both sides', 75, ''),
        level('none', 'Not there', 0, ''),
      ],
    },
    {
      id: 'found',
      title: 'What was found out',
      description: 'The name of the river, where it goes in and where it comes out.',
      outcomes: ['R2', 'R3'],
      basis: 'initial',
      levels: [
        level('went-there', 'Seen or asked', 200, 'Went there, or asked someone who had.'),
        level('read', 'Read', 125, 'From a map or a page.'),
        level('guessed', 'Guessed', 0, ''),
      ],
    },
    {
      id: 'other-side',
      title: 'The other side',
      description: 'The best reason against it is named and answered.',
      outcomes: ['R4'],
      basis: 'whole',
      levels: [
        level('answered', 'Answered', 150, ''),
        level('named', 'Named', 75, ''),
        level('missing', 'Missing', 0, ''),
      ],
    },
  ],
};

/** The replies of *Small rivers, large pipes*, post by post. */
export const PIPES_REPLIES: Part = {
  id: 'replies',
  title: 'Replies',
  maximum: 300,
  basis: 'replies',
  kind: 'perPost',
  each: 300,
  combine: { by: 'best', n: 2 },
  unscored: 'incomplete',
};

/** What classmates made of the posts in *Small rivers, large pipes*. */
export const PIPES_RATINGS: Part = {
  id: 'classmates',
  title: 'Classmates',
  maximum: 100,
  basis: 'whole',
  kind: 'ratings',
  atLeast: 1,
};

/** The answers of *Reading a hydrograph*: three tick themselves, one is ticked by hand. */
export const HYDROGRAPH_ANSWERS: Part = {
  id: 'initial',
  title: 'Answers',
  maximum: 450,
  basis: 'initial',
  kind: 'checklist',
  guideId: 'answers-to-a-graph',
  items: [
    { id: 'peak', title: 'The peak is answered', points: 125, slot: { kind: 'initial', number: 1 } },
    { id: 'cause', title: 'The cause is answered', points: 125, slot: { kind: 'initial', number: 2 } },
    { id: 'doubt', title: 'The doubt is answered', points: 125, slot: { kind: 'initial', number: 3 } },
    { id: 'axes', title: 'Says what the axes measure', points: 75, slot: null },
  ],
};

/** The descriptions of *What the old maps left out*, by one of four levels. */
export const MAPS_LEVELS: Part = {
  id: 'initial',
  title: 'Description',
  maximum: 300,
  basis: 'initial',
  kind: 'levels',
  guideId: 'place-described',
  levels: [
    { id: 'there', title: 'One could walk there', description: '', share: 10_000 },
    { id: 'seen', title: 'One can see it', description: '', share: 8500 },
    { id: 'told', title: 'One is told', description: '', share: 6500 },
    { id: 'absent', title: 'Not there', description: '', share: 0 },
  ],
};

/** A criterion of a reply, of which any number up to a most may be given. */
const ofReply = (id: string, title: string, most: number, outcomes: string[]) => ({
  id,
  title,
  description: '',
  outcomes,
  basis: 'replies' as const,
  levels: [level(`${id}-all`, 'All of it', most, ''), level(`${id}-none`, 'Nothing', 0, '')],
});

/** The reply of *What the old maps left out*. */
export const MAPS_REPLY: Part = {
  id: 'replies',
  title: 'Peer replies',
  maximum: 200,
  basis: 'replies',
  kind: 'rubric',
  anyNumber: true,
  criteria: [
    ofReply('brought', 'Something found out, brought to a classmate', 100, ['R2']),
    ofReply('taken-up', 'Takes up what the other one wrote', 100, ['R4']),
  ],
};

/** The reply of *Reading a hydrograph*. */
export const HYDROGRAPH_REPLY: Part = {
  id: 'replies',
  title: 'Reply',
  maximum: 150,
  basis: 'replies',
  kind: 'rubric',
  anyNumber: true,
  criteria: [
    ofReply('curve', 'Reads the curve with the classmate', 75, ['R3']),
    ofReply('further', 'Brings the answer further', 75, ['R4']),
  ],
};

/** A criterion of a first post, with its levels from the best: id, title, points. */
const criterion = (
  id: string,
  title: string,
  description: string,
  levels: readonly (readonly [id: string, title: string, points: number])[],
) => ({
  id,
  title,
  description,
  outcomes: [],
  basis: 'initial' as const,
  levels: levels.map(([name, words, points]) => level(`${id}-${name}`, words, points, '')),
});

/** What a restoration brief is reviewed by. */
export const BRIEF_GUIDE = {
  kind: 'rubric' as const,
  title: 'A restoration brief',
  anyNumber: false,
  criteria: [
    criterion('question', 'The question at its top', 'Does it say what its author wants to know?', [
      ['clear', 'One could answer it', 200],
      ['there', 'It is there, and vague', 100],
      ['none', 'It is not there', 0],
    ]),
    criterion('place', 'The place', 'Could one walk there with this page in hand?', [
      ['walk', 'One could walk there', 200],
      ['with-map', 'With a map', 100],
      ['lost', 'One would be lost', 0],
    ]),
    criterion('cost', 'What it costs, and whom', '', [
      ['both', 'Both are said', 200],
      ['one-of', 'One of the two', 100],
      ['neither', 'Neither', 0],
    ]),
  ],
};
