import { EMPTY_TEXT } from '../core/text/richText';
import type { ForumSettings } from './forumSettings';

/**
 * A forum as it starts: sealed answers to the prompt, an initial post of 100 words and two replies to different people,
 * 10 points, so that a title, a prompt and two due dates make a good forum.
 */
export function newForum(): ForumSettings {
  return {
    title: '',
    unitId: null,
    prompt: EMPTY_TEXT,
    categoryId: null,
    starter: null,
    itemId: null,
    rules: {
      openings: 'answerPrompt',
      readers: 'class',
      groupPlanId: null,
      openSpacesAfterClose: false,
      audience: { kind: 'everyone' },
      schedule: {
        visibleFrom: null,
        visibleUntil: null,
        postingFrom: null,
        postingUntil: null,
        initialDue: null,
        repliesDue: null,
        reviewsDue: null,
      },
      graceMinutes: 0,
      seal: { minWords: null, lift: 'whenPostingCloses' },
      review: null,
      questions: [],
      threading: 'nested',
      hold: 'none',
      told: 'each',
      recent: true,
      feed: false,
      recommended: { initial: null, reply: null, post: null },
      display: 'points',
      required: {
        initialRequired: 1,
        initialMinWords: 100,
        replyMinWords: 20,
        postMinWords: 0,
        replies: 2,
        different: null,
        reviews: 0,
        posts: 0,
        attachment: 0,
        ownThreadCounts: true,
        questions: null,
      },
      ownTerms: [],
      prerequisites: [],
      allowed: {
        postAfterDue: true,
        edit: 'untilPostingCloses',
        remove: 'untilAnswered',
        attach: false,
        quote: true,
        approve: 'off',
        approveShown: 'private',
        attachments: { kinds: ['image', 'document', 'audio', 'video'], number: 3, megabytes: 8 },
      },
      ready: { when: 'complete', afterLastDue: true },
      evaluation: {
        maximum: 1000,
        parts: [
          { id: 'initial', title: 'Initial post', maximum: 600, basis: 'initial', kind: 'direct' },
          {
            id: 'replies',
            title: 'Replies',
            maximum: 400,
            basis: 'replies',
            kind: 'completion',
            allOrNothing: false,
          },
        ],
        lateness: { kind: 'perDay', percent: 1000, atMost: 5000 },
        gate: 'none',
        aboveMaximum: false,
        lookAgain: { until: null },
      },
    },
  };
}
