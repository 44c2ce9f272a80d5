import { parse } from 'bowser';

/**
 * A browser in words, as it names itself when it asks.
 *
 * @example browserWords('Mozilla/5.0 (X11; Linux x86_64; rv:128.0) Gecko/20100101 Firefox/128.0') // 'Firefox on Linux'
 */
export function browserWords(agent: string | null): string {
  const { browser, os } = parse(agent === null || agent === '' ? 'unknown' : agent);
  return `${browser.name || 'A browser'}${os.name === undefined ? '' : ` on ${os.name}`}`;
}
