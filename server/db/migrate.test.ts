import BetterSqlite3 from 'better-sqlite3';
import { describe, expect, it } from 'vitest';
import { defineFunctions } from './functions';
import { digestOf, migrate, MIGRATIONS } from './migrate';

/** The steps that data out there has gone through. A new step is added here with its own commit; none is ever changed. */
const COMMITTED: readonly string[] = [
  'd9a8dfdc675072c9d62082c8bc3fd9dff23df27e7aaab65f46fce8e96338c1a5',
  '7fcd897d120af3436916c08411318dcb89afd86b3aa88eed69148a381c0084cb',
  '1a4b4398348f1388e71ff808738205d6059f82dec7e783b9cc695e816c1a8456',
  '2ef1d1436112031c237164ce501e88763b1d8f56df10617ad08226bf7668de81',
  '4a424824bd5836547388017670bc380f7273d04f4759a7a4f4f50c991f673ed4',
  'b7d89cc1a1daad8a24535843d19922c977eb7ec0bca1e508645a707cb7a502ef',
  'd622303287de212fc89df5fa5aca2cc134496cb32b07a9c14e375006cb4233aa',
  'da4515a651314ebe1964f81e5833c667bafa5608abf54fcb12fdfb9c882a892e',
  '5297118d0c05a7a22db4a2d896c048e7376f99f70f5f2689ad55b96b7d1cf647',
  '3fb33b88d80d3cbe9246ed8fa5a2a7922edc0bdfb33218ae0507c57d2fb1136a',
  '54b7f90b94fe1c0f9e71e440e32917e886cd56e6be30635acb70ac5fd43ca90a',
  '14f948710a32c12bfd8d335acb29da7a8aaa58b9175dc1f898a2f47acc4c0c21',
  'f71c42c321e1589e177efed05ccd8b846888694e54b69363e58e5d2e9c3288a7',
  '38af73457ea7a7cdd82426dc7a42e64714a8261ef060c1ab9e8fdee81e080735',
  'e8744c2ef0a62ae24b1ea5b2fc21331f2a231abdeffa4c628ef3fb7fce88920c',
  '13e7c5e74b51430c0e74127fe727dc7a4e81cd51693dfb29c4b6fc3efea86b67',
  '5fb340714fce21045dcbce0acb0a8a9729948b610d4470c01a56a4bccc1f38f9',
  'f52faca593d43fff74febb9e102f9747102b20afe69158bea4d209e86a4863b9',
  '92eb056b220ed0c478a9bcc1d7e05f10a89af88dd544aac435cd7ec8044ab79c',
  '313a4cb76c94f490eb92a82caec5302298bf6f4a2f401462a2d1b6d0b594c144',
  '84b16c7f8d591e9a1ca982a815a23ef21c58686ac6b41d6e63c011687967e0e3',
  '7db67b238254a1109d3ad5208a91535f5e8b4181a8f4dfca09812c7218f45a2e',
  '277522046d1a67f6432f4394f40d67bb77664d447464319bf1c2e2c4aa1247a8',
  '76dd996b4ee1aea5add4f5cd852b49cbd48af07b38d481d8b30d485079240abf',
  'f5d916aebd3bcee3739f3737f72565cf1d1687452a53759da41015ddea8d1954',
  'a1eeca3e231ccbf96c992c5a6e418ef6a65640d5f9f58433b52ba42c79fde5c3',
  'a82e4fad4b7e8e04b3bc1dcb6eac41be43576469b209f68a439f55fc3de48d7a',
  '837f29410c92e24bb23010b9fa1ae223118788e375898559d2e0c4fd91e938fd',
  'ed0b89b729c473dc4097de3481d7c722b29646277946da8068f481dde8ecb41e',
  '1bcb33703a2701355f7e5a3c3bb2fe66a1f9746f50a29faa207d62ecd781bbd4',
  'e0cfe57579944bd8cb013625105eecb992e53b580dff226bbb955ace12c1d484',
  '9370148342b2fd494aa5e35edc6e5d4f99daeee34c804d70ec9fc1d1365c5027',
  '65b2511162ef1526eb5f865c75d0fe4d78fb1e20555f123774821fd06f34d9cc',
  '1a8c570c0cc7e03076beed907389fab7b54299fe097cf2179618d041a9456561',
  '76fa6d2539e2e68bcf9e591743d211d61c77cede41664fb9aa4e99cccca8fea9',
  '7e7e77f18913e9a3117da91f19f7914af7f16e155f83e9ca306bbd193ed2a136',
  '062920e1a3620f24194fb45fca40c20143f9aa5431f0b2c4a93cffad38ae4b15',
  'a44c8e10691ac27950080658807a13ca167b2f99744d68445e40828ff9dfdd6c',
  '6b24b089ee186fb596c1385e432fc56b6121284359b209560e74816faf9adb7c',
];

