/** A random id for something new: 24 letters and digits. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(24));
  const alphabet = 'abcdefghijkmnpqrstuvwxyz23456789';
  return Array.from(bytes, (byte) => alphabet[byte % alphabet.length]).join('');
}
