export { when } from '../demo/course';

/** An hour in milliseconds. */
export const HOUR = 3_600_000;
