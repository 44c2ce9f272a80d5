import { z } from 'zod';
import { id } from './basics';

/** What kind of file a media type is; null for what Juror does not take. */
export function kindOfFile(type: string): 'image' | 'document' | 'audio' | 'video' | null {
  if (IMAGES.has(type)) return 'image';
  if (type.startsWith('audio/')) return 'audio';
  if (type.startsWith('video/')) return 'video';
  return DOCUMENTS.test(type) ? 'document' : null;
}

const IMAGES = new Set(['image/png', 'image/jpeg', 'image/gif', 'image/webp', 'image/avif']);
const DOCUMENTS =
  /^(application\/(pdf|rtf|epub\+zip|x-cfb|vnd\.openxmlformats-officedocument\.\S+|vnd\.oasis\.opendocument\.\S+)|text\/plain)$/;

/** A file of a post or prompt, as its readers receive it. */
export const fileView = z.object({
  id,
  name: z.string(),
  type: z.string(),
  size: z.int(),
  /** What an image shows, for who does not see it. */
  alt: z.string(),
  /** How long a recording is; null where that is not known. */
  seconds: z.number().nullable(),
});
export type FileView = z.infer<typeof fileView>;

/** A file put to a post. */
export const attachedFile = z.strictObject({
  id,
  alt: z.string().trim().max(500, 'At most 500 characters.').default(''),
});
export type AttachedFile = z.infer<typeof attachedFile>;

/** "1.4 MB" */
export function sizeWords(bytes: number): string {
  return bytes < 1_000_000
    ? `${Math.max(1, Math.round(bytes / 1000))} KB`
    : `${(bytes / 1_000_000).toFixed(1)} MB`;
}
