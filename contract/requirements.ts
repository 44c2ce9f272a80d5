import { z } from 'zod';
import type { NumberName } from '../core/course/forum';

const words = z.int().min(0).max(5000, 'at most 5,000 words');
const number = (most: number) => z.int().min(0).max(most, `at most ${most}`);

/** The bounds of every number of what is required: in a forum, in own terms, and as it holds for one student. */
export const requiredNumbers = z.strictObject({
  initialRequired: number(1),
  initialMinWords: words,
  replies: number(50),
  different: number(50),
  replyMinWords: words,
  reviews: number(5),
  posts: number(100),
  postMinWords: words,
  attachment: number(1),
} satisfies Record<NumberName, z.ZodType>);
