import { checkShownSize } from '../../prove/index.js';
import { companionsOf, MemorySchema, type MachineModel, type Memory } from '../../hardware/index.js';
import { judgeMemory } from '../../fit/index.js';
import { SAY_CHANGE, type Change, type ChangeKind } from '../shape/change.js';
import type { ShownSize } from '../shape/proof.js';
import { NO_PROOF, type ProofOfChange, type Shown } from '../shape/shown.js';
import type { JobState } from '../shape/state.js';
import { mainDrive } from './changes.js';
import { memoryAfter } from './part-verdict.js';

/** Whether a change stands: it was not rolled back. */
export const stands = ({ judged }: Pick<Change, 'judged'>): boolean => judged?.outcome !== 'rolled-back';

export const proofOf = ({ shown }: Pick<JobState, 'shown'>, changeId: string): ProofOfChange =>
  shown[changeId] ?? NO_PROOF;

type HasChanges = Pick<JobState, 'changes' | 'way'>;

/** How a change shows: by a size that is listed, by a sum of memory, by being seen; `none`: it does not. */
export type ShowsBy = 'size' | 'memory' | 'seen' | 'none';
export const SHOWS_BY: Readonly<Record<ChangeKind, ShowsBy>> = {
  'replace-drive': 'size',
  'add-drive': 'size',
  'take-out-drive': 'seen',
  'move-drive': 'seen',
  'leave-unplugged': 'seen',
  memory: 'memory',
  battery: 'seen',
  wireless: 'seen',
  cooling: 'seen',
  cure: 'none',
  look: 'none',
};

/**
 * Changes that have to show once the machine starts, in the order of the list; all memory together is one,
 * under the first of its changes.
 */
export function toBeShown(job: HasChanges): Change[] {
  const first = job.changes.find((one) => one.kind === 'memory' && one.fitted === null && stands(one));
  return job.changes.filter(
    (one) =>
      one.fitted === null &&
      stands(one) &&
      SHOWS_BY[one.kind] !== 'none' &&
      !job.way?.moot.includes(one.id) &&
      (one.kind !== 'memory' || one === first),
  );
}

/** The same without the drive that the system goes to. */
export const othersToBeShown = (job: HasChanges): Change[] => {
  const main = mainDrive(job)?.id;
  return toBeShown(job).filter((one) => one.id !== main);
};

/** What a change is called by what goes in, comes out, or where it is. */
export const labelOfChange = ({ thing, slot, place, kind }: Change): string =>
  thing?.label ?? slot?.fitted?.label ?? (place === '' ? SAY_CHANGE[kind] : place);

interface ExpectedMemory {
  /** All together; null: a module that nobody has read is in. */
  readonly gib: number | null;
  /** What is certainly in. */
  readonly leastGib: number;
  /** Null: not known. */
  readonly megatransfers: number | null;
  /** Sockets that hang in the air: nobody has looked, or nobody has read the module. */
  readonly open: readonly string[];
  /** Null while a socket is open. */
  readonly dualChannel: ReturnType<typeof judgeMemory>['dualChannel'] | null;
}

/** What the system should show of all that is in; null: the model says nothing of memory. */
export function expectedMemory(model: MachineModel | null, job: JobState): ExpectedMemory | null {
  const board = model && companionsOf(model).memory;
  if (!model || !board) return null;
  const after = memoryAfter(model, { ...job, changes: job.changes.filter(stands) });
  const open = after
    .filter((one) => one.is === 'not-known' || (one.is === 'module' && one.gib === null))
    .map(({ socket }) => socket);
  const leastGib = after.reduce((sum, one) => sum + (one.gib ?? 0), board.solderedGib);
  if (open.length > 0) return { gib: null, leastGib, megatransfers: null, open, dualChannel: null };
  const modules = after.map((one): Memory | null =>
    one.gib === null
      ? null
      : MemorySchema.parse({
          kind: 'memory',
          id: one.placeId,
          name: one.label,
          priceMinor: 0,
          drawer: '-',
          inStock: 0,
          generation: board.generation,
          gib: one.gib,
          megatransfers: one.megatransfers ?? board.maxMegatransfers,
        }),
  );
  const read = after.every((one) => one.is !== 'module' || one.megatransfers !== null);
  const { totalGib, expectedMegatransfers, dualChannel } = judgeMemory(board, modules);
  return { gib: totalGib, leastGib, megatransfers: read ? expectedMegatransfers : null, open, dualChannel };
}

