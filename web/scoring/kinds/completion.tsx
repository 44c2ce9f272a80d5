import { z } from 'zod';
import { partSchemas } from '../../../contract/parts';
import type { CompletionPart } from '../../../core/course/evaluation';
import type { PartFace } from '../partFace';
import { suggestedSheet } from '../sheet/suggestedSheet';

interface Fields {
  readonly allOrNothing: boolean;
}

/** The share of required posts that were made, or all of them or nothing. */
export const completion: PartFace<CompletionPart, Fields, object> = {
  form: {
    offers: [
      { words: 'by how many were made', sets: { allOrNothing: false } },
      { words: 'only if all were made', sets: { allOrNothing: true } },
    ],
    start: { allOrNothing: false },
    codec: z.object({ allOrNothing: partSchemas.completion.part.shape.allOrNothing }),
    Fields: null,
  },
  sheet: suggestedSheet(),
};
