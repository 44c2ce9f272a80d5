import { describe, expect, it } from 'vitest';
import { decodeFile } from './decodeFile';

const read = (bytes: number[] | Uint8Array) => decodeFile(new Blob([new Uint8Array(bytes)]));
const utf16 = (text: string, littleEndian: boolean) => {
  const view = new DataView(new ArrayBuffer(text.length * 2 + 2));
  [0xfeff, ...[...text].map((c) => c.charCodeAt(0))].forEach((unit, i) =>
    view.setUint16(i * 2, unit, littleEndian),
  );
  return new Uint8Array(view.buffer);
};

describe('a file of text', () => {
  it('in UTF-8 is read as it stands', async () => {
    expect(await read(new TextEncoder().encode('Zsófia;Erdős'))).toEqual({
      text: 'Zsófia;Erdős',
      note: null,
    });
  });
  it('in UTF-8 with a byte-order mark loses the mark', async () => {
    const { text } = await read([0xef, 0xbb, 0xbf, 0x41]);
    expect(text?.replace(/^\uFEFF/, '')).toBe('A');
  });
  it('in UTF-16 is read in either order of bytes', async () => {
    for (const littleEndian of [true, false]) {
      const { text, note } = await read(utf16('Name;Ő', littleEndian));
      expect(text?.replace(/^\uFEFF/, '')).toBe('Name;Ő');
      expect(note).toBeNull();
    }
  });
  it('in an older encoding is read, and told of', async () => {
    // "Tomás" as Windows-1252 writes it.
    const { text, note } = await read([0x54, 0x6f, 0x6d, 0xe1, 0x73]);
    expect(text).toBe('Tomás');
    expect(note).toContain('not in UTF-8');
  });
  it('that is no text is refused with what to do', async () => {
    expect(await read([0x50, 0x4b, 0x03, 0x04, 0x00, 0x00])).toEqual({
      text: null,
      note: 'This is not a text file. Save the table as CSV and choose that file.',
    });
  });
  it('that is empty is read as empty', async () => {
    expect(await read([])).toEqual({ text: '', note: null });
  });
  it('that is too large is not even opened', async () => {
    const large = { size: 15_000_001 } as Blob;
    expect(await decodeFile(large)).toEqual({ text: null, note: 'The file is larger than 15 MB. Split it.' });
  });
});
