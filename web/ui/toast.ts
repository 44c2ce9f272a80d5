import type { ExternalToast, toast as shownToast } from 'sonner';

type Way = 'message' | 'success' | 'info' | 'warning' | 'error';

let wanted: (() => void) | null = null;
let isWanted = false;
let isShown: (show: typeof shownToast) => void;
/** What shows messages, once it is on the page. */
const showing = new Promise<typeof shownToast>((resolve) => (isShown = resolve));

/** Hears of the first message, for which what shows messages has to be fetched. */
export function whenToastsAreWanted(heard: () => void): void {
  wanted = heard;
  if (isWanted) heard();
}

/** Says that messages are shown now; those that were told before follow. */
export function toastsAreShown(show: typeof shownToast): void {
  isShown(show);
}

function say(way: Way, text: string, more?: ExternalToast): void {
  isWanted = true;
  wanted?.();
  void showing.then((show) => show[way](text, more));
}

/**
 * A message that goes by itself. What shows it is fetched once somebody does something on the page, or with the first message: a page
 * that is only opened needs none.
 *
 * @example toast.success('The post is back.')
 */
export const toast = Object.assign((text: string, more?: ExternalToast) => say('message', text, more), {
  success: (text: string, more?: ExternalToast) => say('success', text, more),
  info: (text: string, more?: ExternalToast) => say('info', text, more),
  warning: (text: string, more?: ExternalToast) => say('warning', text, more),
  error: (text: string, more?: ExternalToast) => say('error', text, more),
});
