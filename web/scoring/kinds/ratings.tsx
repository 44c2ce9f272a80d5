import { z } from 'zod';
import { partSchemas } from '../../../contract/parts';
import type { RatingsPart } from '../../../core/course/evaluation';
import { wholeText } from '../../forms/codecs';
import { NumberField } from '../form/fields';
import type { PartFace } from '../partFace';
import { suggestedSheet } from '../sheet/suggestedSheet';

interface Fields {
  readonly atLeast: string;
}

/** What other students gave the posts. */
export const ratings: PartFace<RatingsPart, Fields, object> = {
  form: {
    offers: [{ words: 'by the ratings of others' }],
    start: { atLeast: '3' },
    codec: z.object({ atLeast: wholeText(partSchemas.ratings.part.shape.atLeast) }),
    Fields: ({ fields, name, says, change }) => (
      <div className="mt-2 flex flex-wrap items-center gap-2 pl-7 text-sm">
        The mean of what other students gave the posts, once there are
        <NumberField
          whole
          label={`Ratings needed for ${name}`}
          value={fields.atLeast}
          change={(atLeast) => change({ atLeast })}
        />
        ratings.
        {says('atLeast')}
      </div>
    ),
  },
  sheet: suggestedSheet(),
};
