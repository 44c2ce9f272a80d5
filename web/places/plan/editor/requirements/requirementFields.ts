import type { ComponentType } from 'react';
import { AttachmentFields } from './AttachmentFields';
import type { RowProps } from '../rowProps';
import { InitialFields } from './InitialFields';
import { PostFields } from './PostFields';
import { ReplyFields } from './ReplyFields';
import type { SlotKind } from '../../../../../core/course/slotKind';

/** Whether and how students review one another is asked in a row of its own. */
const NoFields = () => null;

const FIELDS: Readonly<Record<SlotKind, ComponentType<RowProps>>> = {
  initial: InitialFields,
  attachment: AttachmentFields,
  reply: ReplyFields,
  review: NoFields,
  post: PostFields,
};

/** The fields of every requirement in the form of a forum, in slot order. */
export const requirementFields = Object.values(FIELDS);
