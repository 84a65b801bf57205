import { sure } from '@petrichor/core/units';
import { Injectable } from '@angular/core';
import {
  jobAt,
  judgeAt,
  linkOf,
  rankAll,
  type Candidate,
  type Place,
  type Ranking,
} from '@petrichor/core/fit';
import type { Drive } from '@petrichor/core/hardware';
import { wrap, type Remote } from 'comlink';
import type { RankWork } from './rank.worker';

/** Ranking beside the screen. Where there are no workers (unit tests), the same function runs here. */
@Injectable({ providedIn: 'root' })
export class Ranker {
  private readonly remote: Remote<RankWork> | null =
    typeof Worker === 'undefined'
      ? null
      : wrap<RankWork>(new Worker(new URL('./rank.worker', import.meta.url), { type: 'module' }));
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

  /**
   * The first of the ranking with their proofs; `changed` stand in for the catalogue's own of the same id.
   */
  async candidates(
    place: Place,
    drives: readonly Drive[],
    most: number,
    changed: readonly Drive[] = [],
  ): Promise<Candidate[]> {
    const { order } = await this.rank(place, drives, changed);
    const own = new Map(changed.map((drive) => [drive.id, drive]));
    const bench = jobAt(place);
    return Array.from(order.subarray(0, most), (at) => {
      const drive = own.get(sure(drives[at]).id) ?? sure(drives[at]);
      return { drive, verdict: judgeAt(bench, drive), link: linkOf(place, drive) };
    });
  }
}
