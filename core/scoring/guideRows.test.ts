import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import type { Guide } from '../course/evaluation';
import { csvFile } from '../csv/csv';
import { guideRows, readGuideRows } from './guideRows';

const ids = () => {
  let n = 0;
  return () => `id-${++n}`;
};
const read = (csv: string) =>
  readGuideRows(Papa.parse<string[]>(csv, { skipEmptyLines: true }).data, 'From a file', ids());
const found = (csv: string) => {
  const answer = read(csv);
  return 'findings' in answer ? answer.findings.map(({ line, message }) => `${line}: ${message}`) : [];
};

describe('the file of a guide', () => {
  it('reads a rubric a row a level, and a row without a criterion as of the one above', () => {
    const answer = read(
      '\uFEFFCriterion,Looks at,Level,Points\r\nEvidence,initial post,Clear,"3,50"\r\n,,In part,1.5\r\nVoice,,There,1\r\n',
    );
    expect(answer).toMatchObject({
      guide: {
        kind: 'rubric',
        title: 'From a file',
        criteria: [
          {
            title: 'Evidence',
            basis: 'initial',
            levels: [{ points: 350 }, { title: 'In part', points: 150 }],
          },
          { title: 'Voice', basis: 'whole', description: '', levels: [{ points: 100 }] },
        ],
      },
    });
  });
  it('reads a checklist and a scale, whatever the order of the columns', () => {
    expect(read('points,item,required post\n2,Answers two,Reply 2\n1,A map,\n')).toMatchObject({
      guide: {
        kind: 'checklist',
        items: [{ points: 200, slot: { kind: 'reply', number: 2 } }, { slot: null }],
      },
    });
    expect(read('share,level\n100,Full\n62.5 %,Partly\n')).toMatchObject({
      guide: { kind: 'levels', levels: [{ share: 10_000 }, { title: 'Partly', share: 6250 }] },
    });
  });
  it.each([
    ['', /1: The first line names the columns/],
    ['name,size\nA,1\n', /1: The first line names the columns/],
    ['item,points,points\nA,1,1\n', /1: The column "points" appears twice/],
    ['item,points\n', /2: There is nothing below/],
    ['item,points\nA,many\n', /2: The points are a number from 0 to 1000/],
    ['item,points\nA,-1\n', /2: The points are a number/],
    ['item,points\n,1\n', /2: Give the item a name/],
    ['item,points,required post\nA,1,reply zero\n', /2: A required post is written as/],
    ['level,share\nA,101\n', /2: The share is a number from 0 to 100/],
    ['criterion,looks at,level,points\nA,the weather,B,1\n', /2: It looks at "everything"/],
  ])('says what is wrong with %j', (csv, message) => {
    expect(found(csv)[0]).toMatch(message);
  });
  it('gives back what was written, formulas and quotes too', () => {
    const text = fc
      .string({ minLength: 1, maxLength: 40 })
      .filter((each) => each.trim() === each && each !== '');
    const any = fc.string({ maxLength: 40 }).filter((each) => each.trim() === each);
    const code = text.filter((each) => !each.includes(';') && each.length <= 30);
    const points = fc.integer({ min: 0, max: 100_000 });
    const level = fc.record({ title: text, description: any, points });
    const guides: fc.Arbitrary<Guide> = fc.oneof(
      fc
        .uniqueArray(
          fc.record({
            title: text,
            description: any,
            outcomes: fc.uniqueArray(code, { maxLength: 3 }),
            basis: fc.constantFrom('initial' as const, 'replies' as const, 'whole' as const),
            levels: fc.array(level, { minLength: 1, maxLength: 4 }),
          }),
          { minLength: 1, maxLength: 4, selector: ({ title }) => title },
        )
        .map((criteria) => ({
          kind: 'rubric' as const,
          title: 'From a file',
          anyNumber: false,
          criteria: criteria.map((each, c) => ({
            ...each,
            id: `c${c}`,
            levels: each.levels.map((one, l) => ({ ...one, id: `c${c}l${l}` })),
          })),
        })),
      fc.array(fc.record({ title: text, points }), { minLength: 1, maxLength: 6 }).map((items) => ({
        kind: 'checklist' as const,
        title: 'From a file',
        items: items.map((each, i) => ({
          ...each,
          id: `i${i}`,
          slot: i % 2 === 0 ? null : { kind: 'reply' as const, number: i },
        })),
      })),
    );
    const bare = (guide: Guide) =>
      JSON.stringify(guide, (key, value: unknown) => (key === 'id' ? '' : value));
    fc.assert(
      fc.property(guides, (guide) => {
        const answer = read(csvFile(guideRows(guide)));
        expect('guide' in answer && JSON.parse(bare(answer.guide))).toEqual(JSON.parse(bare(guide)));
      }),
    );
  });
});
