import { cpus } from 'node:os';
import { checkRows } from './checks';
import { coreRows } from './core';
import { docketRows } from './docket';
import { gradebookRows } from './gradebook';
import { openForumRows } from './openForum';
import type { Row } from './row';
import { crowdRows } from './crowd';
import { searchRows } from './search';

const rows: Row[] = [
  ...coreRows(),
  ...checkRows(),
  ...(await searchRows()),
  ...(await openForumRows()),
  ...(await docketRows()),
  ...(await gradebookRows()),
  ...(await crowdRows()),
];
const width = Math.max(...rows.map(({ what }) => what.length));
console.log(`${cpus().length} cores, ${cpus()[0]?.model ?? 'unknown'}, Node.js ${process.versions.node}\n`);
console.log(`${'what'.padEnd(width)}  ${'figure'.padStart(10)}  ${'limit'.padStart(10)}  ratio`);
for (const row of rows) {
  console.log(
    `${row.what.padEnd(width)}  ${row.figure.padStart(10)}  ${row.limit.padStart(10)}  ${row.ratio.toFixed(2).padStart(5)}${row.ratio > 1 ? '  over' : ''}`,
  );
}
