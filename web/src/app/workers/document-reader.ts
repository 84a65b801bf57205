import { Injectable } from '@angular/core';
import type { Reading } from '@petrichor/core/formats';
import type { JobDocument } from '@petrichor/core/job';
import type { SourceDisk } from '@petrichor/core/move';
import { wrap, type Remote } from 'comlink';
import type { DocumentWork } from './documents.worker';
import { readForJob } from './read-for-job';

/**
 * Files for a job, read beside the screen. Where there are no workers (unit tests), the same function runs
 * here.
 */
@Injectable({ providedIn: 'root' })
export class DocumentReader {
  private remote: Remote<DocumentWork> | null = null;

  read(file: Blob | string, disk: SourceDisk | null): Promise<Reading<JobDocument>> {
    if (typeof Worker === 'undefined') return readForJob(file, disk);
    this.remote ??= wrap<DocumentWork>(
      new Worker(new URL('./documents.worker', import.meta.url), { type: 'module' }),
    );
    return this.remote.readForJob(file, disk);
  }
}
