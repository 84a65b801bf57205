import {
  billNow,
  isWalkedNow,
  nextTick,
  paidMinor,
  unpluggedChecks,
  type JobCommand,
  type Phase,
  type SpeedRecord,
} from '../job/index.js';
import { TestJob } from './samples.js';

/** As the sample drive reads in the sample slot. */
const afterSwap = (): SpeedRecord => ({
  when: 'after',
  source: 'typed',
  from: 'bench stick',
  readBytesPerSecond: 3.2e9,
  writeBytesPerSecond: null,
  onMains: true,
  celsius: 48,
});

const ON_THE_WAY: Partial<Record<Phase, JobCommand[]>> = {
  diagnose: [
    { type: 'observe', observation: 'bad-sectors', seen: 'seen' },
    { type: 'conclude', causeId: 'flash-worn', reason: 'spare at 4 %' },
  ],
  match: [{ type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' }],
  agree: [
    {
      type: 'offer',
      options: [{ kind: 'advised', slotId: 'm2-a', driveId: 'pellow-p3' }],
      machineMinor: 60_000,
    },
    {
      type: 'agree',
      slotId: 'm2-a',
      driveId: 'pellow-p3',
      who: 'Halima Quist',
      how: 'phone',
      depositMinor: 0,
      words: '',
    },
  ],
  safeguard: [
    {
      type: 'decide-safeguard',
      safeguard: {
        plan: 'rescue',
        backup: 'verified',
        backupWhere: 'bench store',
        recoveryKey: 'not-encrypted',
        note: '',
      },
    },
    { type: 'check-opening', checkId: 'usb-medium', outcome: 'done', note: '' },
    { type: 'check-opening', checkId: 'image-store', outcome: 'done', note: '' },
    { type: 'state-copy', copy: { what: 'all', made: 'the bench reader', compared: 'whole' } },
    { type: 'turn-off-setting', settingId: 'secure-boot' },
  ],
  swap: [{ type: 'record-serial', which: 'newDrive', serial: 'PP3-1' }],
  try: [{ type: 'try-out', listed: true, size: { shown: 1000, unit: 'GB' } }],
  'set-up': [
    { type: 'turn-on-setting', settingId: 'secure-boot' },
    { type: 'check-set-up', itemId: 'starts', outcome: 'done', note: '' },
    { type: 'check-set-up', itemId: 'files', outcome: 'done', note: '' },
    { type: 'check-set-up', itemId: 'told', outcome: 'done', note: '' },
  ],
  prove: [
    { type: 'prove-drive', listed: true, size: { shown: 931.5, unit: 'GiB' } },
    { type: 'measure-speed', speed: afterSwap() },
    { type: 'check-baseline', check: 'starts', result: 'works', note: '' },
    { type: 'check-baseline', check: 'keys', result: 'works', note: '' },
    { type: 'confirm-causes', causeIds: ['flash-worn'] },
  ],
};

/** Walks every step of the part the job is at. */
export function walkLeg(bench: TestJob): void {
  for (let tick = nextTick(bench.job, true); tick; tick = nextTick(bench.job, true)) {
    const stepId = 'stepId' in tick ? tick.stepId : null;
    const step = bench.job.way?.steps.find((one) => one.id === stepId);
    if (!step || !isWalkedNow(bench.job, step)) return;
    bench.must(tick);
    bench.clock += 60;
  }
}

/** A bench whose job has just entered `phase`, everything before it done properly. */
export function jobAt(phase: Phase): TestJob {
  const bench = new TestJob();
  while (bench.job.phase !== phase) {
    finishPart(bench);
    bench.must({ type: 'advance', from: bench.job.phase });
  }
  return bench;
}

/** A bench at Safeguard whose old drive is sound and only too small, so that it may be cloned. */
export function soundAtSafeguard(): TestJob {
  const bench = new TestJob().must(
    { type: 'observe', observation: 'nearly-full', seen: 'seen' },
    { type: 'conclude', causeId: 'too-small', reason: 'sound by its report, and full' },
    { type: 'advance', from: 'diagnose' },
  );
  while (bench.job.phase !== 'safeguard') {
    finishPart(bench);
    bench.must({ type: 'advance', from: bench.job.phase });
  }
  return bench;
}

/** Does what the gate of this part asks for. */
export function finishPart(bench: TestJob): void {
  bench.must(...(ON_THE_WAY[bench.job.phase] ?? []));
  if (bench.job.phase === 'prove')
    for (const { id } of unpluggedChecks(bench.job))
      bench.must({ type: 'recheck', checkId: id, result: 'works', note: '' });
  walkLeg(bench);
}

/** Pays what is open and gives the machine back. */
export const payAndHandOver = (bench: TestJob, to = 'Ms Quist'): TestJob =>
  bench.must(
    { type: 'pay', amountMinor: (billNow(bench.job)?.totalMinor ?? 0) - paidMinor(bench.job), how: 'card' },
    { type: 'hand-over', to },
  );
