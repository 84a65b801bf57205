import { Injectable } from '@angular/core';
import { comparePastJobs, lookAt } from '@petrichor/core/diagnose';
import { wrap, type Remote } from 'comlink';
import type { WeighWork } from './weigh.worker';

/**
 * The worker's functions as promises. Where there are no workers (unit tests), the same functions run here.
 */
@Injectable({ providedIn: 'root' })
export class Weigher {
  private readonly remote: Remote<WeighWork> | null =
    typeof Worker === 'undefined'
      ? null
      : wrap<WeighWork>(new Worker(new URL('./weigh.worker', import.meta.url), { type: 'module' }));

  lookAt(...args: Parameters<typeof lookAt>): Promise<ReturnType<typeof lookAt>> {
    return this.remote ? this.remote.lookAt(...args) : Promise.resolve(lookAt(...args));
  }

  comparePastJobs(...args: Parameters<typeof comparePastJobs>): Promise<ReturnType<typeof comparePastJobs>> {
    return this.remote ? this.remote.comparePastJobs(...args) : Promise.resolve(comparePastJobs(...args));
  }
}
