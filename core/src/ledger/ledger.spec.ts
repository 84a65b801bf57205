import fc from 'fast-check';
import type { RecordedEvent } from '../job/index.js';
import { intake, TestJob } from '../testing/samples.js';
import { jobAt, payAndHandOver } from '../testing/walks.js';
import {
  askedFor,
  figuresOf,
  finishedOf,
  isoWeek,
  ledgerCells,
  LEDGER_COLUMNS,
  ledgerRow,
  ledgerWords,
  oneErrorAway,
  queryWords,
  readJobDocument,
  tellHistory,
  wordsIn,
  type Finished,
} from './index.js';

const finishedJob = () =>
  payAndHandOver(
    jobAt('hand-over').must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' }),
  );

describe('words', () => {
  const { job } = finishedJob();
  const phoned = {
    ...job,
    intake: intake({ customer: { name: 'Éloïse Tarn', reach: '+44 (1632) 960 018 or the office' } }),
  };

  it('find a job by number, customer, serial in any spelling, drives, and what was written', () => {
    const words = new Set(ledgerWords(job));
    for (const typed of ['412', 'quist', 'TF14-30417', 'tf14 3O417', 'pellow', 'PP3-1', 'freezes'])
      expect([typed, queryWords(typed).every((one) => words.has(one))]).toEqual([typed, true]);
    expect(words.has('the')).toBe(false);
  });

  it('find a phone number by its digits and by its end, and names without accents', () => {
    const words = new Set(ledgerWords(phoned));
    expect([words.has('441632960018'), words.has('960018'), words.has('eloise')]).toEqual([true, true, true]);
  });

  it('are the same whatever signs stand between', () =>
    fc.assert(
      fc.property(fc.string(), (text) => expect(wordsIn(wordsIn(text).join(' '))).toEqual(wordsIn(text))),
    ));
});

describe('typing errors', () => {
  const word = fc.string({ unit: fc.constantFrom(...'abcdefgh12345'), minLength: 4, maxLength: 12 });
  const letter = fc.constantFrom(...'abcdefgh12345');

  it('of one sign, wherever and of whichever kind, lead back to the word that was meant', () => {
    fc.assert(
      fc.property(
        word,
        fc.nat(),
        letter,
        fc.constantFrom('wrong', 'missing', 'more', 'swapped'),
        (meant, place, sign, kind) => {
          const at = place % meant.length;
          const typed = {
            wrong: meant.slice(0, at) + sign + meant.slice(at + 1),
            missing: meant.slice(0, at) + meant.slice(at + 1),
            more: meant.slice(0, at) + sign + meant.slice(at),
            swapped: meant.slice(0, at) + (meant[at + 1] ?? '') + meant[at]! + meant.slice(at + 2),
          }[kind];
          expect(typed === meant || oneErrorAway(typed).includes(meant)).toBe(true);
        },
      ),
    );
  });

  it('of two signs are something else', () => {
    const near = new Set(oneErrorAway('quist'));
    expect(['quits', 'quost', 'quis', 'quista'].every((one) => near.has(one))).toBe(true);
    expect(['guost', 'qu', 'quist', 'quitsa'].some((one) => near.has(one))).toBe(false);
    // 35 other signs in 5 places, 36 in 6 gaps, 5 left out, 4 swapped; less what comes out the same twice (5
    // doubled letters).
    expect(near.size).toBe(5 * 35 + 6 * 36 + 5 + 4 - 5);
  });

  it('in another script are looked for in its own letters', () => {
    expect(oneErrorAway('ключ')).toContain('ключи');
    expect(oneErrorAway('θάλασσα')).toContain('θάλασσας');
  });
});

describe('what is asked for', () => {
  it('takes a number written in groups as one, and words one by one', () => {
    expect(askedFor('TF14-2K-123')).toEqual([
      { typed: 'TF14-2K-123', joined: 'tf142k123', words: ['tf14', '2k', '123'] },
    ]);
    expect(askedFor('01632 960 777').map((one) => one.joined)).toEqual(['01632960777']);
    expect(askedFor('Halina Pol-gove 77').map((one) => [one.joined, one.words])).toEqual([
      [null, ['halina']],
      [null, ['pol', 'gove']],
      [null, ['77']],
    ]);
    expect(askedFor(' - … ')).toEqual([]);
  });

  it('is not endless', () => {
    const all = askedFor(Array.from({ length: 40 }, (_, at) => `w${at}-x`).join(' '));
    expect(all.flatMap((one) => one.words)).toHaveLength(8);
  });
});

