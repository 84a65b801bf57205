import { Injectable } from '@angular/core';
import type { MachineModel, Part } from '@petrichor/core/hardware';
import { cheapBeside, openingLine, type JobState } from '@petrichor/core/job';
import type { Policy } from '@petrichor/core/teardown';
import { wrap, type Remote } from 'comlink';
import type { OpeningWork } from './opening.worker';

/**
 * Openings planned beside the screen. Where there are no workers (unit tests), the same functions run here.
 */
@Injectable({ providedIn: 'root' })
export class Openings {
  private readonly remote: Remote<OpeningWork> | null =
    typeof Worker === 'undefined'
      ? null
      : wrap<OpeningWork>(new Worker(new URL('./opening.worker', import.meta.url), { type: 'module' }));

  async lookAt(model: MachineModel, job: JobState, policy: Policy, parts: readonly Part[]) {
    if (this.remote) return this.remote.lookAt(model, job, policy, parts);
    return { line: openingLine(model, job, policy), beside: cheapBeside(model, job, policy, parts) };
  }
}
