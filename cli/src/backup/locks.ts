import { readFileSync } from 'node:fs';
import { Decrypter, Encrypter, generateIdentity, identityToRecipient } from 'age-encryption';
import { Fault } from '../fault.js';

/** What opens and closes backups, as it was given to this program. */
export interface Keys {
  readonly passphrase: string | null;
  /** Of age: `age1…`, for whoever holds its identity elsewhere. */
  readonly recipient: string | null;
  /** A file with an identity of age, `AGE-SECRET-KEY-1…`. */
  readonly identityFile: string | null;
}

const SHORTEST = 12;

export function keysFrom(environment: NodeJS.ProcessEnv): Keys {
  const passphrase = environment['PETRICHOR_BACKUP_PASSPHRASE'] || null;
  const recipient = environment['PETRICHOR_BACKUP_RECIPIENT'] || null;
  if (passphrase !== null && passphrase.length < SHORTEST)
    throw new Fault(
      `PETRICHOR_BACKUP_PASSPHRASE is too short: use at least ${SHORTEST} characters, best some words nobody else would choose.`,
      2,
    );
  if (recipient !== null && !/^age1[a-z0-9]{20,}$/.test(recipient))
    throw new Fault('PETRICHOR_BACKUP_RECIPIENT has to be a recipient of age, like age1…, in one line.', 2);
  if (passphrase !== null && recipient !== null)
    throw new Fault(
      'PETRICHOR_BACKUP_PASSPHRASE and PETRICHOR_BACKUP_RECIPIENT are both set. Choose one of them.',
      2,
    );
  return { passphrase, recipient, identityFile: environment['PETRICHOR_BACKUP_IDENTITY'] || null };
}

/**
 * How a folder of backups is locked. A passphrase locks a key once, and the key locks the files: a passphrase
 * takes a second.
 */
export interface FolderLock {
  readonly recipients: readonly string[];
  /**
   * The key, locked with the passphrase: base64 of an age file. Null: whoever made the folder has the key
   * elsewhere.
   */
  readonly lockedIdentity: string | null;
}

export async function newLock({ passphrase, recipient }: Keys): Promise<FolderLock> {
  if (recipient !== null) return { recipients: [recipient], lockedIdentity: null };
  if (passphrase === null) return { recipients: [], lockedIdentity: null };
  const identity = await generateIdentity();
  const locker = new Encrypter();
  locker.setPassphrase(passphrase);
  return {
    recipients: [await identityToRecipient(identity)],
    lockedIdentity: Buffer.from(await locker.encrypt(identity)).toString('base64'),
  };
}

/** The identity that opens the folder's files; null: they are not locked. */
export async function identityOf(lock: FolderLock, keys: Keys): Promise<string | null> {
  if (lock.recipients.length === 0) return null;
  if (keys.identityFile !== null) {
    const found = /AGE-SECRET-KEY-1[A-Z0-9]+/.exec(readFileSync(keys.identityFile, 'utf8'));
    if (!found) throw new Fault(`${keys.identityFile} holds no identity of age (AGE-SECRET-KEY-1…).`, 2);
    if (!lock.recipients.includes(await identityToRecipient(found[0])))
      throw new Fault(`The identity in ${keys.identityFile} is not the one these backups are locked for.`, 2);
    return found[0];
  }
  if (lock.lockedIdentity === null)
    throw new Fault(
      'These backups are locked for a key that is kept elsewhere. Set PETRICHOR_BACKUP_IDENTITY to the file that holds it.',
      2,
    );
  if (keys.passphrase === null)
    throw new Fault('These backups are locked. Set PETRICHOR_BACKUP_PASSPHRASE to the passphrase.', 2);
  const opener = new Decrypter();
  opener.addPassphrase(keys.passphrase);
  try {
    return await opener.decrypt(Buffer.from(lock.lockedIdentity, 'base64'), 'text');
  } catch {
    throw new Fault('The passphrase is not the one these backups are locked with.', 2);
  }
}

type Bytes = AsyncIterable<Uint8Array>;

/** Locks what flows through it. */
export const locking = (recipients: readonly string[]) =>
  async function* (source: Bytes): Bytes {
    const locker = new Encrypter();
    for (const one of recipients) locker.addRecipient(one);
    yield* chunks(await locker.encrypt(streamOf(source)));
  };

/** Opens what flows through it. */
export const opening = (identity: string) =>
  async function* (source: Bytes): Bytes {
    const opener = new Decrypter();
    opener.addIdentity(identity);
    yield* chunks(await opener.decrypt(streamOf(source)));
  };

/** As a stream of the web, which age takes. */
function streamOf(source: Bytes): ReadableStream<Uint8Array<ArrayBuffer>> {
  const from = source[Symbol.asyncIterator]();
  return new ReadableStream({
    async pull(controller) {
      const next = await from.next();
      if (next.done === true) controller.close();
      else controller.enqueue(new Uint8Array(next.value));
    },
    async cancel() {
      await from.return?.();
    },
  });
}

async function* chunks(stream: ReadableStream<Uint8Array>): Bytes {
  const reader = stream.getReader();
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      yield value;
    }
  } finally {
    await reader.cancel().catch(() => undefined);
  }
}
