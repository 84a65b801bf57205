import { Injectable } from '@angular/core';
import { rankAll, type Drive, type Place, type Ranking } from '@petrichor/core';
import { wrap, type Remote } from 'comlink';
import type { RankWork } from './rank.worker';

/** Ranking beside the screen. Where there are no workers (unit tests), the same function runs here. */
@Injectable({ providedIn: 'root' })
export class Ranker {
  private readonly remote: Remote<RankWork> | null =
    typeof Worker === 'undefined' ? null : wrap<RankWork>(new Worker(new URL('./rank.worker', import.meta.url), { type: 'module' }));
  private held: readonly Drive[] | null = null;

  async rank(place: Place, drives: readonly Drive[], changed: readonly Drive[]): Promise<Ranking> {
    if (!this.remote) {
      const own = new Map(changed.map((drive) => [drive.id, drive]));
      return rankAll(
        place,
        drives.map((drive) => own.get(drive.id) ?? drive),
      );
    }
    if (this.held !== drives) {
      this.held = drives;
      await this.remote.hold(drives);
    }
    return this.remote.rank(place, changed);
  }
}
