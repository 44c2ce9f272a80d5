import type { Id } from '../../course/id';
import { fillOrder, type Filler } from '../fillOrder';
import { isPeerReply } from '../peerReply';
import { slotsFrom, type Ground } from './ground';
import type { Requirement } from './requirement';

/** The replies that fill slots, in slot order: at most R, of which at most R − D answer someone already credited. */
function creditedReplies(ground: Ground): Filler[] {
  const { replies, different, replyMinWords } = ground.terms.numbers;
  const peer = ground.own.filter((post) => isPeerReply(post, ground.forum.required.ownThreadCounts));
  const credited = new Set<Id>();
  const filled: Filler[] = [];
  let repeats = 0;
  for (const filler of fillOrder(peer, replyMinWords, ground.t)) {
    if (filled.length === replies) break;
    const to = filler.post.answers!.authorId;
    if (credited.has(to)) {
      if (repeats === replies - different) continue;
      repeats++;
    }
    credited.add(to);
    filled.push(filler);
  }
  return filled;
}

/** Answers to other students, some of them to different ones. (rules §5) */
export const reply: Requirement = {
  kind: 'reply',
  count: 'replies',
  words: 'replyMinWords',
  basis: 'replies',
  isPost: true,
  slots: (ground) =>
    slotsFrom(ground, 'reply', ground.terms.numbers.replies, ground.ask.repliesDue, creditedReplies(ground)),
};
