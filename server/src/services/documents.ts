import { Worker } from 'node:worker_threads';
import { Refused } from '../refused.js';
import { readImport, readJob, type ReadImport, type ReadJob } from '../workers/read-documents.js';

/** Smaller ones are read where they are: a thread costs more than they do. */
const SMALL_BYTES = 256_000;
const LONGEST_MS = 60_000;
/** Enough for the largest document that is taken, and not for one that grows while it is read. */
const MOST_MEMORY_MB = 1024;

const PROGRAM = new URL('../workers/documents.worker.js', import.meta.url);
/** Run from its source by tests, which need a loader in the thread, too; built everywhere else. */
const IS_SOURCE = import.meta.url.endsWith('.ts');
const FROM_SOURCE = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(PROGRAM.href.replace(/js$/, 'ts'))}); });`;

/**
 * Reads documents; large ones in a thread of their own, one after the other, so that nobody else waits for
 * them.
 */
export class Documents {
  private waiting = 0;
  private turn: Promise<unknown> = Promise.resolve();

  /** @param mostWaiting how many large documents may wait for their turn */
  constructor(private readonly mostWaiting = 4) {}

  async import(text: string): Promise<ReadImport> {
    return text.length < SMALL_BYTES
      ? readImport(text)
      : this.inThread<ReadImport>('import', new TextEncoder().encode(text));
  }

  /** @param bytes the document as UTF-8; a large one is gone from here afterwards */
  async job(bytes: Uint8Array<ArrayBuffer>): Promise<ReadJob> {
    return bytes.length < SMALL_BYTES
      ? readJob(new TextDecoder().decode(bytes))
      : this.inThread<ReadJob>('job', bytes);
  }

  private async inThread<T>(what: 'import' | 'job', bytes: Uint8Array<ArrayBuffer>): Promise<T> {
    if (this.waiting >= this.mostWaiting)
      throw new Refused(
        429,
        'busy-reading',
        'Several large documents are being read already. Send this one again in a minute.',
      );
    this.waiting++;
    const mine = this.turn.then(() => thread<T>(what, bytes));
    this.turn = mine.catch(() => undefined);
    return mine.finally(() => this.waiting--);
  }
}

function thread<T>(what: 'import' | 'job', bytes: Uint8Array<ArrayBuffer>): Promise<T> {
  return new Promise((done, failed) => {
    const worker = new Worker(IS_SOURCE ? FROM_SOURCE : PROGRAM, {
      eval: IS_SOURCE,
      workerData: { what, bytes },
      transferList: [bytes.buffer],
      execArgv: IS_SOURCE ? ['--conditions=petrichor-source'] : [],
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    });
    const late = setTimeout(() => {
      failed(
        new Refused(
          413,
          'too-long',
          'That document takes too long to read. Split it, and bring the parts in one by one.',
        ),
      );
      void worker.terminate();
    }, LONGEST_MS);
    worker.once('message', (found: T) => done(found));
    worker.once('error', (error: NodeJS.ErrnoException) =>
      failed(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? new Refused(
              413,
              'too-large',
              'That document takes more memory to read than there is for it. Split it, and bring the parts in one by one.',
            )
          : error,
      ),
    );
    worker.once('exit', () => {
      clearTimeout(late);
      failed(new Error('The thread that reads documents ended without an answer.'));
    });
  });
}
