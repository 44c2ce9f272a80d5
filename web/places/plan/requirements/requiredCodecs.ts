import { z } from 'zod';
import { requiredNumbers } from '../../../../contract/requirements';
import { wholeText } from '../../../forms/codecs';

/** A requirement of one at most, as a box to tick. */
const ticked = z.codec(z.boolean(), z.number(), { decode: (on) => (on ? 1 : 0), encode: (n) => n > 0 });

const bounds = requiredNumbers.shape;

/** The numbers of what is required, as they are typed; what each requires stands with its fields. */
export const requiredCodecs = {
  initialRequired: ticked,
  initialMinWords: wholeText(bounds.initialMinWords),
  replies: wholeText(bounds.replies),
  different: wholeText(bounds.different),
  replyMinWords: wholeText(bounds.replyMinWords),
  posts: wholeText(bounds.posts),
  postMinWords: wholeText(bounds.postMinWords),
  attachment: ticked,
};
