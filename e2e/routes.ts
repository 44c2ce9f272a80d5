import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** What stands for the parts of an address that differ, in the demo course. */
const SAMPLES: Readonly<Record<string, string>> = {
  course: 'rvc210',
  forum: 'floodplain',
  student: 'rafael-osei',
  guide: 'case-for-a-river',
  item: 'hydrograph',
  assignment: 'brief-review-20',
  one: 'p-981e8bc28d897bb1d60a',
  other: 'p-d57f0cd30894f8ceafda',
  case: 'two-words-first',
};

/** Every address the routes of the interface know, with samples of the demo course in it: a place that is added is among them by itself. */
export function addressesOf(): string[] {
  const routes = readFileSync(join(import.meta.dirname, '../web/routes.tsx'), 'utf8');
  const paths = [...routes.matchAll(/path: '([^'*]+)'/g)].map(([, path]) => path!);
  return paths
    .filter((path) => path !== '/sign-in' && path !== '/c/:course' && path !== '/')
    .map((path) => (path.startsWith('/') ? path : `/c/:course/${path}`))
    .map((path) =>
      path.replace(/:(\w+)\??/g, (_, name: string) => {
        const sample = SAMPLES[name];
        if (sample === undefined) throw new Error(`e2e/routes.ts has no sample for :${name} of ${path}`);
        return sample;
      }),
    );
}
