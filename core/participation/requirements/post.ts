import { fillOrder } from '../fillOrder';
import { slotsFrom } from './ground';
import type { Requirement } from './requirement';

/** Posts of any kind: entries of a journal, or so many posts in all. (rules §5) */
export const post: Requirement = {
  kind: 'post',
  count: 'posts',
  words: 'postMinWords',
  basis: null,
  isPost: true,
  slots(ground) {
    const { posts, postMinWords } = ground.terms.numbers;
    return slotsFrom(
      ground,
      'post',
      posts,
      ground.ask.lastDue,
      fillOrder(ground.own, postMinWords, ground.t),
    );
  },
};
