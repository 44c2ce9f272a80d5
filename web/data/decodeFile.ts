const MOST = 15_000_000;

/** A text file as text, with what should be said about its encoding; text null where it cannot be read at all. */
export async function decodeFile(
  file: Blob,
): Promise<{ text: string; note: string | null } | { text: null; note: string }> {
  if (file.size > MOST) return { text: null, note: 'The file is larger than 15 MB. Split it.' };
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (bytes[0] === 0xff && bytes[1] === 0xfe)
    return { text: new TextDecoder('utf-16le').decode(bytes), note: null };
  if (bytes[0] === 0xfe && bytes[1] === 0xff)
    return { text: new TextDecoder('utf-16be').decode(bytes), note: null };
  if (bytes.includes(0))
    return { text: null, note: 'This is not a text file. Save the table as CSV and choose that file.' };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), note: null };
  } catch {
    return {
      text: new TextDecoder('windows-1252').decode(bytes),
      note: 'The file is not in UTF-8. It was read as Western European (Windows-1252): check that accented names are right before you confirm.',
    };
  }
}
