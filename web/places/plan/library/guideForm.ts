import { z } from 'zod';
import { refuse } from '../../../forms/readInto';
import type { Guide } from '../../../../core/course/evaluation';
import { guideFields, readGuide } from '../../../scoring/partForm';

/** A guide of the library as it is typed. */
export interface TypedGuide {
  readonly title: string;
  readonly forCourse: boolean;
  /** The fields of its kind. */
  readonly fields: object;
}

/** A guide as its form begins. */
export const typedGuide = (guide: Guide, forCourse: boolean, title = guide.title): TypedGuide => ({
  title,
  forCourse,
  fields: guideFields(guide),
});

/** Reads a guide of a kind from its form; what cannot be read is told at its field. */
export const guideForm = (kind: Guide['kind']) =>
  z
    .object({ title: z.string(), forCourse: z.boolean(), fields: z.custom<object>() })
    .transform(({ title, forCourse, fields }, context) => {
      if (title.trim() === '') refuse(context, ['title'], 'Give it a name.');
      const { guide, problems } = readGuide(kind, fields, title);
      for (const [field, message] of Object.entries(problems ?? {}))
        refuse(context, ['fields', ...field.split('.')], message!);
      return { guide: guide!, forCourse };
    });
