import { cpus } from 'node:os';
import { checkRows } from './checks';
import { coreRows } from './core';
import { docketRows } from './docket';
import { doorRows } from './door';
import { gradebookRows } from './gradebook';
import { inCommonRows } from './inCommon';
import { insightRows } from './insight';
import { openForumRows } from './openForum';
import { pairingRows } from './pairing';
import type { Row } from './row';
import { crowdRows } from './crowd';
import { requestCostRows } from './requestCost';
import { searchRows } from './search';

const ALL: Record<string, () => Row[] | Promise<Row[]>> = {
  core: coreRows,
  checks: checkRows,
  pairing: pairingRows,
  search: searchRows,
  forum: openForumRows,
  docket: docketRows,
  gradebook: gradebookRows,
  insight: insightRows,
  common: inCommonRows,
  door: doorRows,
  cost: requestCostRows,
  crowd: crowdRows,
};
const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in ALL));
if (unknown.length > 0) {
  console.error(`There is no benchmark ${unknown.join(', ')}. There are: ${Object.keys(ALL).join(', ')}.`);
  process.exit(1);
}
const rows: Row[] = [];
for (const [name, measure] of Object.entries(ALL)) {
  if (asked.length === 0 || asked.includes(name)) rows.push(...(await measure()));
}
const width = Math.max(...rows.map(({ what }) => what.length));
console.log(`${cpus().length} cores, ${cpus()[0]?.model ?? 'unknown'}, Node.js ${process.versions.node}\n`);
console.log(`${'what'.padEnd(width)}  ${'figure'.padStart(10)}  ${'limit'.padStart(10)}  ratio`);
for (const row of rows) {
  console.log(
    `${row.what.padEnd(width)}  ${row.figure.padStart(10)}  ${row.limit.padStart(10)}  ${row.ratio.toFixed(2).padStart(5)}${row.ratio > 1 ? '  over' : ''}`,
  );
}
