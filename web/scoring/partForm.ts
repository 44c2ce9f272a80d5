import { z } from 'zod';
import { part as partSchema } from '../../contract/parts';
import type { Basis, Guide, Part } from '../../core/course/evaluation';
import type { Id } from '../../core/course/id';
import { mostOf } from '../../core/scoring/guide';
import { maximumWords } from '../../words/numbers';
import { nameText, pointsText } from '../forms/codecs';
import type { FormProblems } from '../forms/readForm';
import { faceOf, partFaces, type TypedFields } from './partFaces';

/**
 * One part of an evaluation as it is typed. What belongs to other ways of scoring stays in `fields`, and is there again when one of
 * them is chosen.
 */
export interface TypedPart {
  id: string;
  title: string;
  maximum: string;
  basis: Basis;
  kind: Part['kind'];
  fields: TypedFields;
}

const KINDS = Object.keys(partFaces) as Part['kind'][];

/** The fields of every kind as they begin. */
const startingFields = () =>
  Object.fromEntries(KINDS.map((kind) => [kind, faceOf(kind).form.start])) as unknown as TypedFields;

/** A part as it starts, before anything is typed. */
export function newPart(id: string, sketch: Partial<Omit<TypedPart, 'fields'>> = {}): TypedPart {
  return {
    id,
    title: 'Part',
    maximum: '0',
    basis: 'whole',
    kind: 'direct',
    ...sketch,
    fields: startingFields(),
  };
}

const common = z.object({
  id: z.string(),
  title: nameText('the part'),
  maximum: pointsText,
  basis: partSchema.options[0].shape.basis,
});

/** Reads a typed part; only the fields of its kind have to be readable. */
export const typedPart = z.codec(z.custom<TypedPart>(), z.custom<Part>(), {
  decode(typed, context) {
    const read = common.safeDecode(typed);
    const own = faceOf(typed.kind).form.codec.safeDecode(typed.fields[typed.kind]);
    for (const { path, message } of read.error?.issues ?? [])
      context.issues.push({ code: 'custom', path, message, input: typed });
    for (const { path, message } of own.error?.issues ?? [])
      context.issues.push({
        code: 'custom',
        path: ['fields', typed.kind, ...path],
        message,
        input: typed,
      });
    return { ...read.data, ...own.data, kind: typed.kind } as Part;
  },
  encode(part) {
    const { title, maximum, basis } = common.encode(part);
    const typed = newPart(part.id, { title, maximum, basis, kind: part.kind });
    // A part that was made for its forum alone need not say so.
    const fields = faceOf(part.kind).form.codec.encode({ guideId: null, ...part } as Part);
    return { ...typed, fields: { ...typed.fields, [part.kind]: fields } };
  },
});

/** A way of scoring that the form offers: a kind, with the fields it decides. */
export interface Offer {
  readonly name: string;
  readonly kind: Part['kind'];
  readonly words: string;
  readonly sets: object;
}

/** Every way of scoring, in the order in which the form offers them. */
export const offers: readonly Offer[] = KINDS.flatMap((kind) =>
  faceOf(kind).form.offers.map(({ words, sets = {} }, index) => ({
    name: index === 0 ? kind : `${kind} ${index}`,
    kind,
    words,
    sets,
  })),
);

/** The way of scoring that a typed part has. */
export function offerOf({ kind, fields }: Pick<TypedPart, 'kind' | 'fields'>): Offer {
  const own = fields[kind] as Readonly<Record<string, unknown>>;
  return offers.find(
    (offer) =>
      offer.kind === kind && Object.entries(offer.sets).every(([name, value]) => own[name] === value),
  )!;
}

/** A typed part scored another way. */
export function withOffer(part: TypedPart, name: string): TypedPart {
  const { kind, sets } = offers.find((offer) => offer.name === name)!;
  return { ...part, kind, fields: { ...part.fields, [kind]: { ...part.fields[kind], ...sets } } };
}

/** A guide in the fields of its kind. */
export const guideFields = (guide: Guide, guideId: Id | null = null): object =>
  faceOf(guide.kind).form.codec.encode({ ...guide, guideId } as unknown as Part);

/** A typed part judged by a guide; it has as many points as the guide comes to, where that has a sum. */
export function judgedBy(part: TypedPart, guide: Guide, guideId: Id | null): TypedPart {
  const most = mostOf(guide);
  return {
    ...part,
    kind: guide.kind,
    maximum: most === null ? part.maximum : maximumWords(most),
    fields: { ...part.fields, [guide.kind]: guideFields(guide, guideId) },
  };
}

/** A guide from the fields of its kind, or what of them cannot be read, by field. */
export function readGuide(
  kind: Guide['kind'],
  fields: object,
  title: string,
):
  | { readonly guide: Guide; readonly problems: null }
  | { readonly guide: null; readonly problems: FormProblems } {
  const read = faceOf(kind).form.codec.safeDecode(fields);
  if (!read.success)
    return {
      guide: null,
      problems: Object.fromEntries(read.error.issues.map(({ path, message }) => [path.join('.'), message])),
    };
  const { guideId: _, ...own } = read.data as { guideId?: Id | null };
  return { guide: { ...own, kind, title: title.trim() } as Guide, problems: null };
}
