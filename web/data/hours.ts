import { hoursOr24, type Hours } from '../../words/dates';

let chosen: Hours = 24;

/** Takes over the hours of whoever is signed in; called before anything is drawn. */
export function takeHours(hours: Hours | undefined): void {
  chosen = hoursOr24(hours);
}

/** The hours that whoever is signed in reads and writes times in. */
export const hoursChosen = (): Hours => chosen;
