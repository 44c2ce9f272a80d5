import { z } from 'zod';

const environment = z.object({
  PORT: z.coerce.number().int().min(0).max(65_535).default(4310),
  HOST: z.string().default('127.0.0.1'),
  JUROR_DATA: z.string().min(1).optional(),
  JUROR_TRUST_PROXY: z.string().optional(),
  JUROR_ADMIN_EMAIL: z.email().optional(),
  JUROR_ADMIN_PASSWORD: z.string().min(10, 'JUROR_ADMIN_PASSWORD needs at least 10 characters').optional(),
  LOG_LEVEL: z.enum(['debug', 'info', 'warn', 'error', 'silent']).default('info'),
});

/** What the environment says about this copy of Juror. */
export interface Config {
  readonly port: number;
  readonly host: string;
  readonly dataFolder: string | undefined;
  /** What Express takes for `trust proxy`; undefined: no proxy. */
  readonly trustProxy: string | undefined;
  readonly admin: { readonly email: string; readonly password: string } | null;
  readonly logLevel: 'debug' | 'info' | 'warn' | 'error' | 'silent';
}

/** Reads the environment; throws one sentence that names the variable when something in it is wrong. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const parsed = environment.safeParse(env);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    throw new Error(`The environment variable ${issue.path.join('.')} is not usable: ${issue.message}.`);
  }
  const { data } = parsed;
  const admin =
    data.JUROR_ADMIN_EMAIL && data.JUROR_ADMIN_PASSWORD
      ? { email: data.JUROR_ADMIN_EMAIL, password: data.JUROR_ADMIN_PASSWORD }
      : null;
  return {
    port: data.PORT,
    host: data.HOST,
    dataFolder: data.JUROR_DATA,
    trustProxy: data.JUROR_TRUST_PROXY,
    admin,
    logLevel: data.LOG_LEVEL,
  };
}
