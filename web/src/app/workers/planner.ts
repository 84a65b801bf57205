import { Injectable } from '@angular/core';
import {
  planWay,
  type Plan,
  type PlanFault,
  type PlanInput,
  type SearchProgress,
} from '@petrichor/core/teardown';
import { proxy, wrap, type Remote } from 'comlink';
import type { PlanWork } from './plan.worker';

/** A plan that is being made: its result, or null when it was called off. */
export interface Planning {
  readonly result: Promise<Plan | PlanFault | null>;
  cancel(): void;
}

/** Planning beside the screen, one at a time: a newer question ends the older one's worker. */
@Injectable({ providedIn: 'root' })
export class Planner {
  private worker: { readonly thread: Worker; readonly remote: Remote<PlanWork> } | null = null;
  private busy: (() => void) | null = null;

  plan(input: PlanInput, told: (progress: SearchProgress) => void): Planning {
    // Where there are no workers (unit tests), the same function runs here.
    if (typeof Worker === 'undefined')
      return { result: Promise.resolve(planWay(input)), cancel: () => undefined };
    this.busy?.();
    const { thread, remote } = (this.worker ??= started());
    let callOff: () => void = () => undefined;
    const calledOff = new Promise<null>((resolve) => {
      callOff = () => {
        this.busy = null;
        this.worker = null;
        thread.terminate();
        resolve(null);
      };
    });
    this.busy = callOff;
    const planned = remote.plan(input, proxy(told)).then((plan) => {
      if (this.busy === callOff) this.busy = null;
      return plan;
    });
    return {
      result: Promise.race([planned, calledOff]),
      cancel: () => {
        if (this.busy === callOff) callOff();
      },
    };
  }
}

function started(): { thread: Worker; remote: Remote<PlanWork> } {
  const thread = new Worker(new URL('./plan.worker', import.meta.url), { type: 'module' });
  return { thread, remote: wrap<PlanWork>(thread) };
}
