import { resolve } from 'node:path';

/** The data folder a command works on, as the environment says. */
export const dataFolder = (): string => resolve(process.env.JUROR_DATA ?? 'data');

/** Runs a command; what goes wrong is one sentence, and ends with 1. */
export function command(run: () => Promise<number>): void {
  run().then(
    (code) => process.exit(code),
    (error: unknown) => {
      const { code } = error as NodeJS.ErrnoException;
      const full = 'There is no room left on the disk. Make room, or choose another one.';
      console.error(code === 'ENOSPC' || code === 'SQLITE_FULL' ? full : (error as Error).message);
      process.exit(1);
    },
  );
}

/** So many bytes as people say it. */
export function sizeWords(bytes: number): string {
  const units = ['bytes', 'kB', 'MB', 'GB'];
  let [size, unit] = [bytes, 0];
  for (; size >= 1000 && unit < units.length - 1; unit++) size /= 1000;
  return `${size < 10 && unit > 0 ? size.toFixed(1) : Math.round(size)} ${units[unit]}`;
}
