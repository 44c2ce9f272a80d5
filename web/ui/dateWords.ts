import * as words from '../../words/dates';
import { courseNow } from '../data/clock';
import { hoursChosen } from '../data/hours';
import { ownZone } from '../data/zone';

/** "Wed 4 Mar", in the course's zone; with the year where it is not this one. */
export const dayWords = (at: number, zone: string): string => words.dayWords(at, zone, courseNow());

/** "23:59" or "11:59 pm", in the reader's hours. */
export const timeWords = (at: number, zone: string): string => words.timeWords(at, zone, hoursChosen());

/** "Wed 4 Mar, 23:59", in the course's zone and the reader's hours; with the year where it is not this one. */
export const dateWords = (at: number, zone: string): string =>
  words.dateWords(at, zone, courseNow(), hoursChosen());

/** "Wednesday 4 March 2026, 23:59:07 (Europe/Lisbon)", in the reader's hours. */
export const exactWords = (at: number, zone: string): string => words.exactWords(at, zone, hoursChosen());

/** Writes instants as {@link dateWords} does, for sentences that are told in a course's zone. */
export const datesIn =
  (zone: string): words.DateWriter =>
  (at) =>
    dateWords(at, zone);

const here = () => ({ now: courseNow(), hours: hoursChosen() });

/** "22:59 in Paris", or with the day where it is another: the reader's own time, where it differs from the course's; else null. */
export const ownTimeWords = (at: number, zone: string, own = ownZone()): string | null =>
  words.ownTimeWords(at, zone, own, here());

/** "Wed 4 Mar, 23:59 (Thu 5 Mar, 00:59 in Paris)": a date that someone has to keep, in the course's zone and their own. */
export const dueWords = (at: number, zone: string, own = ownZone()): string =>
  words.dueWords(at, zone, own, here());

/** Writes instants as {@link dueWords} does, for sentences about dates that someone has to keep. */
export const duesIn =
  (zone: string): words.DateWriter =>
  (at) =>
    dueWords(at, zone);

/** "in Lisbon", where the reader's clock shows another time than the course's; else nothing. */
export const zoneWords = (at: number, zone: string, own = ownZone()): string =>
  ownTimeWords(at, zone, own) === null ? '' : ` in ${words.placeOfZone(zone)}`;
