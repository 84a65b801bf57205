import { decide, shippedDiagnosis, type JobCommand, type Knowledge } from '@petrichor/core';
import { everyCommand, jobsAtEveryPart } from '../../../core/src/testing/every-command.js';
import { part, TestBench } from '../../../core/src/testing/samples.js';
import { asks, drivesAsked, narrowed, type Asked } from './asks.js';

/** All that a workshop knows, and none of it as it ships: what is not looked up shows in the decision. */
const all: Knowledge = {
  ...new TestBench().knowledge,
  parts: () => [part({ kind: 'wireless', id: 'a-wireless', key: 'E', antennas: 2, deviceId: '1a2b' } as never)],
  diagnosis: (about) => {
    const shipped = shippedDiagnosis(about);
    return { ...shipped, causes: shipped.causes.map((one) => ({ ...one, say: `${one.say}, as we call it` })) };
  },
  policy: () => ({ unplugBattery: 'always', drainSeconds: 40, tryBeforeClosing: false }),
  pricing: () => ({ ...new TestBench().pricing, hourMinor: 12_345, lookingMinor: 4321 }),
};

/** The same, noting what was looked up. */
function watched(command: JobCommand, touched: Set<string>): Knowledge {
  const note = (what: Asked) => void (asks(command, what) || touched.add(`${command.type} ${what}`));
  return {
    model: (id) => (note('model'), all.model(id)),
    drive: (id) => (drivesAsked(command).includes(id) || touched.add(`${command.type} drive`), all.drive(id)),
    parts: () => (note('parts'), all.parts()),
    diagnosis: (about) => (note('diagnosis'), all.diagnosis(about)),
    policy: () => (note('policy'), all.policy()),
    pricing: () => (note('pricing'), all.pricing()),
  };
}

const context = (knowledge: Knowledge) => ({
  at: '2026-04-14T12:00:00.000Z',
  by: { id: 'ines', name: 'Ines' },
  roles: ['technician', 'desk', 'lead'] as const,
  knowledge,
});

describe('what a command may look up', () => {
  const jobs = jobsAtEveryPart();

  it('is all that it asks for: browser and server decide alike on every kind of command', () => {
    const [touched, accepted, differing] = [new Set<string>(), new Set<string>(), new Set<string>()];
    for (const job of jobs)
      for (const command of everyCommand(job)) {
        const here = decide(job, command, context(watched(command, touched)));
        const there = decide(job, command, context(narrowed(all, command)));
        if (JSON.stringify(here) !== JSON.stringify(there)) differing.add(command.type);
        if (here.ok) accepted.add(command.type);
      }
    // What `placeOf` reads of the shelf on the way to a slot decides nothing for a plate that is measured by hand.
    touched.delete('adapt parts');
    expect([...touched]).toEqual([]);
    expect([...differing]).toEqual([]);
    // The walk is worth something: most kinds were accepted somewhere, those that look things up among them.
    const looking = everyCommand(jobs[0]!).filter((one) =>
      (['model', 'diagnosis', 'policy', 'parts', 'pricing'] as const).some((what) => asks(one, what)),
    );
    expect(looking.map((one) => one.type).filter((type) => !accepted.has(type))).toEqual([]);
    expect(accepted.size).toBeGreaterThan(50);
  });
});
