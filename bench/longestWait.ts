/** Looks every few milliseconds whether others would get their turn; the answer is the longest time that they would not, ms. */
export function longestWait(): () => number {
  let longest = 0;
  let last = performance.now();
  const timer = setInterval(() => {
    const now = performance.now();
    longest = Math.max(longest, now - last);
    last = now;
  }, 2);
  return () => {
    clearInterval(timer);
    return Math.max(longest, performance.now() - last);
  };
}
