import { z } from 'zod';
import { itemFields, type ItemFields } from '../../../../contract/items';
import type { GradebookItem } from '../../../../contract/gradebook';
import { chosenText, plainText, pointsWithin } from '../../../forms/codecs';
import { wallText } from '../../../forms/wallText';

const { shape } = itemFields;

/** An item made by hand, between its form and what is kept. */
export const itemCodec = (zone: string) =>
  z.object({
    title: plainText,
    categoryId: chosenText,
    maximum: pointsWithin(shape.maximum, 'Write a number above 0, such as 10 or 7.5.'),
    display: shape.display,
    counts: z.boolean(),
    extraCredit: z.boolean(),
    dueAt: wallText(zone),
  });
export type TypedItem = z.input<ReturnType<typeof itemCodec>>;

/** What is known of an item, or what a new one begins with. */
export const itemOf = (item: GradebookItem | null): ItemFields => ({
  title: item?.title ?? '',
  categoryId: item?.categoryId ?? null,
  maximum: item?.maximum ?? 1000,
  display: item?.display ?? 'points',
  counts: item?.counts ?? true,
  extraCredit: item?.extraCredit ?? false,
  dueAt: item?.dueAt ?? null,
});
