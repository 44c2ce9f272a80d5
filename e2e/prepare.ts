import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type {} from 'vitest';
import type { TestProject } from 'vitest/node';
import { startDemo } from '../demo/start';

declare module 'vitest' {
  interface ProvidedContext {
    /** A data folder with the demo course laid out; each story works on a copy. */
    preparedData: string;
  }
}

/** Lays the demo course out once; the stories copy it. All that they write besides goes into a folder that is removed after them. */
export default async function prepare(project: TestProject): Promise<() => Promise<void>> {
  const scratch = mkdtempSync(join(tmpdir(), 'juror-stories-'));
  process.env.TMPDIR = scratch;
  const folder = mkdtempSync(join(scratch, 'prepared-'));
  const demo = await startDemo({ dataFolder: folder, port: 0 });
  await new Promise<void>((resolve) => demo.server.close(() => resolve()));
  await demo.close();
  project.provide('preparedData', folder);
  return () => removed(scratch);
}

/** Removes a folder that browsers which are still ending may write to; what cannot be removed is left, and no story fails for it. */
async function removed(folder: string): Promise<void> {
  for (let tries = 0; tries < 100; tries++) {
    try {
      return rmSync(folder, { recursive: true, force: true });
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }
  console.warn(`${folder} could not be removed.`);
}
