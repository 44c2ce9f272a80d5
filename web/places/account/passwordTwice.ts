import { z } from 'zod';
import { newPassword } from '../../../contract/account';

/** A password as it is typed when it is chosen: twice. */
export const passwordTwice = z.object({ password: newPassword, again: z.string() });

/** Holds a form to the same password twice. */
export const isTwice = <T extends z.ZodType<{ password: string; again: string }>>(form: T) =>
  form.refine(({ password, again }) => password === again, {
    path: ['again'],
    message: 'The two passwords differ. Type the same one twice.',
  });
