import type { Check } from './check';
import { finding } from './finding';
import { unitsToReview } from './unitsToReview';

/**
 * Warning: names are hidden from both sides where the conversation shows who wrote what, or where so few review one another that everybody
 * knows. (rules §9)
 */
export const namesShowAnyway: Check = (context) => {
  const { forum } = context;
  if (forum.review?.names !== 'bothHidden') return [];
  const { reviews: number } = forum.required;
  const shown = forum.readers === 'staff' ? [] : [finding('warning', 'namesInConversation', 'review')];
  return [
    ...shown,
    ...[...unitsToReview(context)].flatMap(([space, inside]) =>
      inside.length > 1 && inside.length <= number + 1
        ? [
            finding('warning', 'namesEasilyGuessed', 'review', {
              of: inside,
              params: { space, students: inside.length },
            }),
          ]
        : [],
    ),
  ];
};
