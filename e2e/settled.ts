/** Reads a list on a page until it is as long as the time before: posts are laid out a few at a time. */
export async function settled<T>(read: () => Promise<readonly T[]>): Promise<readonly T[]> {
  for (let before = await read(); ;) {
    await new Promise((resolve) => setTimeout(resolve, 80));
    const now = await read();
    if (now.length === before.length) return now;
    before = now;
  }
}
