import type { ReactNode } from 'react';
import type { PartForm } from './partForm';

/** What a builder needs: what is typed, how it is changed, and what is wrong with a field. */
export interface BuilderProps {
  readonly part: PartForm;
  /** Which part, as `part 2`. */
  readonly name: string;
  readonly says: (field: string) => ReactNode;
  readonly change: (patch: Partial<PartForm>) => void;
}
