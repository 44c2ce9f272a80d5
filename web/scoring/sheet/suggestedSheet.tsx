import type { Part } from '../../../core/course/evaluation';
import type { PartSheet } from '../partFace';
import { Suggested } from './Suggested';

/** A part on the score sheet that nobody gives: it says how it came about. */
export const suggestedSheet = <P extends Part>(): PartSheet<P, object> => ({
  nothing: {},
  typed: () => ({}),
  decision: () => ({}),
  rows: () => [],
  Body: ({ at }) => <Suggested at={at} lead="suggested:" />,
  Beside: null,
  AtPost: null,
});
