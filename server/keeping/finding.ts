/** Something wrong with the data, as a sentence for whoever runs Juror. */
export type Finding = string;

/** So many findings of one kind are told; of more, how many. */
export const TOLD = 20;

/** The first findings of a kind, and how many more there are. */
export function told(all: readonly Finding[], of: string): Finding[] {
  return all.length <= TOLD
    ? [...all]
    : [...all.slice(0, TOLD), `… and ${all.length - TOLD} more ${of} like these.`];
}
