import type { ForumRules, ForumSettings } from '../contract/forumSettings';
import { newForum } from '../contract/newForum';
import type { RichNode } from '../core/text/richText';
import { textOf } from '../core/text/textOf';
import { when } from './course';

/** What a forum of the demo says of itself; everything else is as in a new forum. */
export interface Sketch {
  readonly id: string;
  readonly title: string;
  readonly unit: string | null;
  readonly category: string | null;
  readonly prompt: string | RichNode;
  readonly rules: Partial<Omit<ForumRules, 'schedule' | 'required'>> & {
    schedule?: Partial<ForumRules['schedule']>;
    required?: Partial<ForumRules['required']>;
  };
  readonly publish: boolean;
}

/** The settings of a forum that is sketched. */
export function settings(sketch: Sketch): ForumSettings {
  const base = newForum();
  return {
    title: sketch.title,
    unitId: sketch.unit,
    categoryId: sketch.category,
    prompt: typeof sketch.prompt === 'string' ? textOf(sketch.prompt) : sketch.prompt,
    starter: null,
    itemId: null,
    rules: {
      ...base.rules,
      ...sketch.rules,
      schedule: { ...base.rules.schedule, ...sketch.rules.schedule },
      required: { ...base.rules.required, ...sketch.rules.required },
    },
  };
}

/** How a new forum is evaluated; the sketches change what they need. */
export const evaluation = newForum().rules.evaluation!;

/** The dates of a forum, by their days in the term. */
export const dates = (from: string, posting: string, initial: string, replies: string, until: string) => ({
  visibleFrom: when(`${from} 08:00`),
  postingFrom: when(`${posting} 08:00`),
  initialDue: when(`${initial} 23:59`),
  repliesDue: when(`${replies} 23:59`),
  postingUntil: when(`${until} 23:59`),
});

/** A table as the editor makes it; its first row is its head. */
export const table = (rows: readonly (readonly string[])[]): RichNode => ({
  type: 'table',
  content: rows.map((row, index) => ({
    type: 'tableRow',
    content: row.map((text) => ({
      type: index === 0 ? 'tableHeader' : 'tableCell',
      content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
    })),
  })),
});

/** A prompt with a card below it. */
export function withCard(prompt: string, card: RichNode): RichNode {
  const doc = textOf(prompt);
  return { ...doc, content: [...(doc.content ?? []), card] };
}

/** A forum in which everyone opens threads and nothing is evaluated. */
export const free: Partial<ForumRules> = { openings: 'threadsFreely', seal: null, evaluation: null };
/** Nothing is required. */
export const nothing = { initialRequired: 0, initialMinWords: 0, replies: 0, replyMinWords: 0 };
