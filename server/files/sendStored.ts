import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Response } from 'express';
import { kindOfFile } from '../../contract/files';
import type { Deps } from '../feature/deps';
import { Problem } from '../refusals/problem';

/**
 * Sends a file of the data folder under a name, in ranges where they are asked for; documents as downloads.
 *
 * @throws {Problem} 410 where it is missing or damaged
 */
export async function sendStored(
  { dataFolder, log }: Pick<Deps, 'dataFolder' | 'log'>,
  res: Response,
  file: { readonly sha256: string; readonly size: number; readonly name: string; readonly type: string },
): Promise<void> {
  const path = join(dataFolder, 'files', file.sha256);
  const onDisk = await stat(path).catch(() => null);
  if (onDisk?.size !== file.size) {
    log.error(
      { file: path, size: onDisk?.size ?? null, expected: file.size },
      'An attachment is missing or damaged. Put it back from a backup.',
    );
    throw new Problem(
      410,
      'fileDamaged',
      `"${file.name}" is missing or damaged on the server. Tell your administrator, who may have a backup; whoever uploaded it can add it again.`,
    );
  }
  res.set({
    'Content-Type': file.type,
    'X-Content-Type-Options': 'nosniff',
    'Cache-Control': 'private, no-cache',
    'Content-Disposition':
      kindOfFile(file.type) === 'document'
        ? `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`
        : 'inline',
  });
  res.sendFile(path, { headers: { 'Content-Type': file.type }, dotfiles: 'allow' });
}