describe('migrations', () => {
  it('once committed are never edited', () => {
    expect(MIGRATIONS.map(digestOf)).toEqual(COMMITTED);
  });
  it('say what they were, and another step under the same number is refused', () => {
    const sqlite = new BetterSqlite3(':memory:');
    migrate(sqlite);
    migrate(sqlite);
    expect(sqlite.prepare('SELECT count(*) AS n FROM migration').get()).toEqual({ n: MIGRATIONS.length });
    sqlite.prepare("UPDATE migration SET sha256 = 'another' WHERE number = 3").run();
    expect(() => migrate(sqlite)).toThrow('its step 3 is not the one this Juror has');
  });
  it('refuse data of a newer Juror', () => {
    const sqlite = new BetterSqlite3(':memory:');
    sqlite.pragma(`user_version = ${MIGRATIONS.length + 1}`);
    expect(() => migrate(sqlite)).toThrow('newer Juror');
  });
  it('keep weeks without classes as their days, in the course and in what its record says', () => {
    const sqlite = new BetterSqlite3(':memory:');
    defineFunctions(sqlite);
    const at = MIGRATIONS.findIndex((step) => step.includes('free_days'));
    for (const step of MIGRATIONS.slice(0, at)) sqlite.exec(step);
    sqlite.exec(`
      INSERT INTO course (id, title, code, zone, term_start, term_end, free_weeks)
        VALUES ('rivers', 'Rivers', 'RVC', 'UTC', 0, 1, '["2026-02-16"]');
      INSERT INTO person (id, email, given_name, family_name, sortable_name, password_hash)
        VALUES ('teodora', 't@example', 'Teodora', 'Maric', 'Maric, Teodora', NULL);
      INSERT INTO record (course_id, at, actor_id, what, subject, before, after)
        VALUES ('rivers', 1, 'teodora', 'course.saved', 'course', '{"freeWeeks":[],"title":"R"}', '{"freeWeeks":["2026-02-16"],"title":"Rivers"}');
    `);
    sqlite.exec(MIGRATIONS[at]!);
    const days = ['16', '17', '18', '19', '20'].map((day) => ({ day: `2026-02-${day}`, title: '' }));
    const { free_days } = sqlite.prepare('SELECT free_days FROM course').get() as { free_days: string };
    expect(JSON.parse(free_days)).toEqual(days);
    const { before, after } = sqlite.prepare('SELECT before, after FROM record').get() as Record<
      string,
      string
    >;
    expect([JSON.parse(before!), JSON.parse(after!)]).toEqual([
      { freeDays: [], title: 'R' },
      { freeDays: days, title: 'Rivers' },
    ]);
  });
  it('make a list of outcomes from the texts on criteria, everywhere they stand', () => {
    const sqlite = new BetterSqlite3(':memory:');
    defineFunctions(sqlite);
    const at = MIGRATIONS.findIndex((step) => step.includes('named_outcomes'));
    for (const step of MIGRATIONS.slice(0, at)) sqlite.exec(step);
    const rubric = (...texts: string[]) => ({
      evaluation: { parts: [{ criteria: texts.map((outcome) => ({ outcome, levels: [] })) }] },
    });
    sqlite.exec(`
      INSERT INTO course (id, title, code, zone, term_start, term_end) VALUES ('rivers', 'Rivers', 'RVC', 'UTC', 0, 1);
      INSERT INTO person (id, email, given_name, family_name, sortable_name, password_hash)
        VALUES ('teodora', 't@example', 'Teodora', 'Maric', 'Maric, Teodora', NULL);
    `);
    const insert = (table: string, row: Record<string, unknown>) =>
      sqlite
        .prepare(
          `INSERT INTO ${table} (${Object.keys(row)
            .map((name) => `"${name}"`)
            .join(', ')}) VALUES (${Object.keys(row).map(() => '?')})`,
        )
        .run(...Object.values(row));
    const guide = (course_id: string | null, id: string) =>
      insert('guide', {
        ...{ id, course_id, owner_id: 'teodora', kind: 'rubric', title: 'G', version: 1, at: 0 },
        guide: JSON.stringify(rubric('Uses maps; and tables of the river', 'Argues').evaluation.parts[0]),
      });
    guide('rivers', 'ours');
    guide(null, 'mine');
    insert('record', {
      ...{ course_id: 'rivers', at: 1, actor_id: 'teodora', what: 'forum.saved', subject: 'forum:f' },
      after: JSON.stringify({ rules: rubric('Argues', 'Told before') }),
    });
    sqlite.exec(MIGRATIONS[at]!);
    const { outcomes } = sqlite.prepare('SELECT outcomes FROM course').get() as { outcomes: string };
    expect(JSON.parse(outcomes)).toEqual([
      { id: 'outcome-1', code: 'O1', text: 'Argues' },
      { id: 'outcome-2', code: 'O2', text: 'Uses maps; and tables of the river' },
    ]);
    const guides = sqlite.prepare('SELECT guide FROM guide ORDER BY id').pluck().all() as string[];
    expect(guides.map((text) => JSON.parse(text) as unknown)).toEqual([
      {
        criteria: [['Uses maps, and tables of the r'], ['Argues']].map((named) => ({
          levels: [],
          outcomes: named,
        })),
      },
      { criteria: [['O2'], ['O1']].map((named) => ({ levels: [], outcomes: named })) },
    ]);
    const after = sqlite.prepare('SELECT after FROM record').pluck().get() as string;
    expect(JSON.stringify(JSON.parse(after))).toContain('{"levels":[],"outcomes":["Told before"]}');
  });
});
