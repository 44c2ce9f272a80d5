import useSWR, { preload, type SWRConfiguration, type SWRResponse } from 'swr';
import type { AnswerOf, Endpoint, ParamsOf } from '../../contract/endpoint';
import { VANTAGE_PATH } from '../../contract/vantagePath';
import { call } from './api';
import { apiKey, type ApiKey } from './apiKey';
import { useVantage, vantageNow } from './vantage';

/** The SWR key of an endpoint's answer, through whoever's eyes one looks. */
export function keyOf<E extends Endpoint>(endpoint: E, params: ParamsOf<E>): ApiKey {
  return apiKey(endpoint, params, vantageQuery(endpoint, params));
}

/** An endpoint with what is asked of it in its address; what is undefined is left out. */
export function withQuery<E extends Endpoint>(endpoint: E, query: Record<string, string | undefined>): E {
  const given = Object.entries(query).filter((entry): entry is [string, string] => entry[1] !== undefined);
  return given.length === 0
    ? endpoint
    : { ...endpoint, path: `${endpoint.path}?${new URLSearchParams(given).toString()}` };
}

/** An endpoint asked outside of {@link useApi}, with its query, through whoever's eyes one looks. */
export function withVantage<E extends Endpoint>(
  endpoint: E,
  params: ParamsOf<E>,
  query: Record<string, string | undefined>,
): E {
  const asked = withQuery(endpoint, query);
  return { ...asked, path: asked.path + vantageQuery(asked, params) };
}

/** What is asked through someone else's eyes says so in its address. */
function vantageQuery(endpoint: Endpoint, params: unknown): string {
  const vantage = vantageNow();
  const { course } = (params ?? {}) as { course?: string };
  return vantage !== null && course === vantage.course && endpoint.path !== VANTAGE_PATH
    ? `${endpoint.path.includes('?') ? '&' : '?'}as=${encodeURIComponent(vantage.personId)}&at=${vantage.at}`
    : '';
}

/** What an endpoint answers, kept fresh; null parameters ask nothing yet. */
export function useApi<E extends Endpoint>(
  endpoint: E,
  params: ParamsOf<E> | null,
  options?: SWRConfiguration,
): SWRResponse<AnswerOf<E>, Error> {
  useVantage();
  const key = params === null ? null : keyOf(endpoint, params);
  return useSWR<AnswerOf<E>, Error>(key, () => callAny(endpoint, params as ParamsOf<E>), options);
}

/** Fetches what will be needed next. */
export function preloadApi<E extends Endpoint>(endpoint: E, params: ParamsOf<E>): void {
  void preload(keyOf(endpoint, params), () => callAny(endpoint, params));
}

interface Paged {
  readonly rows?: readonly unknown[];
  readonly paging?: { readonly next: number | null };
}

/** Calls an endpoint; of a list that comes in pages, all of them. */
async function callAny(endpoint: Endpoint, params: unknown): Promise<never> {
  const query = vantageQuery(endpoint, params);
  const first = query === '' ? endpoint : { ...endpoint, path: endpoint.path + query };
  let answer = (await call(first, params as never)) as Paged;
  for (let next = answer.paging?.next ?? null; next !== null; next = answer.paging?.next ?? null) {
    const more = (await call(
      { ...endpoint, path: `${endpoint.path}${endpoint.path.includes('?') ? '&' : '?'}from=${next}` },
      params as never,
    )) as Paged;
    answer = { ...more, rows: [...(answer.rows ?? []), ...(more.rows ?? [])] };
  }
  return answer as never;
}
