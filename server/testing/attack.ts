/**
 * How long the attacks on the API last: as `npm test` runs them, each a minute or so; as `npm run attack` does, until so many requests
 * were sent, with other dice.
 */
export const ATTACK = {
  /** The secrecy sweep goes on until it sent so many requests. */
  requests: Number(process.env.ATTACK_REQUESTS ?? 0),
  /** So many times as long as in `npm test` the others go on. */
  times: Number(process.env.ATTACK_TIMES ?? 1),
  seed: process.env.ATTACK_SEED === undefined ? undefined : Number(process.env.ATTACK_SEED),
};

/** What a test of so many milliseconds may take. */
export const patience = (ms: number): number => (ATTACK.times > 1 || ATTACK.requests > 0 ? 7_200_000 : ms);

/** Says how far an attack came, where one is meant to last. */
export function report(what: string): void {
  if (ATTACK.requests > 0) console.log(what);
}
