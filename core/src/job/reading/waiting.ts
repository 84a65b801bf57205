import { sayDate } from '../../units/index.js';
import type { Mark } from '../shape/mark.js';
import type { JobState } from '../shape/state.js';
import { ordersOpen } from './orders.js';
import { SAY_WAIT, type WaitsFor } from '../shape/wait-kind.js';

interface Waiting {
  readonly kind: WaitsFor | 'part' | 'dock';
  /** `Waits for the customer: the offer` */
  readonly say: string;
  /** Who, and until when. */
  readonly detail: string;
  /** When it should be over, as a day or a moment; null: nobody knows. */
  readonly until: string | null;
  readonly mark: Mark;
}

/**
 * What the job waits for now; null: hands may go on. What somebody said goes first, then the dock, then parts
 * that hold the next step up.
 */
export function waitsFor(job: JobState): Waiting | null {
  const said = job.waiting;
  if (said)
    return {
      kind: said.kind,
      say: `Waits for ${SAY_WAIT[said.kind]}: ${said.what}`,
      detail: said.who ? `${said.who}, since ${said.by.name} asked` : `asked by ${said.by.name}`,
      until: said.until,
      mark: 'other-hands',
    };
  const run = job.runs.find((one) => one.ended === null);
  if (run)
    return {
      kind: 'dock',
      say: `Goes on by itself in bay ${run.bay}`,
      detail: run.drive,
      until: null,
      mark: 'own',
    };
  const order = holdsUp(job) ? ordersOpen(job)[0] : undefined;
  if (!order) return null;
  return {
    kind: 'part',
    say: `Waits for a part: ${order.what}`,
    detail: `from ${order.supplier}${order.dueOn ? `, due ${sayDate(order.dueOn)}` : ''}${order.state === 'back-ordered' ? ', back-ordered' : ''}`,
    until: order.dueOn,
    mark: 'other-hands',
  };
}

/** Parts hold a job up where the machine would be opened next, and where the drive would go in. */
const holdsUp = (job: JobState): boolean =>
  job.phase === 'safeguard' || job.phase === 'way-in' || job.phase === 'swap';
