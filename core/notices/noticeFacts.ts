import type { PostInPlace } from '../access/mayRead';
import type { Assignment } from '../course/assignment';
import type { CourseData } from '../course/courseData';
import type { Id } from '../course/id';
import type { Post } from '../course/post';
import type { Person } from '../course/roster';
import type { Instant } from '../time/instant';
import type { ToldDates } from './notice';

/** Something staff decided about a post of the person. */
export interface PostDecision {
  readonly kind: 'approved' | 'returned' | 'changeApproved' | 'changeReturned' | 'removed' | 'edited';
  readonly forumId: Id;
  readonly postId: Id;
  readonly at: Instant;
  readonly by: Id;
  readonly reason: string | null;
}

/** A forum or a post that someone sent to the person. */
export interface Sending {
  readonly id: Id;
  readonly at: Instant;
  readonly from: Id;
  readonly forumId: Id;
  readonly postId: Id | null;
  readonly line: string | null;
}

/** Something staff announced to the person, at its moment or before. */
export interface Announced {
  readonly id: Id;
  readonly at: Instant;
  readonly by: Id;
  readonly title: string;
  readonly text: string;
}

/**
 * What happened that a person might be told of. Nothing in it is decided: whether the person may know of it is asked when they
 * are told, never when it happened.
 */
export interface NoticeFacts {
  readonly course: CourseData;
  readonly person: Person;
  /** Posts of others that answer the person or call them by name. */
  readonly towards: readonly { readonly post: Post; readonly mentionedAt: Instant | null }[];
  /** Where a post stands at the instant asked for; undefined where it does not exist then. */
  readonly placeOf: (post: Pick<Post, 'id' | 'forumId'>) => PostInPlace | undefined;
  readonly decisions: readonly PostDecision[];
  /** By forum; by item where no forum feeds it. */
  readonly released: readonly {
    /** The forum, or the item that none feeds. */
    readonly forumId: Id;
    readonly byHand: boolean;
    readonly at: Instant;
  }[];
  /** Answers to what the person asked to be looked at again. */
  readonly looked: readonly {
    readonly id: Id;
    readonly forumId: Id;
    readonly at: Instant;
    readonly by: Id | null;
    readonly answer: string;
  }[];
  /** For staff: students who ask for another look and wait, of those they work with. */
  readonly looks: readonly { readonly forumId: Id; readonly studentId: Id; readonly at: Instant }[];
  /** Answers in words to the person's requests for more time. */
  readonly timeAnswered: readonly {
    readonly id: Id;
    readonly forumId: Id;
    readonly at: Instant;
    readonly by: Id | null;
    readonly answer: string;
  }[];
  /** For staff: students who ask for more time and wait, of those they work with. */
  readonly timeAsked: readonly { readonly forumId: Id; readonly studentId: Id; readonly at: Instant }[];
  /** What the person reviews, and the reviews of their posts. */
  readonly reviews: readonly Assignment[];
  /** What staff asked a student, or students answered to staff, each in a conversation of its own. */
  readonly asked: readonly { readonly id: Id; readonly in: Id; readonly at: Instant; readonly by: Id }[];
  readonly sent: readonly Sending[];
  /** Also what is still to come. */
  readonly announced: readonly Announced[];
  /** Forums the person follows, with the posts written there since they last looked at the notice. */
  readonly followed: readonly { readonly forumId: Id; readonly posts: readonly Post[] }[];
  /** Forums whose dates changed for the person since they were last told. */
  readonly dates: readonly {
    readonly forumId: Id;
    readonly at: Instant;
    readonly before: ToldDates;
    readonly after: ToldDates;
  }[];
  /** For staff: posts that wait for approval. */
  readonly held: readonly { readonly post: Post; readonly since: Instant }[];
  /** For staff: posts that students reported and that wait, each with its last report. */
  readonly reported: readonly { readonly post: Post; readonly at: Instant }[];
}
