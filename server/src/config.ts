import * as z from 'zod';

const ConfigSchema = z.object({
  DATABASE_URL: z.string().min(1, 'Set DATABASE_URL to a PostgreSQL address, or start with ./petrichor, which makes its own.'),
  PETRICHOR_PORT: z.coerce.number().int().min(1).max(65_535).default(4700),
  PETRICHOR_HOST: z.string().default('127.0.0.1'),
  PETRICHOR_SESSION_SECRET: z.string().min(32, 'PETRICHOR_SESSION_SECRET needs at least 32 characters.'),
  PETRICHOR_SECURE_COOKIE: z.stringbool().default(false),
  PETRICHOR_SIGN_IN_TRIES: z.coerce.number().int().min(1).default(10),
  PETRICHOR_WEB: z.string().optional(),
  PETRICHOR_PHOTOS: z.string().optional(),
  PETRICHOR_DOCK: z.url('PETRICHOR_DOCK has to be the address of the dock’s agent, like http://127.0.0.1:4711.').optional(),
  PETRICHOR_SUPPLIER: z.url('PETRICHOR_SUPPLIER has to be the address of the suppliers’ server, like http://127.0.0.1:4712.').optional(),
  PETRICHOR_ORDER_SECONDS: z.coerce.number().min(1).max(86_400).default(300),
  PETRICHOR_SEAL_KEY: z
    .string()
    .regex(/^[0-9a-f]{64}$/i, 'PETRICHOR_SEAL_KEY has to be 64 hexadecimal digits.')
    .optional(),
  PETRICHOR_LOG: z.enum(['silent', 'error', 'warn', 'info', 'debug']).default('warn'),
});
export type Config = z.infer<typeof ConfigSchema>;

/** Settings from the environment; throws one sentence that names what is missing. */
export function readConfig(environment: NodeJS.ProcessEnv): Config {
  const read = ConfigSchema.safeParse(environment);
  if (read.success) return read.data;
  const sentences = read.error.issues.map(({ path, message }) => (message.endsWith('.') ? message : `${path.join('.')}: ${message}.`));
  throw new Error(sentences.join(' '));
}
