import type { Covered } from './coverNames';

const MENTION = /<span class="mention">@[^<]*<\/span>/g;

/** A text that calls nobody by name, where names are covered. */
export const withoutCalls = (html: string, { names }: Pick<Covered, 'names'>): string =>
  names === 'shown' ? html : html.replace(MENTION, '<span class="mention">@someone</span>');
