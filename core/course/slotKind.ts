/** The kinds of what is required, in slot order. What belongs to each: CONTRIBUTING.md, "a requirement". (rules §5, §9) */
export const SLOT_KINDS = ['initial', 'attachment', 'reply', 'review', 'post'] as const;
export type SlotKind = (typeof SLOT_KINDS)[number];
