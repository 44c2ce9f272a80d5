import { strFromU8, unzip } from 'fflate';
import { decodeFile } from '../../../data/decodeFile';

/** What was chosen to be read: a table of scores, or the files of OneRoster; or why it is neither. */
export type Chosen =
  | { readonly kind: 'scores'; readonly name: string; readonly text: string; readonly note: string | null }
  | { readonly kind: 'oneRoster'; readonly name: string; readonly files: Readonly<Record<string, string>> }
  | { readonly kind: 'neither'; readonly message: string };

/** The texts of an archive, by name. */
function unpacked(bytes: Uint8Array): Promise<Record<string, string>> {
  return new Promise((resolve, reject) =>
    unzip(bytes, { filter: ({ name }) => name.endsWith('.csv') }, (error, files) =>
      error
        ? reject(error)
        : resolve(Object.fromEntries(Object.entries(files).map(([name, each]) => [name, strFromU8(each)]))),
    ),
  );
}

/** Reads what was chosen: one CSV file is a table of scores; an archive, or several files, are those of OneRoster. */
export async function chosenFiles(chosen: readonly File[]): Promise<Chosen> {
  const [first, second] = chosen;
  if (!first) return { kind: 'neither', message: 'No file was chosen.' };
  if (!second && /\.zip$/i.test(first.name)) {
    try {
      const files = await unpacked(new Uint8Array(await first.arrayBuffer()));
      return { kind: 'oneRoster', name: first.name, files };
    } catch {
      return { kind: 'neither', message: `${first.name} is not an archive that can be opened.` };
    }
  }
  const decoded = await Promise.all(
    chosen.map(async (file) => ({ name: file.name, ...(await decodeFile(file)) })),
  );
  for (const { text, name, note } of decoded)
    if (text === null) return { kind: 'neither', message: `${name}: ${note}` };
  if (!second) {
    const { name, text, note } = decoded[0]!;
    return { kind: 'scores', name, text: text!, note };
  }
  const files = Object.fromEntries(decoded.map(({ name, text }) => [name, text!]));
  return { kind: 'oneRoster', name: `${decoded.length} files`, files };
}
