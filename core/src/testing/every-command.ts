import type { JobCommand, JobState, Phase } from '../job/index.js';
import { holesToFill, nextTick, PHASES } from '../job/index.js';
import { sallow } from './disk-tables.js';
import { ataReport } from './reports.js';
import { TestJob } from './samples.js';
import { jobAt, finishPart } from './walks.js';

const ID = '6c1d3c4e-3b7e-4a51-9a52-0c40a6a9d003';
const MAP: Omit<Extract<JobCommand, { type: 'read-map' }>, 'type'> = {
  name: 'x',
  summary: {
    format: 'rescue-map',
    domainBytes: 1,
    rescuedBytes: 1,
    nonTriedBytes: 0,
    nonTrimmedBytes: 0,
    nonScrapedBytes: 0,
    badBytes: 0,
    rescuedPercent: 100,
    badAreas: 0,
    currentPosition: 0,
    status: 'finished',
  },
  rescue: {
    savedBytes: 1,
    missingBytes: 0,
    holes: [],
    hits: [],
    outsideBytes: 0,
    gains: [],
    advice: 'stop',
    sentence: 'All of it.',
  },
};

type ByType = {
  [T in JobCommand['type']]:
    Extract<JobCommand, { type: T }> | ((job: JobState) => Extract<JobCommand, { type: T }>);
};

