import type { JobSummary } from '@petrichor/core/job';

/** Jobs that have every typed word in number, model, serial or customer. Nothing typed: all of them. */
export function findJobs(jobs: readonly JobSummary[], typed: string): JobSummary[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return jobs.filter((job) => {
    const text = `${job.number} ${job.modelName} ${job.serial} ${job.customer}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
}
