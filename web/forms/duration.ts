import { z } from 'zod';

const UNITS = { days: 1440, hours: 60, minutes: 1 } as const;

/** A length of time as it is typed: so many days, hours or minutes; nothing is none. */
export interface TypedDuration {
  amount: string;
  unit: keyof typeof UNITS;
}

/**
 * A length of time in whole minutes; shown in the largest unit that comes out even.
 *
 * @param bounds in minutes
 * @param wrong what is told of anything else
 */
export function durationCodec({ least, most }: { least: number; most: number }, wrong: string) {
  return z.codec(z.custom<TypedDuration>(), z.number(), {
    decode({ amount, unit }, context) {
      const text = amount.trim().replace(',', '.') || '0';
      const minutes = Number(text) * UNITS[unit];
      if (/^-?\d+(\.\d+)?$/.test(text) && Number.isInteger(minutes) && minutes >= least && minutes <= most)
        return minutes;
      context.issues.push({ code: 'custom', path: ['amount'], message: wrong, input: amount });
      return z.NEVER;
    },
    encode(minutes): TypedDuration {
      const unit = minutes % UNITS.days === 0 ? 'days' : minutes % UNITS.hours === 0 ? 'hours' : 'minutes';
      return { amount: String(minutes / UNITS[unit]), unit };
    },
  });
}