describe('the history of a job', () => {
  const bench = finishedJob();
  const lines = tellHistory(bench.log);

  it('is in words, with who and when, one line a step', () => {
    expect(lines[0]).toMatchObject({ by: 'Ines', say: expect.stringContaining('Took in Tarnwell Fen 14') });
    expect(lines.filter((one) => one.kind === 'phase').map((one) => one.say)).toEqual([
      'Match',
      'Agree',
      'Safeguard',
      'Way in',
      'Swap',
      'Try',
      'Way out',
      'Set up',
      'Prove',
      'Hand over',
    ]);
    expect(lines.at(-1)!.say).toBe('Handed over to Ms Quist.');
    expect(lines.some((one) => one.say.includes('agreed to 170.15, by phone'))).toBe(true);
    expect(lines.every((one) => !/undefined|\[object/.test(one.say))).toBe(true);
    expect(lines.length).toBeLessThan(bench.log.length);
  });
});

describe('a row of the ledger', () => {
  it('has a cell for every column and the amount as a decimal number', () => {
    const row = ledgerRow(finishedJob().job);
    expect(ledgerCells(row)).toHaveLength(LEDGER_COLUMNS.length);
    expect(ledgerCells(row)[LEDGER_COLUMNS.indexOf('total')]).toBe('170.15');
    expect(row).toMatchObject({
      outcome: 'repaired',
      customer: 'Halima Quist',
      cause: 'Flash worn, or out of spare',
    });
    expect(ledgerRow(new TestJob().job)).toMatchObject({ outcome: 'open', totalMinor: null, closedAt: null });
  });
});

describe('figures', () => {
  const one = (own: Partial<Finished>): Finished => ({
    number: 1,
    modelId: 'fen',
    modelName: 'Tarnwell Fen 14',
    openedAt: '2026-04-06T08:00:00Z',
    closedAt: '2026-04-08T08:00:00Z',
    firstPromise: '2026-04-09T08:00:00Z',
    lastPromise: '2026-04-09T08:00:00Z',
    outcome: 'repaired',
    causes: ['Flash worn'],
    comebackOf: null,
    comebackKind: null,
    cameBack: false,
    steps: [],
    orders: [],
    ...own,
  });

  it('are counted by hand the same: turn-round, promises, causes, comebacks, hold-ups', () => {
    const figures = figuresOf([
      one({}),
      one({ closedAt: '2026-04-10T08:00:00Z', cameBack: true, causes: ['Connection'] }),
      one({
        closedAt: '2026-04-16T08:00:00Z',
        lastPromise: '2026-04-16T09:00:00Z',
        comebackOf: 1,
        comebackKind: 'our-work',
      }),
      one({ orders: [{ what: 'bracket', supplier: 'Merrow Parts', days: 6.5, slippedDays: 2 }] }),
    ]);
    expect(figures.turnRound).toEqual({ median: 2, p90: 10 });
    expect(figures.promise).toEqual({ first: 0.5, last: 0.75 });
    expect(figures.models[0]!.causes).toEqual([
      { say: 'Flash worn', jobs: 3 },
      { say: 'Connection', jobs: 1 },
    ]);
    expect(figures.comebacks).toEqual({ share: 0.25, jobs: 1, kinds: [{ kind: 'our-work', jobs: 1 }] });
    expect(figures.holdUps).toEqual([
      { what: 'bracket', supplier: 'Merrow Parts', times: 1, days: 6.5, slippedDays: 2 },
    ]);
    expect(figures.byWeek.map((week) => [week.week, week.jobs])).toEqual([
      ['2026-W15', 3],
      ['2026-W16', 1],
    ]);
  });

  it('have nothing to say about nothing', () =>
    expect(figuresOf([])).toMatchObject({ jobs: 0, turnRound: null, promise: null, models: [] }));

  it.each([
    // ISO 8601: the first week has the year's first Thursday.
    ['2026-01-01', '2026-W01'],
    ['2027-01-01', '2026-W53'],
    ['2024-12-30', '2025-W01'],
  ])('%s is in %s', (day, week) => expect(isoWeek(day)).toBe(week));

  it('take a step’s minutes from its ticks, pauses left out', () => {
    const finished = finishedOf(finishedJob().job)!;
    expect(finished.steps.length).toBeGreaterThan(3);
    for (const step of finished.steps) expect(step.taken).toBeLessThanOrEqual(20 * 3);
    expect(finished.causes).toEqual(['Flash worn, or out of spare']);
    expect(finishedOf(new TestJob().job)).toBeNull();
  });

  it('count what it turned out to be, not what was concluded first', () => {
    const bench = finishedJob().must({ type: 'came-back', jobId: 'job-2', number: 413 });
    bench.must({
      type: 'learn-comeback',
      jobId: 'job-2',
      kind: 'same-fault',
      causeIds: ['connection'],
      words: 'plug',
      operationId: null,
    });
    expect(finishedOf(bench.job)!.causes).toEqual(['Drive cable or its plug']);
  });
});

describe('a job as a document', () => {
  const bench = finishedJob();
  const document = (events: readonly RecordedEvent[]) =>
    JSON.stringify({
      format: 'petrichor-job',
      workshop: 'Quayside',
      exportedAt: '2026-04-14T08:00:00.000Z',
      events,
      photos: [],
    });

  it('is the same job when it is read back', () => {
    const read = readJobDocument(document(bench.log));
    expect(read.ok && read.job).toEqual(bench.job);
  });

  it.each([
    ['no JSON', '{"format":', 'no JSON document'],
    ['another document', '{"format":"petrichor-machine-model"}', 'no job of this program: at format'],
    ['a gap', document([bench.log[0]!, ...bench.log.slice(2)]), 'something is missing'],
    ['no beginning', document(bench.log.slice(1)), 'begins with its opening'],
  ])('is refused with %s', (_, text, sentence) =>
    expect(readJobDocument(text)).toMatchObject({ ok: false, problem: expect.stringContaining(sentence) }),
  );
});
