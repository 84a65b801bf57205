import { Injectable } from '@angular/core';
import type { Reading } from '@petrichor/core/formats';
import type { SourceDisk } from '@petrichor/core/move';
import { wrap, type Remote } from 'comlink';
import type { MoveWork } from './move.worker';
import { readForMove, type MoveReading } from './read-for-move';

/** Files for the move, read beside the screen. Where there are no workers (unit tests), the same function runs here. */
@Injectable({ providedIn: 'root' })
export class MoveReader {
  private remote: Remote<MoveWork> | null = null;

  read(file: Blob, disk: SourceDisk | null): Promise<Reading<MoveReading>> {
    if (typeof Worker === 'undefined') return readForMove(file, disk);
    this.remote ??= wrap<MoveWork>(new Worker(new URL('./move.worker', import.meta.url), { type: 'module' }));
    return this.remote.readForMove(file, disk);
  }
}
