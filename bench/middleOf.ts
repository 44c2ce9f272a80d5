const ROUNDS = 15;

/** How long something takes, ms: the middle of fifteen times. */
export async function middleOf(work: (round: number) => Promise<unknown>): Promise<number> {
  const times: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const start = performance.now();
    await work(round);
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!;
}