type Say = (change: Change, model: MachineModel | null, job: JobState) => string;

const listed: Say = ({ thing, place, link }) =>
  `${thing?.drive?.markedGb ?? 'its'} GB listed in ${place}${link ? `, over ${link.say}` : ''}`;
const gone: Say = ({ slot }) => `${slot?.fitted?.label ?? 'the old drive'} is not listed any more`;

const EXPECTED: Readonly<Record<ChangeKind, Say>> = {
  'replace-drive': listed,
  'add-drive': listed,
  'take-out-drive': gone,
  'leave-unplugged': gone,
  'move-drive': ({ slot }) => `${slot?.fitted?.label ?? 'the drive'} listed in its new place`,
  memory: (_, model, job) => sayMemory(expectedMemory(model, job)),
  battery: () => 'battery seen, and charging on mains',
  wireless: () => 'card seen, and both its radios find something',
  cooling: () => 'fans turn, and it gets no hotter than before',
  cure: () => '',
  look: () => '',
};

/** What is expected of a change, in words; what nobody can say is not promised. */
export const sayExpected: Say = (change, model, job) => EXPECTED[change.kind](change, model, job);

function sayMemory(expected: ExpectedMemory | null): string {
  if (!expected) return 'memory as its labels say: this model’s document says nothing of it';
  const { gib, leastGib, megatransfers } = expected;
  if (gib === null) return `${leastGib} GiB or more: nobody has read all that is in`;
  return `${gib} GiB in all${megatransfers === null ? '' : ` at ${megatransfers} MT/s`}`;
}

interface Told {
  readonly ok: boolean;
  readonly size: ShownSize | null;
  readonly gib: number | null;
  readonly megatransfers: number | null;
}

/** Part of memory that graphics may keep for themselves (common practice, no source). */
const KEPT_SHARE = 0.1;
const SPEED_SHARE = 0.97;

/** What is said of what the machine showed, measured by what was expected. */
export function judgeShown(
  change: Change,
  told: Told,
  model: MachineModel | null,
  job: JobState,
): Pick<Shown, 'right' | 'sentence'> {
  const what = labelOfChange(change);
  if (SHOWS_BY[change.kind] === 'size') {
    const drive = change.thing?.drive;
    if (!told.ok || !told.size || !drive) return { right: false, sentence: `${what} is not listed.` };
    const { right, sentence } = checkShownSize(drive.markedGb, told.size.shown, told.size.unit);
    return { right, sentence: `${what}: ${sentence}` };
  }
  if (SHOWS_BY[change.kind] === 'memory') return judgeMemoryShown(told, expectedMemory(model, job));
  return told.ok
    ? { right: true, sentence: `${what}: ${sayExpected(change, model, job)}.` }
    : { right: false, sentence: `${what}: not so.` };
}

function judgeMemoryShown({ ok, gib, megatransfers }: Told, expected: ExpectedMemory | null) {
  if (!ok || gib === null) return { right: false, sentence: 'It does not start with this memory in.' };
  const shown = `${gib} GiB${megatransfers === null ? '' : ` at ${megatransfers} MT/s`}`;
  if (!expected) return { right: true, sentence: `${shown} shown; nobody has said what to expect.` };
  const least = expected.gib ?? expected.leastGib;
  if (gib < least * (1 - KEPT_SHARE))
    return {
      right: false,
      sentence: `${shown} shown, ${least} GiB ${expected.gib === null ? 'at least ' : ''}expected: a module is not seen. Seat it again.`,
    };
  if (
    expected.megatransfers !== null &&
    megatransfers !== null &&
    megatransfers < expected.megatransfers * SPEED_SHARE
  )
    return {
      right: false,
      sentence: `${shown} shown, ${expected.megatransfers} MT/s expected: look in the firmware.`,
    };
  return {
    right: true,
    sentence:
      expected.gib === null
        ? `${shown} shown; nobody has read all that is in, so more may be missing.`
        : `${shown} shown: as expected.`,
  };
}
