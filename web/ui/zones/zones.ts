import { rawTimeZones } from '@vvo/tzdb';
import { foldText } from '../../../core/text/foldText';

/** A time zone as people look for it. */
export interface FoundZone {
  /** IANA name. */
  readonly name: string;
  /** Its largest cities, or what its name says where it has none. */
  readonly cities: string;
  readonly country: string;
}

const placeOf = (name: string) => name.split('/').slice(1).join(', ').replaceAll('_', ' ') || name;

/** What a word of a search may begin. */
interface Entry extends FoundZone {
  readonly words: readonly string[];
}

const wordsOf = (...texts: readonly string[]) =>
  texts.flatMap((text) => foldText(text).split(/[^\p{L}\p{N}]+/u)).filter(Boolean);

const known: readonly Entry[] = rawTimeZones.map(
  ({ name, alternativeName, group, countryName, mainCities }) => ({
    name,
    cities: mainCities.join(', ') || placeOf(name),
    country: countryName,
    words: wordsOf(name, alternativeName, countryName, ...mainCities, ...group),
  }),
);
const grouped = new Set(rawTimeZones.flatMap(({ name, group }) => [name, ...group]));
/** Zones the browser has that belong to no country, such as UTC. */
const others: readonly Entry[] = [...new Set(['UTC', ...Intl.supportedValuesOf('timeZone')])]
  .filter((name) => !grouped.has(name))
  .map((name) => ({ name, cities: placeOf(name), country: '', words: wordsOf(name) }));
const ALL = [...known, ...others];

/**
 * Zones in which every word that is typed begins a word of the zone's name, country or cities; accents and capitals do not matter.
 *
 * @example zonesFound('porto')[0].name // 'Europe/Lisbon'
 */
export function zonesFound(typed: string, most = 60): readonly FoundZone[] {
  const words = wordsOf(typed);
  return ALL.filter((zone) => words.every((word) => zone.words.some((each) => each.startsWith(word)))).slice(
    0,
    most,
  );
}
