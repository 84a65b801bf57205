import { definitionOf, evolve, type JobState, type RecordedEvent } from '../job/index.js';

/** One line of a job's history: who did what, when. */
interface HistoryLine {
  readonly seq: number;
  readonly at: string;
  readonly by: string;
  readonly say: string;
  /** `phase`: the job goes on to another part; a heading rather than a deed. */
  readonly kind: 'phase' | 'deed';
}

/**
 * The history of a job in words, from the counter on. Ticks of one step are one line; what is of no interest
 * later is left out.
 */
export function tellHistory(events: readonly RecordedEvent[]): HistoryLine[] {
  const lines: HistoryLine[] = [];
  let job: JobState | null = null;
  let lastStep: string | null = null;
  for (const recorded of events) {
    const { event, at, seq } = recorded;
    const before = job;
    job = evolve(job, recorded);
    const step = event.type === 'ticked' ? event.stepId : null;
    if (step !== null && step === lastStep) continue;
    lastStep = step;
    const say = definitionOf(event.type).tells(event, before ?? job);
    if (say !== null)
      lines.push({
        seq,
        at,
        by: recorded.by.name,
        say,
        kind: event.type === 'phase-entered' ? 'phase' : 'deed',
      });
  }
  return lines;
}
