import type { Reviewing } from '../../../contract/reviewing';

type Assignment = Reviewing['assignments'][number];

/** How an assignment stands, in a word or two. */
export const STATE_WORDS: Readonly<Record<Assignment['state'], string>> = {
  toWrite: 'to write',
  sent: 'sent',
  withheld: 'withheld',
  received: 'received',
  lapsed: 'lapsed',
  moved: 'moved',
  withdrawn: 'taken back',
};

/** How the names of assignments begin that would be made, were partners drawn now. */
export const PREVIEW = 'preview-';

/** Whether an assignment still stands. */
export const stands = ({ state }: Assignment): boolean =>
  state === 'toWrite' || state === 'sent' || state === 'withheld' || state === 'received';

/** What the page can be narrowed to, each with whom it is about. */
export const FILTERS = {
  all: { words: 'Everybody', fits: () => true },
  toWrite: { words: 'Has a review to write', fits: (each: Assignment) => each.state === 'toWrite' },
  late: { words: 'Late', fits: (each: Assignment) => each.late && stands(each) },
  far: { words: 'Far from the others', fits: (each: Assignment) => each.far },
  withheld: { words: 'Withheld', fits: (each: Assignment) => each.state === 'withheld' },
} as const satisfies Record<string, { words: string; fits: (each: Assignment) => boolean }>;
export type FilterName = keyof typeof FILTERS;

/** What somebody did by hand, in a few words. */
export function stepWords(
  { action, about }: NonNullable<Reviewing['lastStep']>,
  nameOf: (id: string) => string,
): string {
  if (about === null) return 'partners drawn anew';
  const review = `${nameOf(about.reviewerId)}’s review of ${nameOf(about.authorId)}`;
  if (action === 'withdrawn') return `${review} taken back`;
  return action === 'moved' ? `a review moved to ${nameOf(about.reviewerId)}` : `${review} assigned`;
}
