import { describe, expect, it } from 'vitest';
import { docxOf, pdfOf } from '../testing/readings';
import { extractText } from './extractText';

const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
const said = 'The river runs under the market and nobody hears it any more.';

describe('what a reading says', () => {
  it('is read from a PDF, a .docx and a plain text', async () => {
    const bare = (found: Awaited<ReturnType<typeof extractText>>) =>
      'text' in found ? found.text.replace(/\s+/g, ' ').trim() : found.why;
    expect(bare(await extractText(pdfOf(said), 'application/pdf'))).toBe(said);
    expect(bare(await extractText(docxOf(said), DOCX))).toBe(said);
    expect(bare(await extractText(Buffer.from(said), 'text/plain'))).toBe(said);
  });
  it('is told not to be known where a file is broken, empty, or unpacks to too much', async () => {
    expect(await extractText(Buffer.from('%PDF-1.4 and nothing'), 'application/pdf')).toEqual({
      why: 'broken',
    });
    expect(await extractText(Buffer.from('PK and nothing'), DOCX)).toEqual({ why: 'broken' });
    expect(await extractText(docxOf(said).subarray(0, 300), DOCX)).toEqual({ why: 'broken' });
    expect(await extractText(Buffer.from('  \n '), 'text/plain')).toEqual({ why: 'noText' });
    const bomb = docxOf(said, { 'word/media/large.bin': new Uint8Array(90_000_000) });
    expect(bomb.length).toBeLessThan(500_000);
    expect(await extractText(bomb, DOCX)).toEqual({ why: 'large' });
  });
});
