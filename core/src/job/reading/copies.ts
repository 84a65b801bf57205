import type { JobState } from '../shape/state.js';
import { type Compared, type StatedCopy } from '../shape/copies.js';

/** A copy that is on record, and the event that proves it. */
export type CopyOnRecord =
  | {
      readonly proof: 'run';
      readonly kind: 'clone' | 'rescue';
      /** Null: nobody noted how far it came. */
      readonly bytes: number | null;
      readonly badPlaces: number;
      /** Null: of before this was kept. */
      readonly compared: Compared | null;
      readonly to: string;
    }
  | { readonly proof: 'stated'; readonly copy: StatedCopy }
  | { readonly proof: 'checked'; readonly item: 'data-back' | 'restored'; readonly by: string };

/** Every copy of the customer's data that some event of this job proves. A plan is none. */
export function copiesOnRecord(job: Pick<JobState, 'runs' | 'move' | 'setUp'>): CopyOnRecord[] {
  const runs = job.runs.flatMap((run): CopyOnRecord[] =>
    run.target !== null && run.ended?.state === 'done' && (run.kind === 'clone' || run.kind === 'rescue')
      ? [
          {
            proof: 'run',
            kind: run.kind,
            bytes: run.reached?.totalBytes ?? null,
            badPlaces: run.reached?.badPlaces ?? 0,
            compared: run.ended.compared,
            to: run.target,
          },
        ]
      : [],
  );
  const stated = job.move.copies.map((copy): CopyOnRecord => ({ proof: 'stated', copy }));
  const checked = (['data-back', 'restored'] as const).flatMap((item): CopyOnRecord[] =>
    job.setUp[item]?.outcome === 'done' ? [{ proof: 'checked', item, by: job.setUp[item].by.name }] : [],
  );
  return [...runs, ...stated, ...checked];
}

/** Ways across whose copy is made while both drives can still be reached: before the machine is closed. */
const BEFORE_CLOSING: ReadonlySet<string> = new Set(['clone', 'copy', 'rescue']);

/** A copy was planned, and none is on record. */
export const isCopyOwed = (job: Pick<JobState, 'runs' | 'move' | 'setUp' | 'safeguard'>): boolean =>
  job.safeguard !== null && BEFORE_CLOSING.has(job.safeguard.plan) && copiesOnRecord(job).length === 0;
