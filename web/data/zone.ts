let chosen: string | null = null;

/** Takes over the time zone of whoever is signed in, null for the browser's; called before anything is drawn. */
export function takeZone(zone: string | null | undefined): void {
  chosen = zone ?? null;
}

let found: string | null = null;

/** The zone of the browser; found out once, because asking takes as long as drawing a line does. */
export const browserZone = (): string => (found ??= new Intl.DateTimeFormat().resolvedOptions().timeZone);

/** The zone that whoever is signed in lives in: the one they chose, else their browser's. */
export const ownZone = (): string => chosen ?? browserZone();
