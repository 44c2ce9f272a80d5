/** A guide for reviews: one criterion with two levels. */
export const REVIEW_GUIDE = {
  kind: 'rubric' as const,
  title: 'A brief',
  anyNumber: false,
  criteria: [
    {
      id: 'question',
      title: 'Question',
      description: '',
      outcomes: [],
      basis: 'initial' as const,
      levels: [
        { id: 'clear', title: 'Clear', description: '', points: 400 },
        { id: 'vague', title: 'Vague', description: '', points: 0 },
      ],
    },
  ],
};
