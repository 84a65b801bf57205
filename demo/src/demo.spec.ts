import { buildWay, judge, rank, type Way } from '@petrichor/core';
import { DEMO_ACCOUNTS, demoDrives, demoJobs, demoModels, pastJobs } from './index.js';

const need = { usedGb: 334, wantedGb: 500 };

describe('the demo workshop', () => {
  const [model] = demoModels();
  const drives = demoDrives();
  const slot = model!.slots.find((one) => one.kind === 'm2')!;

  it('walks 10 to 15 operations in an order that respects the guide, for every slot', () => {
    for (const one of model!.slots) {
      const way = buildWay(model!, one, []) as Way;
      const inward = way.steps.filter((step) => step.leg === 'in');
      expect(inward.length).toBeGreaterThanOrEqual(10);
      expect(inward.length).toBeLessThanOrEqual(15);
    }
  });

  it('shows every kind of verdict on the shelf', () => {
    expect(new Set(rank(slot, drives, need).map((one) => one.verdict.outcome))).toEqual(new Set(['fits', 'extras', 'unknown', 'no']));
  });

  it('has the case where the obvious drive is wrong: right key, wrong protocol', () => {
    const stick = drives.find((one) => one.family === 'm2' && one.key === 'B+M')!;
    const verdict = judge(slot, stick, need);
    expect(verdict.findings.find((one) => one.rule === 'key')?.outcome).toBe('fits');
    expect(verdict.outcome).toBe('no');
  });

  it('has people for every role, and jobs that name them', () => {
    const names = new Set(DEMO_ACCOUNTS.map((one) => one.signInName));
    expect(new Set(DEMO_ACCOUNTS.flatMap((one) => one.roles)).size).toBe(3);
    for (const job of [...demoJobs(new Date('2026-04-14T10:00:00Z')), ...pastJobs(new Date('2026-04-14T10:00:00Z'))])
      expect(names.has(job.takenInBy) && names.has(job.workedBy)).toBe(true);
  });
});
