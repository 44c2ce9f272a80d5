/** The kinds of required posts, in slot order. (rules §5) */
export type SlotKind = 'initial' | 'attachment' | 'reply' | 'post';
