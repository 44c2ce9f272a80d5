import { addresses } from '../words/addresses';
import { newForum } from '../contract/newForum';
import { textOf } from '../core/text/textOf';
import { COURSE, groupId, studentId, when } from './course';
import {
  BRIEF_GUIDE,
  HYDROGRAPH_ANSWERS,
  HYDROGRAPH_REPLY,
  MAPS_LEVELS,
  MAPS_REPLY,
  PIPES_RATINGS,
  PIPES_REPLIES,
  PIPES_RUBRIC,
} from './scoring';
import { dates, evaluation, free, nothing, settings, table, withCard, type Sketch } from './forumSketch';
import { shownBy } from './standIn/standIn';

const SKETCHES: readonly Sketch[] = [
  {
    id: 'help-desk',
    title: 'Course help desk',
    unit: null,
    category: null,
    publish: true,
    prompt:
      'Ask anything about the course here. Whoever knows the answer may give it; one of us looks in every weekday.',
    rules: { ...free, required: nothing, hold: 'first' },
  },
  {
    id: 'nearest-water',
    title: 'Name the water nearest your door',
    unit: 'unit-1',
    category: null,
    publish: true,
    prompt:
      'Before we read anything: go outside and find the water nearest to your door. A tap counts, a puddle counts, a river counts only if it is nearest.\n\nOpen a thread with its name, or give it one.',
    rules: {
      ...free,
      required: nothing,
      schedule: { postingFrom: when('02-02 08:00'), postingUntil: when('02-15 23:59') },
    },
  },
  {
    id: 'old-maps',
    title: 'What the old maps left out',
    unit: 'unit-1',
    category: 'readings',
    publish: true,
    prompt:
      'Choose one map of your own town made before 1960. Describe something the river did or was that the map does not show, and say who would have minded if it had.\n\nForty words are enough; a picture is welcome in class.',
    rules: {
      schedule: dates('02-06', '02-09', '02-11', '02-15', '02-16'),
      required: { initialMinWords: 40, replies: 1, replyMinWords: 15 },
      evaluation: {
        ...evaluation,
        maximum: 500,
        parts: [MAPS_LEVELS, MAPS_REPLY],
        secondReading: true,
      },
    },
  },
  {
    id: 'hydrograph',
    title: 'Reading a hydrograph',
    unit: 'unit-1',
    category: 'readings',
    publish: true,
    prompt: {
      type: 'doc',
      content: [
        ...textOf(
          'The table shows the river at the town gauge, in cubic metres a second, after the same rain in 1974 and in 2014. Look at it for longer than you want to, then answer each question before you read what others saw.',
        ).content!,
        table([
          ['Hours after the rain', '1974', '2014'],
          ['0', '9', '9'],
          ['3', '14', '31'],
          ['6', '27', '40'],
          ['9', '41', '33'],
          ['24', '19', '12'],
        ]),
      ],
    },
    rules: {
      openings: 'answerQuestions',
      questions: [
        {
          id: 'peak',
          retired: false,
          text: textOf('Where is the peak, and what do you read from the time it takes to come?'),
        },
        {
          id: 'cause',
          retired: false,
          text: textOf('Name one thing that people did, or did not do, that you can see in the curve.'),
        },
        {
          id: 'doubt',
          retired: false,
          text: textOf('What would you want to know before you trusted this graph in a hearing?'),
        },
      ],
      schedule: dates('02-09', '02-10', '02-13', '02-18', '02-19'),
      required: { initialMinWords: 20, replies: 1, replyMinWords: 15 },
      display: 'percent',
      evaluation: {
        ...evaluation,
        maximum: 600,
        parts: [HYDROGRAPH_ANSWERS, HYDROGRAPH_REPLY],
      },
    },
  },
  {
    id: 'floodplain',
    title: 'Who owns the floodplain?',
    unit: 'unit-2',
    category: 'hearings',
    publish: true,
    prompt:
      'A floodplain is dry land that is sometimes river. It has deeds, tenants, insurers, pumps and fish.\n\nSay who owns it. Take a position, support it from at least one of the readings and from one thing you have seen yourself, and say what would change your mind.',
    rules: {
      // Two words are enough to read on: what that leads to is one of the things this forum shows.
      seal: { minWords: 2, lift: 'whenPostingCloses' },
      schedule: dates('02-13', '02-16', '02-19', '02-24', '03-01'),
      required: { initialMinWords: 90, replies: 2, replyMinWords: 20 },
      evaluation: { ...evaluation, gate: 'replies' },
    },
  },
  {
    id: 'river-journal',
    title: 'River journal',
    unit: 'unit-2',
    category: 'readings',
    publish: true,
    prompt:
      'Keep a journal of what you see of the river this term, and of what the reading does to your eyes. Three entries of fifty words are asked for; nobody has ever stopped at three.',
    rules: {
      openings: 'threadsFreely',
      readers: 'staff',
      seal: null,
      schedule: {
        postingFrom: when('02-16 08:00'),
        repliesDue: when('03-23 23:59'),
        postingUntil: when('03-24 23:59'),
      },
      required: { ...nothing, posts: 3, postMinWords: 50 },
      display: 'done',
      evaluation: {
        ...evaluation,
        lateness: { kind: 'none' },
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
      },
    },
  },
  {
    id: 'weir-hearing',
    title: 'The weir hearing',
    unit: 'unit-2',
    category: 'hearings',
    publish: true,
    prompt: withCard(
      'Your stream hears the case of the weir, and each of you speaks as one of six: the miller, the angler, the town treasurer, the farmer below the weir, the ecologist, the child who swims there.\n\nSay what should happen to the weir, and what it would cost you if you are wrong. Then answer at least two others of your stream who speak for someone else.',
      shownBy(
        'map',
        'The weir and what is below it',
        'A map: the river comes from the left and turns at the weir; the mill stands above it, the farm and the bathing place below.',
      ),
    ),
    rules: {
      readers: 'group',
      groupPlanId: 'streams',
      schedule: dates('02-25', '02-27', '03-04', '03-09', '03-10'),
      required: { initialMinWords: 80, replies: 3, different: 2, replyMinWords: 20 },
      ownTerms: [
        {
          id: 'evening-later',
          targets: { kind: 'sections', ids: ['evening'] },
          dates: { initialDue: { at: when('03-05 23:59') } },
          numbers: {},
        },
        {
          id: 'ines-later',
          targets: { kind: 'students', ids: [studentId('Ines', 'Vardanyan')] },
          dates: { postingUntil: { at: when('03-13 23:59') } },
          numbers: {},
        },
      ],
    },
  },
  {
    id: 'small-rivers',
    title: 'Small rivers, large pipes',
    unit: 'unit-2',
    category: 'hearings',
    publish: true,
    prompt: withCard(
      'Somewhere under your city a river runs in a pipe. Find out its name and where it comes out, and argue for or against letting it see daylight again.',
      shownBy(
        'film',
        'The Tannery Cut, a film without words',
        'Twenty seconds. A street in section: a bus drives over it from left to right; below the street, in the dark, a river runs on towards the right in a pipe.',
      ),
    ),
    rules: {
      schedule: dates('03-02', '03-03', '03-06', '03-11', '03-13'),
      required: { initialMinWords: 80, replies: 2, replyMinWords: 20 },
      allowed: {
        ...newForum().rules.allowed,
        attach: true,
        attachments: { kinds: ['image', 'document', 'audio', 'video'], number: 3, megabytes: 25 },
        approve: 'ratings',
      },
      evaluation: { ...evaluation, parts: [PIPES_RUBRIC, PIPES_REPLIES, PIPES_RATINGS] },
    },
  },
  {
    id: 'river-under',
    title: 'A river runs under it',
    unit: 'unit-3',
    category: 'hearings',
    publish: true,
    prompt: {
      type: 'doc',
      content: [
        ...textOf(
          'Take the plan of the covered quay that is handed out on Monday. Decide what you would open first, and for whom.',
        ).content!,
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'This builds on your position in ' },
            {
              type: 'text',
              text: 'The weir hearing',
              marks: [{ type: 'link', attrs: { href: addresses.forum(COURSE, 'weir-hearing') } }],
            },
            { type: 'text', text: '.' },
          ],
        },
      ],
    },
    rules: {
      schedule: dates('03-04', '03-09', '03-12', '03-17', '03-19'),
      required: { initialMinWords: 100, replies: 2, replyMinWords: 20 },
      prerequisites: [{ forumId: 'weir-hearing', condition: { kind: 'initialPosts' } }],
    },
  },
  {
    id: 'briefs',
    title: 'Draft exchange: a restoration brief',
    unit: 'unit-2',
    category: 'hearings',
    publish: true,
    prompt:
      'Post the first page of your brief, as it is. Say at its top what you want to know from your readers.\n\nOnce the briefs are due you are given two of your stream to review: what would make each of them better? Three streams begin; the others follow after the hearing.',
    rules: {
      openings: 'oneThreadEach',
      readers: 'group',
      groupPlanId: 'streams',
      seal: null,
      audience: {
        kind: 'listed',
        sectionIds: [],
        groupIds: ['Osier Run', 'Tannery Cut', 'Sallow Burn'].map(groupId),
        studentIds: [],
      },
      schedule: {
        visibleFrom: when('02-23 08:00'),
        postingFrom: when('02-23 08:00'),
        initialDue: when('03-01 23:59'),
        reviewsDue: when('03-04 23:59'),
        postingUntil: when('03-09 23:59'),
      },
      required: { initialMinWords: 50, replies: 0, replyMinWords: 0, reviews: 2 },
      review: {
        pairing: 'round',
        pairAt: null,
        guide: BRIEF_GUIDE,
        minWords: 25,
        names: 'reviewerHidden',
        received: 'atReviewsDate',
        response: true,
      },
      evaluation: {
        ...evaluation,
        parts: [
          { ...evaluation.parts[0]!, title: 'Brief' },
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
  },
  {
    id: 'exchange',
    title: 'A question and a change',
    unit: 'unit-3',
    category: 'hearings',
    publish: true,
    prompt:
      'Open your thread with the first page of your brief, as it is. Say at its top what you want to know from your readers.\n\nThen answer the other people of your stream: one sentence that works, one question, one change you would make first.',
    rules: {
      openings: 'oneThreadEach',
      readers: 'group',
      groupPlanId: 'streams',
      openSpacesAfterClose: true,
      seal: null,
      schedule: dates('03-05', '03-10', '03-16', '03-21', '03-23'),
      required: { initialMinWords: 150, replies: 2, replyMinWords: 40, ownThreadCounts: false },
      prerequisites: [{ forumId: 'weir-hearing', condition: { kind: 'allPosts' } }],
      allowed: { ...newForum().rules.allowed, approve: 'nods', approveShown: 'open' },
    },
  },
  {
    id: 'paying',
    title: 'Paying for the flood',
    unit: 'unit-3',
    category: 'hearings',
    publish: true,
    prompt:
      'Three ways of paying for a flood are on the table: insurance, a fund, a tax on dry land. Defend the one you like least.',
    rules: {
      schedule: { ...dates('03-16', '03-16', '03-20', '03-28', '03-30'), visibleUntil: when('03-24 23:59') },
      required: { initialMinWords: 120, replies: 3, different: 2, replyMinWords: 20 },
      evaluation: { ...evaluation, gate: 'replies' },
    },
  },
  {
    id: 'letters',
    title: 'Letters to the water board',
    unit: 'unit-4',
    category: 'hearings',
    publish: false,
    prompt: 'Write the letter you would really send.',
    rules: { schedule: dates('03-16', '03-17', '03-21', '03-25', '03-27') },
  },
  {
    id: 'map-left-out',
    title: 'What the map left out, again',
    unit: 'unit-4',
    category: null,
    publish: false,
    prompt: 'Return to your map of week two. What would you draw now?',
    rules: {
      schedule: dates('03-23', '03-23', '03-26', '03-29', '03-30'),
      required: { initialMinWords: 60, replies: 1 },
    },
  },
];

/** Every forum of the demo, in the order of the plan. */
export const demoForums = SKETCHES.map((sketch) => ({
  id: sketch.id,
  publish: sketch.publish,
  settings: settings(sketch),
}));
