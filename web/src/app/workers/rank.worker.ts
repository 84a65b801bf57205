import { expose } from 'comlink';
import { rankAll, type Place, type Ranking } from '@petrichor/core/fit';
import type { Drive } from '@petrichor/core/hardware';

/** The catalogue stays here: it is sent once, the place with every question. */
let catalogue: readonly Drive[] = [];

const work = {
  hold(drives: readonly Drive[]): void {
    catalogue = drives;
  },
  /**
   * Ranks what is held; `changed` are drives measured on the job, in place of the held ones of the same id.
   */
  rank(place: Place, changed: readonly Drive[]): Ranking {
    if (changed.length === 0) return rankAll(place, catalogue);
    const own = new Map(changed.map((drive) => [drive.id, drive]));
    return rankAll(
      place,
      catalogue.map((drive) => own.get(drive.id) ?? drive),
    );
  },
};
export type RankWork = typeof work;

expose(work);
