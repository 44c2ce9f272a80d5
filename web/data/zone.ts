let chosen: string | null = null;

/** Takes over the time zone of whoever is signed in, null for the browser's; called before anything is drawn. */
export function takeZone(zone: string | null | undefined): void {
  chosen = zone ?? null;
}

/** The zone of the browser. */
export const browserZone = (): string => new Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The zone that whoever is signed in lives in: the one they chose, else their browser's. */
export const ownZone = (): string => chosen ?? browserZone();
