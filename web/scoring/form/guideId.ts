import { z } from 'zod';
import { id } from '../../../contract/basics';

/** The guide of the library that a part was taken from; empty where it is of this forum alone. */
export const guideIdText = z.codec(z.string(), id.nullish(), {
  decode: (text) => text || undefined,
  encode: (guide) => guide ?? '',
});