/** One command of every kind there is. A new kind does not compile until it stands here, too. */
const EVERY: ByType = {
  'decline-extra': { type: 'decline-extra', changeId: 'first', extraId: 'screw', instead: 'held by tape' },
  'take-extra': { type: 'take-extra', changeId: 'first', extraId: 'screw' },
  'substitute-screw': {
    type: 'substitute-screw',
    id: 's1',
    stepId: 'out:screws',
    key: 'short',
    open: 3,
    count: 1,
    became: 'lost',
    from: 'found-here',
    partId: null,
    screw: {
      thread: 'M2',
      lengthMm: 5,
      head: 'pan',
      bit: 'PH0',
      headDiameterMm: null,
      headHeightMm: null,
      form: 'machine',
    },
    where: '',
    seen: { depthMm: null, turns: null, headSits: true },
  },
  'settle-lost-screw': { type: 'settle-lost-screw', id: 's1', how: 'searched' },
  'give-screw-back': { type: 'give-screw-back', id: 's1' },
  'amend-intake': (job) => ({ type: 'amend-intake', intake: { ...job.intake, stake: 'copied' } }),
  observe: { type: 'observe', observation: 'clicks', seen: 'seen' },
  'read-report': { type: 'read-report', source: 'file', name: 'x', report: ataReport({ 197: 4 }) },
  'read-listing': {
    type: 'read-listing',
    source: 'file',
    name: 'x',
    listing: { format: 'block-listing', drives: [] },
  },
  'state-stake': { type: 'state-stake', stake: 'irreplaceable' },
  'set-test-aside': { type: 'set-test-aside', testId: 'x', aside: true },
  conclude: { type: 'conclude', causeId: 'flash-worn', reason: 'as it reads' },
  cure: { type: 'cure', what: 'reseated it', checked: 'ran for an hour' },
  'confirm-causes': { type: 'confirm-causes', causeIds: ['flash-worn'] },
  'stop-step': { type: 'stop-step', stepId: 'power-off' },
  'choose-stop-way': { type: 'choose-stop-way', way: 'refer' },
  'lift-stop': { type: 'lift-stop', owner: 'Ms Quist', words: 'Go on, there is a copy at home.' },
  'start-run': { type: 'start-run', runId: 'r', bay: 'A', kind: 'clone', drive: 'old', target: 'new' },
  'end-run': { type: 'end-run', runId: 'r0', state: 'done', sentence: 'Read.', badPlaces: 2, selfTest: null },
  'state-need': { type: 'state-need', usedGb: 100, wantedGb: 500 },
  'measure-drive': {
    type: 'measure-drive',
    driveId: 'skerry-t4',
    key: 'topHeight',
    mm: 1.4,
    with: 'callipers',
  },
  'read-label': { type: 'read-label', driveId: 'skerry-t4', watts: 4 },
  look: { type: 'look', at: 'm2-a', key: 'screwState', answer: 'worn' },
  'plan-change': {
    type: 'plan-change',
    changeId: 'c2',
    kind: 'take-out-drive',
    placeId: 'm2-a',
  },
  'drop-change': { type: 'drop-change', changeId: 'first', why: '' },
  'record-change-serial': {
    type: 'record-change-serial',
    changeId: 'second',
    which: 'new',
    serial: 'PP3-2',
  },
  'show-change': {
    type: 'show-change',
    changeId: 'second',
    ok: true,
    size: { shown: 931.5, unit: 'GiB' },
    gib: null,
    megatransfers: null,
    note: '',
  },
  'state-wish': { type: 'state-wish', fault: true, wishes: ['more-memory'] },
  find: {
    type: 'find',
    placeIds: ['m2-a'],
    found: { is: 'empty', holds: null, missing: ['screw'], screws: null, note: '', how: 'seen' },
  },
  'choose-drive': { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' },
  'override-fit': {
    type: 'override-fit',
    slotId: 'm2-a',
    driveId: 'skerry-t4',
    reason: 'seen to fit on another machine',
  },
  adapt: {
    type: 'adapt',
    slotId: 'm2-a',
    label: 'plate',
    thicknessMm: 0.5,
    with: 'callipers',
    template: { lengthMm: 60, widthMm: 20, holes: [] },
  },
  'approve-adapted': { type: 'approve-adapted', approved: true, note: '' },
  'read-table': { type: 'read-table', name: 'x', source: 'file', disk: sallow() },
  'state-fullness': { type: 'state-fullness', used: { 3: 1 } },
  'state-move-facts': { type: 'state-move-facts', facts: { reads: 'sound' } },
  'wish-layout': { type: 'wish-layout', number: null, bytes: 0 },
  'read-map': { type: 'read-map', ...MAP },
  'note-run': { type: 'note-run', runId: 'r0', doneBytes: 5, totalBytes: 10, badPlaces: 0 },
  'decide-safeguard': {
    type: 'decide-safeguard',
    safeguard: { plan: 'copy', backup: 'made', backupWhere: 'shelf', recoveryKey: 'unknown', note: '' },
  },
  'answer-safeguard': { type: 'answer-safeguard', answers: { backup: 'made' } },
  'state-copy': { type: 'state-copy', copy: { what: 'all', made: 'cloner', compared: 'whole' } },
  'check-opening': { type: 'check-opening', checkId: 'usb-medium', outcome: 'done', note: '' },
  'turn-off-setting': { type: 'turn-off-setting', settingId: 'secure-boot' },
  'turn-on-setting': { type: 'turn-on-setting', settingId: 'secure-boot' },
  tick: { type: 'tick', stepId: 'in:screws', key: 'short', from: 0, count: 1 },
  'also-out': { type: 'also-out', kind: 'part', label: 'felt', count: 1 },
  'not-here': { type: 'not-here', stepId: 'in:screws', key: 'short', from: 0, reason: '' },
  'does-not-come': { type: 'does-not-come', stepId: 'in:screws', reason: 'its head is worn round' },
  'start-wait': { type: 'start-wait', stepId: 'in:drain' },
  'leave-short': { type: 'leave-short', stepId: 'in:screws', reason: 'one is lost' },
  scout: { type: 'scout', slotId: 'm2-a', why: 'to see the post' },
  'turn-back': { type: 'turn-back', why: 'a part is missing' },
  'count-screws': { type: 'count-screws', counts: [] },
  'take-back-tick': { type: 'take-back-tick' },
  'record-serial': { type: 'record-serial', which: 'newDrive', serial: 'PP3-2' },
  'try-out': { type: 'try-out', listed: true, size: { shown: 1000, unit: 'GB' } },
  'prove-drive': { type: 'prove-drive', listed: true, size: { shown: 931, unit: 'GiB' } },
  'check-set-up': { type: 'check-set-up', itemId: 'files', outcome: 'done', note: '' },
  'check-baseline': { type: 'check-baseline', check: 'keys', result: 'works', note: '' },
  advance: (job) => ({ type: 'advance', from: job.phase }),
  'return-to': { type: 'return-to', phase: 'match' },
  waive: { type: 'waive', code: 'speed', reason: 'no stick at hand' },
  note: { type: 'note', text: 'a word', stepId: null },
  'settle-old-drive': { type: 'settle-old-drive', fate: 'returned', until: null, note: '' },
  'end-early': { type: 'end-early', reason: 'too dear' },
  'hand-over': { type: 'hand-over', to: 'Ms Quist' },
  'take-up': { type: 'take-up' },
  'wait-for': { type: 'wait-for', kind: 'customer', what: 'an answer', who: '', until: null },
  'stop-waiting': { type: 'stop-waiting', how: '' },
  offer: {
    type: 'offer',
    options: [{ kind: 'advised', slotId: 'm2-a', driveId: 'pellow-p3' }],
    machineMinor: null,
  },
  agree: {
    type: 'agree',
    slotId: 'm2-a',
    driveId: 'pellow-p3',
    who: 'Ms Quist',
    how: 'phone',
    depositMinor: null,
    words: '',
  },
  'change-price': { type: 'change-price', say: 'hinge', netMinor: 100, why: 'it was broken' },
  pay: { type: 'pay', amountMinor: 100, how: 'card' },
  order: {
    type: 'order',
    orderId: ID,
    need: 'x',
    supplier: 'Harbour',
    priceMinor: 1,
    state: 'asked',
    dueOn: null,
  },
  'tell-order': { type: 'tell-order', orderId: ID, state: 'sent', dueOn: null, say: '' },
  'meet-need': { type: 'meet-need', key: 'x', how: 'in a drawer' },
  'move-promise': { type: 'move-promise', to: '2026-04-20T10:00:00.000Z', because: 'the part is late' },
  'keep-sealed': { type: 'keep-sealed', noteId: ID, kind: 'passcode', label: '' },
  'look-sealed': { type: 'look-sealed', noteId: ID },
  'destroy-sealed': { type: 'destroy-sealed', noteId: ID },
  'fit-companion': {
    type: 'fit-companion',
    companionId: ID,
    kind: 'wireless',
    partId: 'a-wireless',
    original: '',
    limitMinutes: 30,
  },
  'judge-companion': { type: 'judge-companion', companionId: ID, outcome: 'works', note: '' },
  'undo-companion': { type: 'undo-companion', companionId: ID, step: 'part-returned' },
  'measure-speed': {
    type: 'measure-speed',
    speed: {
      when: 'after',
      source: 'typed',
      from: 'stick',
      readBytesPerSecond: 3e9,
      writeBytesPerSecond: null,
      onMains: true,
      celsius: 40,
    },
  },
  'measure-time': { type: 'measure-time', time: { what: 'start', when: 'after', seconds: 12 } },
  'read-memory': {
    type: 'read-memory',
    gib: 8,
    megatransfers: null,
    expectedGib: null,
    expectedMegatransfers: null,
  },
  'read-new-report': { type: 'read-new-report', name: 'x', report: ataReport({}) },
  recheck: { type: 'recheck', checkId: 'x', result: 'works', note: '' },
  'settle-removed': {
    type: 'settle-removed',
    what: 'battery',
    fate: 'returned',
    until: null,
    amountMinor: 0,
    note: '',
  },
  'came-back': { type: 'came-back', jobId: 'job-2', number: 2 },
  'explain-comeback': {
    type: 'explain-comeback',
    kind: 'our-work',
    causeIds: [],
    words: 'something else',
    operationId: null,
  },
  'learn-comeback': {
    type: 'learn-comeback',
    jobId: 'job-2',
    kind: 'our-work',
    causeIds: [],
    words: 'else',
    operationId: null,
  },
};

/** Every kind of command, as it would be given to this job. */
export const everyCommand = (job: JobState): JobCommand[] =>
  Object.values(EVERY).map((one) => (typeof one === 'function' ? one(job) : one));

/**
 * Jobs to give them to: at the start and the end of every part, on the way in, with a run, and one that needs
 * no drive.
 */
export function jobsAtEveryPart(): JobState[] {
  const cured = new TestJob().must(
    { type: 'observe', observation: 'link-errors', seen: 'seen' },
    {
      type: 'conclude',
      causeId: 'connection',
      reason: 'errors on the link',
    },
  );
  const running = jobAt('safeguard').must(
    { type: 'state-stake', stake: 'copied' },
    {
      type: 'start-run',
      runId: 'r0',
      bay: 'A',
      kind: 'surface-read',
      drive: 'old',
    },
  );
  const halfway = jobAt('way-in').must({
    type: 'tick',
    stepId: 'in:screws',
    key: 'short',
    from: 0,
    count: 3,
  });
  // At the step that drives the screws of the cover in again.
  const atScrews = jobAt('way-out');
  for (let n = 0; n < 40 && holesToFill(atScrews.job).length === 0; n++) {
    const next = nextTick(atScrews.job, true);
    if (next) atScrews.must(next);
    atScrews.clock += 20;
  }
  const without = jobAt('match').must(
    { type: 'look', at: 'm2-a', key: 'screwState', answer: 'missing' },
    { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' },
  );
  const [first] = without.job.changes;
  if (first)
    without.must({ type: 'decline-extra', changeId: first.id, extraId: 'screw', instead: 'held by tape' });
  const parts = PHASES.slice(1).flatMap((phase: Phase) => {
    const begun = jobAt(phase);
    if (phase === 'hand-over') return [begun.job];
    const done = jobAt(phase);
    finishPart(done);
    return [begun.job, done.job];
  });
  // As jobs of before guides were kept in them.
  const old: JobState = { ...halfway.job, way: { ...halfway.job.way!, guide: null } };
  // The cover comes off with its screws in: what holds them is no end of the way.
  const atFirst = jobAt('way-in').job;
  const { guide } = atFirst.way!;
  const operations = guide!.operations.map((one) => (one.id === 'cover-off' ? { ...one, after: [] } : one));
  const around: JobState = { ...atFirst, way: { ...atFirst.way!, guide: { ...guide!, operations } } };
  // A second drive beside the main one, where it has to show.
  const trying = jobAt('try').job;
  const second = trying.changes.map((one) => ({ ...one, id: 'second', kind: 'add-drive' as const }));
  const two: JobState = { ...trying, changes: [...trying.changes, ...second] };
  const later = [atScrews.job, without.job];
  return [cured.job, running.job, halfway.job, old, around, two, ...later, ...parts];
}
