import { sure } from '@petrichor/core/units';
import * as z from 'zod';

/** Names or addresses with commas between them. */
const ListSchema = z
  .string()
  .default('')
  .transform((text) => text.split(',').flatMap((one) => one.trim().toLowerCase() || []));

const ConfigSchema = z
  .object({
    DATABASE_URL: z
      .string()
      .min(1, 'Set DATABASE_URL to a PostgreSQL address, or start with ./petrichor, which makes its own.'),
    PETRICHOR_PORT: z.coerce.number().int().min(1).max(65_535).default(4700),
    PETRICHOR_HOST: z.string().default('127.0.0.1'),
    PETRICHOR_SESSION_SECRET: z.string().min(32, 'PETRICHOR_SESSION_SECRET needs at least 32 characters.'),
    /**
     * Proxies that are believed about where a request comes from: how many stand before the server, or their
     * addresses.
     */
    PETRICHOR_TRUST_PROXY: ListSchema.transform((list) =>
      list.length === 1 && /^\d$/.test(sure(list[0])) ? Number(list[0]) : list,
    ),
    /** Host names that the server answers under, besides this machine's own. */
    PETRICHOR_HOSTS: ListSchema,
    /** HTTPS beside HTTP: certificate and key as PEM files, where it listens, and its port. */
    PETRICHOR_TLS_CERT: z.string().optional(),
    PETRICHOR_TLS_KEY: z.string().optional(),
    PETRICHOR_TLS_HOST: z.string().default('0.0.0.0'),
    PETRICHOR_TLS_PORT: z.coerce.number().int().min(1).max(65_535).default(4743),
    PETRICHOR_SIGN_IN_TRIES: z.coerce.number().int().min(1).default(10),
    PETRICHOR_WEB: z.string().optional(),
    PETRICHOR_PHOTOS: z.string().optional(),
    /**
     * How much is taken at once: a body, a whole job as a document, nesting and values of JSON, tabs that
     * listen, an unfinished request.
     */
    PETRICHOR_MAX_BODY_MB: z.coerce.number().min(0.1).max(100).default(8),
    PETRICHOR_MAX_DOCUMENT_MB: z.coerce.number().min(0.1).max(500).default(64),
    PETRICHOR_MAX_JSON_DEPTH: z.coerce.number().int().min(16).max(1000).default(64),
    PETRICHOR_MAX_JSON_VALUES: z.coerce.number().int().min(10_000).max(10_000_000).default(400_000),
    PETRICHOR_MAX_STREAMS: z.coerce.number().int().min(1).max(1000).default(12),
    PETRICHOR_REQUEST_SECONDS: z.coerce.number().min(5).max(3600).default(120),
    /** How much photos of one workshop may take. */
    PETRICHOR_PHOTO_QUOTA_GB: z.coerce.number().min(0.01).max(1_000_000).default(50),
    /** File in which the starter says how backups stand. */
    PETRICHOR_BACKUP_STATE: z.string().optional(),
    PETRICHOR_DOCK: z
      .url('PETRICHOR_DOCK has to be the address of the dock’s agent, like http://127.0.0.1:4711.')
      .optional(),
    PETRICHOR_SUPPLIER: z
      .url('PETRICHOR_SUPPLIER has to be the address of the suppliers’ server, like http://127.0.0.1:4712.')
      .optional(),
    PETRICHOR_ORDER_SECONDS: z.coerce.number().min(1).max(86_400).default(300),
    PETRICHOR_SEAL_KEY: z
      .string()
      .regex(/^[0-9a-f]{64}$/i, 'PETRICHOR_SEAL_KEY has to be 64 hexadecimal digits.')
      .optional(),
    PETRICHOR_LOG: z.enum(['silent', 'error', 'warn', 'info', 'debug']).default('warn'),
  })
  .refine((one) => (one.PETRICHOR_TLS_CERT === undefined) === (one.PETRICHOR_TLS_KEY === undefined), {
    message: 'PETRICHOR_TLS_CERT and PETRICHOR_TLS_KEY go together: set both, or neither.',
  });
export type Config = z.infer<typeof ConfigSchema>;

/** Settings from the environment; throws one sentence that names what is missing. */
export function readConfig(environment: NodeJS.ProcessEnv): Config {
  const read = ConfigSchema.safeParse(environment);
  if (read.success) return read.data;
  const sentences = read.error.issues.map(({ path, message }) =>
    message.endsWith('.') ? message : `${path.join('.')}: ${message}.`,
  );
  throw new Error(sentences.join(' '));
}
