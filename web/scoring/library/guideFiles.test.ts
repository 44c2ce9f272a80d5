import { describe, expect, it } from 'vitest';
import { csvFile } from '../../../core/csv/csv';
import { guideRows } from '../../../core/scoring/guideRows';
import type { Guide } from '../../../core/course/evaluation';
import { readGuideFile, type ReadFile } from './guideFiles';
import { guideWords } from '../../../words/parts';
import { faceOf } from '../partFaces';
import { guideFields, judgedBy, newPart, readGuide } from '../partForm';

const scale: Guide = {
  title: 'A place described',
  kind: 'levels',
  levels: [
    { id: 'walk', title: 'One could walk there', description: '', share: 10_000 },
    { id: 'seen', title: 'One can see it', description: 'as from a bridge', share: 8550 },
  ],
};
const rubric: Guide = {
  title: 'A case for a river',
  kind: 'rubric',
  anyNumber: true,
  criteria: [
    {
      id: 'claim',
      title: 'Claim',
      description: 'Says for or against',
      outcomes: ['R1', 'R2'],
      basis: 'initial',
      levels: [
        { id: 'full', title: 'Full', description: '', points: 450 },
        { id: 'none', title: 'None', description: '', points: 0 },
      ],
    },
  ],
};
const json = (guide: object) => JSON.stringify({ juror: 'guide', version: 1, guide });
const messages = (answer: ReadFile) => ('findings' in answer ? answer.findings.map((f) => f.message) : []);

describe('the file of a guide in the browser', () => {
  it.each([scale, rubric])('gives back $title from JSON, byte order mark or not', (guide) => {
    expect(readGuideFile(json(guide), 'x.json')).toEqual({ guide });
    expect(readGuideFile(`\uFEFF${json(guide)}`, 'x.json')).toEqual({ guide });
  });
  it('reads CSV with commas, semicolons or tabs, and takes the title from the file’s name', () => {
    const csv = csvFile(guideRows(scale));
    for (const text of [csv, csv.replaceAll(',', ';'), csv.replaceAll(',', '\t')])
      expect(readGuideFile(text, 'A place.csv')).toMatchObject({
        guide: { title: 'A place', kind: 'levels', levels: [{ share: 10_000 }, { share: 8550 }] },
      });
  });
  it('says what is wrong with a broken file, and takes nothing of it', () => {
    expect(messages(readGuideFile('{ "juror": ', 'x.json'))[0]).toMatch(/cannot be read as JSON/);
    expect(messages(readGuideFile('{"juror":"something else"}', 'x.json')).length).toBeGreaterThan(0);
    const bad = { ...rubric, criteria: [] };
    expect(messages(readGuideFile(json(bad), 'x.json'))[0]).toMatch(/criteria.*at least one criterion/);
    expect(messages(readGuideFile('x'.repeat(1_000_001), 'x.csv'))[0]).toMatch(/too long/);
  });
});

describe('a guide in the form', () => {
  it.each([scale, rubric])('comes out of the form as it went in: $title', (guide) => {
    const typed = judgedBy(
      newPart('p', { title: 'Argument', maximum: '7', basis: 'initial' }),
      guide,
      'library-guide',
    );
    expect(typed).toMatchObject({ title: 'Argument', basis: 'initial', kind: guide.kind });
    expect(typed.fields[guide.kind]).toMatchObject({ guideId: 'library-guide' });
    expect(readGuide(guide.kind, typed.fields[guide.kind], guide.title)).toEqual({ guide, problems: null });
    expect(readGuide(guide.kind, guideFields(guide), guide.title)).toEqual({ guide, problems: null });
  });
  it('gives the part what the guide comes to; a scale leaves the part its points', () => {
    expect(judgedBy(newPart('p', { maximum: '7' }), rubric, null).maximum).toBe('4.5');
    expect(judgedBy(newPart('p', { maximum: '7' }), scale, null).maximum).toBe('7');
  });
  it('says what is missing in a new one, and what one consists of', () => {
    const { problems } = readGuide('checklist', faceOf('checklist').form.start, 'New');
    expect(Object.keys(problems!)).toEqual(['items']);
    expect([guideWords(rubric), guideWords(scale)]).toEqual(['1 criterion, 4.5 points', '2 levels']);
  });
});
