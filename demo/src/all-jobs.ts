import { demoJobs, otherMachines, triedOn, type DemoJob } from './jobs.js';
import { pastJobs } from './past-jobs.js';
import { pastModels } from './past-models.js';
import { recordJobs } from './record-jobs.js';
import { wishJobs } from './wish-jobs.js';
import { demoModels } from './workshop.js';

/** Every job of the demo, in the order they are taken in: a new list comes last, so that numbers stay. */
export function allJobs(now: Date): readonly DemoJob[] {
  const bodies = new Map(demoModels().map(({ id, body }) => [id, body]));
  return [demoJobs, pastJobs, otherMachines, recordJobs, wishJobs, pastModels]
    .flatMap((jobs) => jobs(now))
    .map((job) => {
      const { baseline, modelId } = job.intake;
      return {
        ...job,
        intake: { ...job.intake, baseline: triedOn(baseline, bodies.get(modelId) ?? null) },
      };
    });
}
