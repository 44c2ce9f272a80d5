/** The kinds of required posts, in slot order. What belongs to each: CONTRIBUTING.md, "a requirement". (rules §5) */
export const SLOT_KINDS = ['initial', 'attachment', 'reply', 'post'] as const;
export type SlotKind = (typeof SLOT_KINDS)[number];
