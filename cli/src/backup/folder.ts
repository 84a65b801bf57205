import { createHash } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { open, rename } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { pipeline as flow, Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import * as z from 'zod';
import { Fault } from '../fault.js';
import { identityOf, locking, newLock, opening, type FolderLock, type Keys } from './locks.js';

const FolderSchema = z.strictObject({
  format: z.literal('petrichor-backups'),
  version: z.literal(1),
  recipients: z.array(z.string()),
  lockedIdentity: z.string().nullable(),
});

const CountsSchema = z.strictObject({
  jobs: z.number().int(),
  events: z.number().int(),
  moves: z.number().int(),
  photos: z.number().int(),
  guideVersions: z.number().int(),
  accounts: z.number().int(),
});

/** A file as it lies in the folder, and as it was before it was compressed and locked. */
const PutSchema = z.strictObject({
  file: z.string(),
  bytes: z.number().int(),
  sha256: z.string(),
  plainBytes: z.number().int(),
  plainSha256: z.string(),
});
export type Put = z.infer<typeof PutSchema>;

/** What a backup is and holds; written last: a backup without it is none. */
export const ManifestSchema = z.strictObject({
  format: z.literal('petrichor-backup'),
  version: z.literal(1),
  name: z.string(),
  /** From when on the data is whole: a restore cannot go back before it. */
  at: z.iso.datetime(),
  /**
   * `cluster`: the files of the private PostgreSQL, which the log goes on from. `dump`: pg_dump of a given
   * server.
   */
  kind: z.enum(['cluster', 'dump']),
  program: z.string(),
  /** Of the database's shape, by database. */
  schema: z.record(z.string(), z.number().int()),
  postgres: z.string(),
  data: PutSchema,
  /**
   * The first piece of PostgreSQL's log that this backup does not need any earlier ones than; null for a
   * dump.
   */
  logFrom: z.string().nullable(),
  /** At least so much is in it, by database. */
  counts: z.record(z.string(), CountsSchema),
  photos: z.number().int(),
  /** Tells which key opens the sealed notes; the key itself is not here. */
  sealKey: z.string().nullable(),
  seconds: z.number(),
});
export type Manifest = z.infer<typeof ManifestSchema>;

const VerifiedSchema = z.strictObject({
  at: z.iso.datetime(),
  good: z.boolean(),
  /** Sentences. */
  faults: z.array(z.string()),
  seconds: z.number(),
});
export type Verified = z.infer<typeof VerifiedSchema>;

export interface PutOptions {
  /** Already small: it is not compressed again. */
  readonly packed?: boolean;
}

/**
 * A folder of backups: `backups/NAME/` (manifest and data), `log/` (PostgreSQL's log, piece by piece),
 * `photos/` (by content). docs/formats/backup.md says more.
 */
export class BackupFolder {
  private identity: Promise<string | null> | null = null;

  private constructor(
    readonly path: string,
    private readonly lock: FolderLock,
    private readonly keys: Keys,
  ) {}

  /** Opens a folder, and makes an empty one into a folder of backups if asked to. */
  static async open(path: string, keys: Keys, make: boolean): Promise<BackupFolder> {
    const mark = join(path, 'petrichor-backups.json');
    if (existsSync(mark)) return BackupFolder.opened(path, readJson(mark, FolderSchema), keys);
    if (!make)
      throw new Fault(
        `There are no backups in ${path}. Name the folder that petrichor-backups.json lies in; is its disk connected?`,
        2,
      );
    try {
      mkdirSync(path, { recursive: true, mode: 0o700 });
    } catch (error) {
      throw new Fault(
        `The folder ${path} cannot be made: ${(error as Error).message}. Is the disk it lies on connected?`,
      );
    }
    if (readdirSync(path).some((name) => name !== 'lost+found' && !name.startsWith('.')))
      throw new Fault(`The folder ${path} holds something else. Name an empty one, or a new one in it.`, 2);
    const lock = await newLock(keys);
    writeFileSync(
      mark,
      `${JSON.stringify({ format: 'petrichor-backups', version: 1, ...lock }, null, 2)}\n`,
      { mode: 0o600 },
    );
    return new BackupFolder(path, lock, keys);
  }

  private static async opened(path: string, lock: FolderLock, keys: Keys): Promise<BackupFolder> {
    const wanted = keys.passphrase !== null || keys.recipient !== null;
    if (wanted && lock.recipients.length === 0)
      throw new Fault(
        `The backups in ${path} are not locked, and a passphrase or recipient is set. Choose an empty folder for locked ones.`,
        2,
      );
    if (keys.recipient !== null && !lock.recipients.includes(keys.recipient))
      throw new Fault(
        `The backups in ${path} are locked for another recipient. Choose an empty folder for this one.`,
        2,
      );
    const folder = new BackupFolder(path, lock, keys);
    // A passphrase that does not open it is told at once, not on the day it is needed.
    if (keys.passphrase !== null) await folder.opener();
    return folder;
  }

  get isLocked(): boolean {
    return this.lock.recipients.length > 0;
  }

  /** What the names of its files end in. */
  get suffix(): '' | '.age' {
    return this.isLocked ? '.age' : '';
  }

  /** Whether this program can read what it wrote. */
  get canRead(): boolean {
    return !this.isLocked || this.keys.passphrase !== null || this.keys.identityFile !== null;
  }

  /** Says at once when this program cannot read what lies here. */
  async mustRead(): Promise<this> {
    await this.opener();
    return this;
  }

  /** Puts a file into the folder: whole, or not at all. `name` gets its endings. */
  async put(name: string, source: Readable, { packed = false }: PutOptions = {}): Promise<Put> {
    const file = `${name}${packed ? '' : '.gz'}${this.suffix}`;
    const target = join(this.path, file);
    mkdirSync(dirname(target), { recursive: true, mode: 0o700 });
    const [plain, kept] = [meter(), meter()];
    const beside = `${target}.part`;
    const steps = [
      plain.through,
      ...(packed ? [] : [createGzip({ level: 1 })]),
      ...(this.isLocked ? [locking(this.lock.recipients)] : []),
      kept.through,
    ];
    try {
      await pipeline([
        source,
        ...steps,
        createWriteStream(beside, { mode: 0o600 }),
      ] as unknown as readonly NodeJS.ReadWriteStream[]);
      const written = await open(beside, 'r');
      await written.sync().finally(() => written.close());
      await rename(beside, target);
    } catch (error) {
      rmSync(beside, { force: true });
      if ((error as { code?: string }).code === 'ENOSPC')
        throw new Fault(`The disk with ${this.path} is full. Make room there, or keep fewer backups.`);
      throw error;
    }
    return {
      file,
      bytes: kept.bytes(),
      sha256: kept.sha256(),
      plainBytes: plain.bytes(),
      plainSha256: plain.sha256(),
    };
  }

  /** What was put in, as it was. */
  async get(file: string): Promise<Readable> {
    const path = join(this.path, file);
    if (!existsSync(path)) throw new Fault(`${file} is missing in ${this.path}.`);
    const source = createReadStream(path);
    const identity = this.isLocked ? await this.opener() : null;
    const plain = identity === null ? source : Readable.from(opening(identity)(source));
    if (!file.replace(/\.age$/, '').endsWith('.gz') || file.startsWith('log/')) return plain;
    // What breaks before it breaks it, too: whoever reads is told.
    return flow(plain, createGunzip(), () => undefined);
  }

  /** Whole backups, the oldest first. */
  manifests(): Manifest[] {
    const folder = join(this.path, 'backups');
    if (!existsSync(folder)) return [];
    return readdirSync(folder)
      .sort()
      .filter((name) => existsSync(join(folder, name, 'manifest.json')))
      .map((name) => readJson(join(folder, name, 'manifest.json'), ManifestSchema));
  }

  writeManifest(manifest: Manifest): void {
    this.writeJson(manifest.name, 'manifest.json', ManifestSchema.parse(manifest));
  }

  verified(name: string): Verified | null {
    const file = join(this.path, 'backups', name, 'verified.json');
    return existsSync(file) ? readJson(file, VerifiedSchema) : null;
  }

  writeVerified(name: string, verified: Verified): void {
    this.writeJson(name, 'verified.json', VerifiedSchema.parse(verified));
  }

  private writeJson(name: string, file: string, content: object): void {
    const target = join(this.path, 'backups', name, file);
    mkdirSync(dirname(target), { recursive: true, mode: 0o700 });
    writeFileSync(`${target}.part`, `${JSON.stringify(content, null, 2)}\n`, { mode: 0o600, flush: true });
    renameSync(`${target}.part`, target);
  }

  private opener(): Promise<string | null> {
    return (this.identity ??= identityOf(this.lock, this.keys));
  }
}

export function readJson<S extends z.ZodType>(file: string, schema: S): z.output<S> {
  try {
    return schema.parse(JSON.parse(readFileSync(file, 'utf8')));
  } catch (error) {
    throw new Fault(
      `${file} cannot be read: ${error instanceof z.ZodError ? 'it is not what this Petrichor writes' : (error as Error).message}.`,
      2,
    );
  }
}

/** Counts and hashes what flows through it. */
function meter() {
  const hash = createHash('sha256');
  let bytes = 0;
  return {
    through: async function* (this: void, source: AsyncIterable<Uint8Array>): AsyncIterable<Uint8Array> {
      for await (const chunk of source) {
        hash.update(chunk);
        bytes += chunk.length;
        yield chunk;
      }
    },
    bytes: () => bytes,
    sha256: () => hash.digest('hex'),
  };
}
