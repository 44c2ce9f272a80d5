import { toast } from './toast';
import { sentenceOf } from '../data/api';

/** Tells what went wrong in a message that goes by itself. */
export const sayWhyNot = (error: unknown): void => void toast.error(sentenceOf(error));

/**
 * Does something that was asked for; where it does not work, says why in a message that goes by itself.
 *
 * @returns whether it worked
 * @example await orSayWhyNot(() => call(setFollow, params, { follow: true }))
 */
export async function orSayWhyNot(work: () => Promise<unknown>): Promise<boolean> {
  try {
    await work();
    return true;
  } catch (error) {
    sayWhyNot(error);
    return false;
  }
}
