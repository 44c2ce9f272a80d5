/** What an entry of the course record is about. */
export type Subject =
  /** The course's own settings, the order of its plan, its whole roster, its sections. */
  | { readonly of: 'course' | 'plan' | 'roster' | 'sections' }
  /** Who was invited to the course. */
  | { readonly of: 'invitations' }
  | {
      readonly of:
        | 'announcement'
        | 'forum'
        | 'item'
        | 'groupPlan'
        | 'member'
        | 'post'
        | 'look'
        | 'moreTime'
        | 'note'
        | 'review';
      readonly id: string;
    }
  /** A finding of the checks, which is put aside or taken up. */
  | { readonly of: 'finding'; readonly forumId: string; readonly code: string }
  /** Who evaluates whom in a forum. */
  | { readonly of: 'docket'; readonly forumId: string }
  /** Who reviews whom in a forum, or must not in the course. */
  | { readonly of: 'reviewing'; readonly forumId: string }
  | { readonly of: 'mustNots' }
  /** When the scores of an item are released by themselves. */
  | { readonly of: 'release'; readonly itemId: string }
  | { readonly of: 'score' | 'reading'; readonly itemId: string; readonly studentId: string };

/** A subject as the record keeps it: `forum:floodplain`, `score:floodplain:ines`. */
export function subjectText(subject: Subject): string {
  switch (subject.of) {
    case 'course':
    case 'plan':
    case 'roster':
    case 'sections':
    case 'invitations':
      return subject.of;
    case 'finding':
      return `forum:${subject.forumId}:${subject.code}`;
    case 'mustNots':
      return subject.of;
    case 'reviewing':
      return `reviewing:${subject.forumId}`;
    case 'docket':
      return `docket:${subject.forumId}`;
    case 'release':
      return `release:${subject.itemId}`;
    case 'score':
    case 'reading':
      return `${subject.of}:${subject.itemId}:${subject.studentId}`;
    default:
      return `${subject.of}:${subject.id}`;
  }
}

/** What belongs to the course as it is kept in memory: who changes it has it read anew. */
const IN_SETUP: ReadonlySet<Subject['of']> = new Set([
  'course',
  'plan',
  'roster',
  'sections',
  'forum',
  'item',
  'groupPlan',
  'member',
]);

/** Whether a change of something changes what is kept of the course in memory. */
export const isInSetup = ({ of }: Subject): boolean => IN_SETUP.has(of);
