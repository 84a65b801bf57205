import { part, TestJob } from '../testing/samples.js';
import { jobAt, finishPart, payAndHandOver } from '../testing/walks.js';
import { agreementHolds, billNow } from './reading/agreement.js';
import { companionCasesOf } from './reading/companion-case.js';
import { definitionOf } from './events/index.js';
import { missing } from './gates/index.js';
import { foldSerial, IntakeSchema, lookAlikesIn } from './shape/intake.js';
import { pastCaseOf } from './reading/past-case.js';
import { stockClaim } from './reading/stock-claim.js';
import { unpluggedChecks } from './reading/unplugged.js';
import { verdictOfSpeed } from './reading/verdict-of-speed.js';

const codes = (bench: TestJob) => missing(bench.job).map((one) => one.code);

describe('sealed notes', () => {
  const kept = () =>
    new TestJob().must({ type: 'keep-sealed', noteId: 'n1', kind: 'passcode', label: 'account' });

  it('are for whoever works on the job, and for a lead; every look is on record', () => {
    const bench = kept();
    expect(bench.give({ type: 'look-sealed', noteId: 'n1' })).toContain('Take the job up first');
    bench.must({ type: 'take-up' }, { type: 'look-sealed', noteId: 'n1' });
    expect(bench.job.sealed[0]!.looks).toHaveLength(1);
    const other = kept();
    other.job = { ...other.job, hands: { by: { id: 'tobiah', name: 'Tobiah' }, at: other.at } };
    expect(other.give({ type: 'look-sealed', noteId: 'n1' })).toContain('Tobiah has this job');
    other.roles = ['lead'];
    other.must({ type: 'look-sealed', noteId: 'n1' });
  });

  it('are destroyed when the machine is handed over', () => {
    const bench = jobAt('hand-over').must(
      { type: 'keep-sealed', noteId: 'n1', kind: 'passcode', label: '' },
      { type: 'take-up' },
    );
    payAndHandOver(bench.must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' }));
    expect(bench.job.sealed[0]!.destroyed).not.toBeNull();
    expect(bench.give({ type: 'look-sealed', noteId: 'n1' })).toContain('closed');
  });

  it('say nothing of what is in them: no event has a field for it', () =>
    expect(JSON.stringify(kept().log.at(-1)!.event)).toBe(
      '{"type":"sealed-kept","noteId":"n1","kind":"passcode","label":"account"}',
    ));
});

describe('a companion on trial', () => {
  const ID = '6c1d3c4e-3b7e-4a51-9a52-0c40a6a9d003';
  const CARD = part({
    kind: 'wireless',
    id: 'tern-w6',
    name: 'Tern W6',
    key: 'E',
    antennas: 2,
    deviceId: '1a2b',
    inStock: 1,
  });
  const fit = {
    type: 'fit-companion',
    companionId: ID,
    kind: 'wireless',
    partId: 'tern-w6',
    original: 'Rook W3',
    limitMinutes: 30,
  } as const;
  const onTrial = () => {
    const bench = jobAt('set-up');
    bench.parts = [CARD];
    finishPart(bench);
    // The sample's document names no place for one: that is for a lead to try.
    expect(bench.give(fit)).toContain('Cannot say');
    bench.roles = ['technician', 'lead'];
    return bench.must(fit);
  };

  it('holds Set up until it works or is rolled back, the original first', () => {
    const bench = onTrial();
    expect(codes(bench)).toEqual([`companion:${ID}`]);
    expect(
      bench.give({ type: 'judge-companion', companionId: ID, outcome: 'rolled-back', note: '' }),
    ).toContain('Say what did not work');
    bench.must({
      type: 'judge-companion',
      companionId: ID,
      outcome: 'rolled-back',
      note: 'firmware refuses it',
    });
    expect(bench.give({ type: 'undo-companion', companionId: ID, step: 'part-returned' })).toContain(
      'First refit the original: Rook W3',
    );
    bench.must({ type: 'undo-companion', companionId: ID, step: 'original-refitted' });
    expect(codes(bench)).toEqual([`companion:${ID}`]);
    bench.must({ type: 'undo-companion', companionId: ID, step: 'part-returned' });
    expect(codes(bench)).toEqual([]);
    expect(companionCasesOf(bench.job)).toMatchObject([
      { modelId: 'fen', label: 'Tern W6', worked: false, note: 'firmware refuses it' },
    ]);
  });

  it('takes its part from the shelf and gives it back', () => {
    const bench = onTrial();
    const claims = () => stockClaim(bench.job).filter((one) => one.item.id === 'tern-w6');
    expect(claims()).toMatchObject([{ quantity: 1, state: 'used' }]);
    bench.must({ type: 'judge-companion', companionId: ID, outcome: 'rolled-back', note: 'not seen' });
    bench.must(
      { type: 'undo-companion', companionId: ID, step: 'original-refitted' },
      { type: 'undo-companion', companionId: ID, step: 'part-returned' },
    );
    expect(claims()).toEqual([]);
  });

  it('that works leaves an old part, whose way has to be settled', () => {
    const bench = onTrial().must(
      { type: 'judge-companion', companionId: ID, outcome: 'works', note: '' },
      { type: 'advance', from: 'set-up' },
    );
    // It is on the bill, and nobody has agreed to that yet.
    expect(billNow(bench.job)!.lines.at(-1)).toMatchObject({ say: 'Tern W6', kind: 'part' });
    expect(agreementHolds(bench.job)).toBe(false);
    finishPart(bench);
    bench.must(
      { type: 'advance', from: 'prove' },
      { type: 'settle-old-drive', fate: 'returned', until: null, note: '' },
    );
    expect(codes(bench)).toContain('removed:Rook W3');
    expect(
      bench.give({
        type: 'settle-removed',
        what: 'A chair',
        fate: 'returned',
        until: null,
        amountMinor: 0,
        note: '',
      }),
    ).toContain('did not come out');
    bench.must({
      type: 'settle-removed',
      what: 'Rook W3',
      fate: 'bought-in',
      until: null,
      amountMinor: 500,
      note: '',
    });
    expect(codes(bench)).not.toContain('removed:Rook W3');
  });
});

describe('proving', () => {
  const speed = (mbs: number, own: object = {}) =>
    ({
      type: 'measure-speed',
      speed: {
        when: 'after',
        source: 'typed',
        from: 'bench stick',
        readBytesPerSecond: mbs * 1e6,
        writeBytesPerSecond: null,
        onMains: true,
        celsius: 45,
        ...own,
      },
    }) as const;

  it('holds a drive that reads too slowly, with what it looks like', () => {
    const bench = jobAt('prove');
    finishPart(bench);
    expect(codes(bench)).toEqual([]);
    bench.must(speed(530));
    expect(verdictOfSpeed(bench.job)).toMatchObject({ outcome: 'low' });
    expect(missing(bench.job)[0]).toMatchObject({
      code: 'speed-wrong',
      sentence: expect.stringContaining('SATA'),
    });
  });

  it('takes a measurement of before at any time, of after only on the closed machine', () => {
    expect(new TestJob().give(speed(120, { when: 'before' }))).toBeNull();
    expect(new TestJob().give(speed(120))).toContain('measured in Prove');
  });

  it('asks for what was unplugged on this job, each lead by itself whatever it is called, mains and battery aside', () => {
    const { job } = jobAt('prove');
    const lead = {
      key: 'cam',
      kind: 'lead',
      verb: 'Unplugged',
      label: 'camera lead',
      connector: null,
      hiddenUnder: null,
      ties: null,
    } as never;
    const [first, second] = job.way!.steps;
    const steps = job.way!.steps.map((step, at) =>
      at < 2 ? { ...step, leg: 'in' as const, moves: [...step.moves, lead] } : step,
    );
    const stamp = { by: job.openedBy, at: job.openedAt };
    const checks = unpluggedChecks({ changes: [], way: { ...job.way!, steps }, rechecked: {} });
    expect(checks).toEqual([
      {
        id: `${first!.operationId}/cam`,
        say: `Camera lead (${first!.short})`,
        step: first!.short,
        rechecked: null,
      },
      {
        id: `${second!.operationId}/cam`,
        say: `Camera lead (${second!.short})`,
        step: second!.short,
        rechecked: null,
      },
    ]);
    // What the first edition kept by its name still counts.
    const rechecked = { 'camera lead': { result: 'works' as const, note: '', ...stamp } };
    expect(
      unpluggedChecks({ changes: [], way: { ...job.way!, steps }, rechecked }).map(
        (one) => one.rechecked?.result,
      ),
    ).toEqual(['works', 'works']);
  });

  it('does not ask of leads that are tied away with a drive that stays in', () => {
    const { job } = jobAt('way-in');
    const steps = job.way!.steps;
    const operation = job.way!.guide!.operations.find((one) => one.id === 'battery')!;
    const lead = { ...operation, id: 'cable', role: null, place: 'm2-a' };
    const own = { ...steps.find((one) => one.operationId === 'battery')!, operationId: 'cable', role: null };
    const way = {
      ...job.way!,
      guide: { ...job.way!.guide!, operations: [...job.way!.guide!.operations, lead] },
      steps: [...steps, { ...own, id: 'in:cable' }],
    };
    const ids = (changes: typeof job.changes) =>
      unpluggedChecks({ way, rechecked: {}, changes }).map(({ id }) => id);
    expect(ids(job.changes)).toContain('cable/battery');
    expect(ids([{ ...job.changes[0]!, kind: 'leave-unplugged' }])).not.toContain('cable/battery');
  });
});

describe('a comeback', () => {
  it('teaches the old job what it had been, and the guide where it went wrong', () => {
    const old = jobAt('hand-over').must({
      type: 'settle-old-drive',
      fate: 'returned',
      until: null,
      note: '',
    });
    expect(old.give({ type: 'came-back', jobId: 'job-2', number: 413 })).toContain('still open');
    payAndHandOver(old).must({ type: 'came-back', jobId: 'job-2', number: 413 });
    expect(pastCaseOf(old.job)!.causes).toEqual(['flash-worn']);
    old.must({
      type: 'learn-comeback',
      jobId: 'job-2',
      kind: 'same-fault',
      causeIds: ['connection'],
      words: 'plug never latched',
      operationId: 'battery',
    });
    expect(pastCaseOf(old.job)!.causes).toEqual(['connection']);
    expect(old.job.notes.at(-1)).toMatchObject({
      kind: 'correction',
      about: { modelId: 'fen', operationId: 'battery' },
      text: 'Came back: plug never latched',
    });
  });

  it('is not proved before somebody says why', () => {
    const bench = jobAt('prove');
    finishPart(bench);
    bench.job = {
      ...bench.job,
      intake: { ...bench.job.intake, comebackOf: { jobId: 'job-0', number: 398 } },
    };
    expect(codes(bench)).toEqual(['comeback']);
    expect(
      bench.give({
        type: 'explain-comeback',
        kind: 'same-fault',
        causeIds: [],
        words: 'again',
        operationId: null,
      }),
    ).toContain('Say what it had been');
    bench.must({
      type: 'explain-comeback',
      kind: 'our-work',
      causeIds: [],
      words: 'screws overtightened',
      operationId: null,
    });
    expect(codes(bench)).toEqual([]);
  });
});

describe('the counter', () => {
  it('takes an intake of before without what is asked since', () => {
    const { condition: _, encryption: __, ceilingMinor: ___, ...old } = new TestJob().job.intake;
    expect(IntakeSchema.parse(old)).toMatchObject({
      encryption: 'unknown',
      ceilingMinor: null,
      condition: { marks: [] },
      comebackOf: null,
    });
  });

  it('folds what is mistaken on a label, and points it out', () => {
    expect(foldSerial('tf14-2k-4O117')).toBe(foldSerial('TF14 2K 40117'));
    expect(foldSerial('B1S')).toBe('815');
    expect(lookAlikesIn('TF14-4O117')).toEqual(['1', 'O']);
    expect(lookAlikesIn('TF1-77')).toEqual([]);
  });
});

it('no event of a sealed note has room for a secret', () => {
  const fields = (['sealed-kept', 'sealed-looked', 'sealed-destroyed'] as const).map((type) =>
    Object.keys(definitionOf(type).schema.shape),
  );
  expect(fields).toEqual([
    ['type', 'noteId', 'kind', 'label'],
    ['type', 'noteId'],
    ['type', 'noteId'],
  ]);
});
