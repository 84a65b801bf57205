import { readFileSync, readdirSync } from 'node:fs';
import { buildWay } from '../opening/index.js';
import { slotsOf, MachineModelSchema } from '../hardware/index.js';
import {
  copiesOnRecord,
  missing,
  oldDriveHealth,
  openingChecks,
  stakeOf,
  summarise,
  type JobState,
} from '../job/index.js';
import { customerPage, workshopPage } from '../papers/index.js';
import { readJobDocument } from './index.js';

/** Documents as each edition wrote them. They are never changed; what reads them has to. */
const FIRST = 'core/src/testing/editions/first';
const text = (name: string) => readFileSync(`${FIRST}/${name}.json`, 'utf8');
function read(name: string): JobState {
  const found = readJobDocument(text(name));
  if (!found.ok) throw new Error(found.problem);
  return found.job;
}
const data = (job: JobState) =>
  customerPage(job, { takenIn: 'Friday 20 November' }).rows.find((one) => one.term === 'Your data')?.lines;

describe('a job document of the first edition', () => {
  const names = readdirSync(FIRST).flatMap((file) =>
    file === 'model.json' ? [] : [file.replace('.json', '')],
  );

  it.each(names)('%s is read, listed, gated and printed', (name) => {
    const job = read(name);
    expect(summarise(job)).toMatchObject({ number: job.number });
    expect(Array.isArray(missing(job))).toBe(true);
    expect(openingChecks(job)).toBeDefined();
    expect(customerPage(job, { takenIn: 'Friday' }).rows.length).toBeGreaterThan(2);
    expect(workshopPage(job, { when: (at) => at })).toBeDefined();
  });

  it('asked nobody what is at stake: that is unknown, and its stop holds', () => {
    expect(stakeOf(read('handed-over'))).toBe('unknown');
    const job = read('stopped');
    expect(job.stop?.lifted ?? null).toBeNull();
    expect(missing(job).some((one) => one.code.startsWith('stop'))).toBe(true);
  });

  it('proved no copy: the page says none, and a machine that is closed stays closed', () => {
    const job = read('handed-over');
    expect(job.closed).not.toBeNull();
    expect(copiesOnRecord(job)).toEqual([]);
    expect(data(job)).toEqual(['No copy of your data is on record.']);
  });

  it('on the way out asks for the copy before it goes on', () => {
    expect(missing(read('on-the-way-out')).map((one) => one.code)).toContain('copy');
  });

  it('concluded a worn drive in words: its health is read from them no more than from its cause', () => {
    expect(oldDriveHealth(read('at-safeguard'))).toBe('failing');
  });

  it('keeps an offer that would not be made today', () => {
    expect(read('offered-to-keep-the-old-drive').offer!.options.map((one) => one.kind)).toContain('add');
  });
});

describe('a machine model of the first edition', () => {
  it('is read, and every slot of it is walked in and out; where it says nothing of a start, it is tried closed', () => {
    const model = MachineModelSchema.parse(JSON.parse(text('model')));
    for (const slot of slotsOf(model, null)) {
      const way = buildWay(model, slot, []);
      if (!way.ok) throw new Error(way.problem);
      expect(way.steps.some((step) => step.leg === 'out')).toBe(true);
      expect(way.start).toMatchObject({ possible: false, because: 'not-said' });
    }
  });
});
