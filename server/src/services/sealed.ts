import type { CommandReply, KeepSealed } from '@petrichor/api';
import { createCipheriv, createDecipheriv, createHmac, randomBytes } from 'node:crypto';
import type { JobCommand } from '@petrichor/core/job';
import { Refused } from '../refused.js';
import type { WorkshopTx } from '../store/database.js';
import { putSealed, sealedAt } from '../store/sealed.js';
import type { Acting } from './acting.js';
import type { JobService } from './jobs.js';

const NONCE_BYTES = 12;
const TAG_BYTES = 16;

/**
 * Passcodes and recovery keys of a job: AES-256-GCM (NIST SP 800-38D) with a key that is not in the database,
 * each bound to its workshop, job and note, so that a row that is copied elsewhere does not open. Every look
 * is an event of the job.
 */
export class SealedNotes {
  constructor(
    private readonly jobs: JobService,
    /** 32 bytes; null: this installation has no key, and keeps no sealed notes. */
    private readonly key: Buffer | null,
  ) {}

  /** The note's id is the command's: sending it twice keeps one. */
  async keep(
    acting: Acting,
    jobId: string,
    { commandId, kind, label, secret }: KeepSealed,
  ): Promise<CommandReply> {
    const key = this.needKey();
    const about = bound(acting.workshopId, jobId, commandId);
    const sealed = seal(key, secret, about);
    const command: JobCommand = { type: 'keep-sealed', noteId: commandId, kind, label };
    // The secret is a part of what is asked; under the key, since a passcode of four digits is soon found
    // from its bare hash.
    const asked = {
      ...command,
      secret: createHmac('sha256', key).update(about).update(secret).digest('hex'),
    };
    const also = async (tx: WorkshopTx) => void (await putSealed(tx, jobId, commandId, sealed));
    return this.jobs.give(acting, jobId, { commandId, basedOn: 0, command }, { asked, also });
  }

  /** What it says, for whoever may read it; that they did is written down before they see it. */
  async look(acting: Acting, jobId: string, noteId: string, commandId: string): Promise<string> {
    const key = this.needKey();
    let secret: string | null = null;
    const also = async (tx: WorkshopTx) => {
      const sealed = await sealedAt(tx, jobId, noteId);
      if (!sealed) throw new Refused(404, 'no-note', 'That sealed note is gone. Ask the customer again.');
      secret = unseal(key, sealed, bound(acting.workshopId, jobId, noteId));
    };
    await this.jobs.give(
      acting,
      jobId,
      { commandId, basedOn: 0, command: { type: 'look-sealed', noteId } },
      { also },
    );
    // Every look is decided and written down by itself; one that was answered before shows nothing again.
    if (secret === null)
      throw new Refused(
        409,
        'looked-before',
        'That look is on record already. Look once more to read the note.',
      );
    return secret;
  }

  destroy = (acting: Acting, jobId: string, noteId: string, commandId: string): Promise<CommandReply> =>
    this.jobs.give(acting, jobId, { commandId, basedOn: 0, command: { type: 'destroy-sealed', noteId } });

  private needKey(): Buffer {
    if (!this.key)
      throw new Refused(
        503,
        'no-seal-key',
        'Sealed notes are off here: start Petrichor with PETRICHOR_SEAL_KEY, 64 hexadecimal digits kept apart from the database.',
      );
    return this.key;
  }
}

const bound = (...names: string[]): Buffer => Buffer.from(names.join('/'));

/** Nonce, tag and ciphertext, one after the other. */
export function seal(key: Buffer, secret: string, about: Buffer): Buffer {
  const nonce = randomBytes(NONCE_BYTES);
  const cipher = createCipheriv('aes-256-gcm', key, nonce, { authTagLength: TAG_BYTES });
  cipher.setAAD(about);
  const text = Buffer.concat([cipher.update(secret, 'utf8'), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), text]);
}

export function unseal(key: Buffer, sealed: Buffer, about: Buffer): string {
  const decipher = createDecipheriv('aes-256-gcm', key, sealed.subarray(0, NONCE_BYTES), {
    authTagLength: TAG_BYTES,
  });
  decipher.setAAD(about);
  decipher.setAuthTag(sealed.subarray(NONCE_BYTES, NONCE_BYTES + TAG_BYTES));
  try {
    return Buffer.concat([
      decipher.update(sealed.subarray(NONCE_BYTES + TAG_BYTES)),
      decipher.final(),
    ]).toString('utf8');
  } catch {
    throw new Refused(
      409,
      'other-key',
      'That note was sealed with another key, or its row was changed. Put the old key back as PETRICHOR_SEAL_KEY, or ask the customer again.',
    );
  }
}
