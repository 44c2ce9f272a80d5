/** After so long it is tried again, ms. */
const AGAIN = 3000;

/** Fetches a part of the interface; where that fails, tries again until it is there or what is returned is called. */
export function keepTrying<Part>(load: () => Promise<Part>, take: (part: Part) => void): () => void {
  let again: ReturnType<typeof setTimeout>;
  let isOver = false;
  const attempt = () =>
    load().then(
      (part) => {
        if (!isOver) take(part);
      },
      () => {
        if (!isOver) again = setTimeout(() => void attempt(), AGAIN);
      },
    );
  void attempt();
  return () => {
    isOver = true;
    clearTimeout(again);
  };
}
