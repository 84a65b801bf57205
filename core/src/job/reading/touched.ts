import { SAY_CHANGE, type Change, type ChangeKind } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import { mainDrive } from './changes.js';
import { labelOfChange, proofOf, stands } from './expects.js';
import { isIn } from './fitted.js';
import { unpluggedChecks } from './unplugged.js';

/** What this job touched in the machine, the last first. */
export interface Touched {
  readonly changes: readonly string[];
  /** Leads that came off on the way in. */
  readonly leads: readonly string[];
  /** What to undo or look at first, and why. Null: nothing was touched. */
  readonly first: { readonly say: string; readonly why: string } | null;
}

/** What comes out again with the fewest hands comes first (common practice, no source). */
const EASY: readonly ChangeKind[] = [
  'memory',
  'wireless',
  'battery',
  'cooling',
  'add-drive',
  'replace-drive',
];

/**
 * Something is new since the work: what was touched is suspected before anything else (common practice, no
 * source).
 */
export function touchedBy(job: JobState): Touched {
  const done = job.changes.filter((one) => isIn(job, one) && stands(one)).reverse();
  const leads = unpluggedChecks(job).reverse();
  return {
    changes: done.map((one) => `${SAY_CHANGE[one.kind]}: ${labelOfChange(one)}`),
    leads: leads.map(({ say }) => say),
    first: wrongOne(job, done) ?? openLead(leads) ?? easiest(job, done),
  };
}

function wrongOne(job: JobState, done: readonly Change[]): Touched['first'] {
  const wrong = done.find((one) => {
    const { start, closed } = proofOf(job, one.id);
    return (closed ?? start)?.right === false;
  });
  return wrong
    ? { say: `Seat ${labelOfChange(wrong)} again, else take it out.`, why: 'It does not show as it should.' }
    : null;
}

function openLead(leads: ReturnType<typeof unpluggedChecks>): Touched['first'] {
  const open = leads.find(({ rechecked }) => rechecked?.result !== 'works');
  return open
    ? {
        say: `Plug it in again: ${open.say}.`,
        why: `It came off at ‘${open.step}’, and nobody has seen it work since.`,
      }
    : null;
}

function easiest(job: JobState, done: readonly Change[]): Touched['first'] {
  const order = done
    .filter((one) => EASY.includes(one.kind))
    .sort((a, b) => EASY.indexOf(a.kind) - EASY.indexOf(b.kind));
  const [one] = order;
  if (!one) return null;
  const why = 'It is what this job changed, and comes out again with the fewest hands.';
  return one.id === mainDrive(job)?.id && one.kind === 'replace-drive'
    ? { say: `Start it with ${one.slot?.fitted?.label ?? 'the old drive'} once more.`, why }
    : { say: `Start it without ${labelOfChange(one)}.`, why };
}
