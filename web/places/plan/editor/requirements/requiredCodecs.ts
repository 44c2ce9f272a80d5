import { z } from 'zod';
import { requiredNumbers } from '../../../../../contract/requirements';
import { NUMBER_NAMES, type NumberName } from '../../../../../core/course/forum';
import { wholeText } from '../../../../forms/codecs';

/** A requirement of one at most, as a box to tick. */
const ticked = z.codec(z.boolean(), z.number(), { decode: (on) => (on ? 1 : 0), encode: (n) => n > 0 });

/** What is required or not; any other number is typed. */
type Ticked = 'initialRequired' | 'attachment';

/** The numbers of what is required, as they stand in the form: those of one at most as a box, the others as text. */
export const requiredCodecs = Object.fromEntries(
  NUMBER_NAMES.map((name) => {
    const bounds = requiredNumbers.shape[name];
    return [name, bounds.maxValue === 1 ? ticked : wholeText(bounds)];
  }),
) as { [N in NumberName]: N extends Ticked ? typeof ticked : ReturnType<typeof wholeText> };
