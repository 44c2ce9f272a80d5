import type { PlanView } from '../../../../contract/plan';
import type { FieldKit } from './fieldKit';
import type { ForumForm } from './forumForm';

/** What a row of the form needs: its fields, and what is typed. */
export interface RowProps {
  readonly kit: FieldKit;
  readonly values: ForumForm;
}

/** The same with the plan, and which of its forums is edited. */
export interface PlanRowProps extends RowProps {
  readonly plan: PlanView;
  readonly self: string;
}

/** How fields stand in a line, and a choice among them looks. */
export const line = 'flex flex-wrap items-center gap-2';
export const select = 'select select-sm raised h-9 w-auto';
