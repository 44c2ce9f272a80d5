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
  /** What an image shows, for who does not see it; what is said in sound or film. */
  alt: z.string(),
  /** How long a recording is; null where that is not known. */
  seconds: z.number().nullable(),
});
export type FileView = z.infer<typeof fileView>;

/** The longest text that says what a file holds: that of a speech of some ten minutes. */
export const LONGEST_ALT = 8000;

/** A file put to a post. */
export const attachedFile = z.strictObject({
  id,
  alt: z.string().trim().max(LONGEST_ALT, 'At most 8,000 characters.').default(''),
});
export type AttachedFile = z.infer<typeof attachedFile>;

/** "1.4 MB" */
export function sizeWords(bytes: number): string {
  return bytes < 1_000_000
    ? `${Math.max(1, Math.round(bytes / 1000))} KB`
    : `${(bytes / 1_000_000).toFixed(1)} MB`;
}
