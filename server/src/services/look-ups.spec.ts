import { shippedDiagnosis } from '@petrichor/core/diagnose';
import { commandOf, decide, type JobCommand, type Knowledge, type LookUp } from '@petrichor/core/job';
import { everyCommand, jobsAtEveryPart } from '../../../core/src/testing/every-command.js';
import { part, TestJob } from '../../../core/src/testing/samples.js';
import { driveIdsIn } from './look-ups.js';

/** All that a workshop knows, and none of it as it ships: what is not looked up shows in the decision. */
const all: Knowledge = {
  ...new TestJob().knowledge,
  parts: () => [
    part({ kind: 'wireless', id: 'a-wireless', key: 'E', antennas: 2, deviceId: '1a2b' } as never),
  ],
  diagnosis: (about) => {
    const shipped = shippedDiagnosis(about);
    return {
      ...shipped,
      causes: shipped.causes.map((one) => ({ ...one, say: `${one.say}, as we call it` })),
    };
  },
  policy: () => ({ unplugBattery: 'always', drainSeconds: 40, tryBeforeClosing: false, oneAtATime: false }),
  pricing: () => ({ ...new TestJob().pricing, hourMinor: 12_345, lookingMinor: 4321 }),
};

/**
 * What the server has at hand for this command: what it asks for, and of the shelf the drives that it names.
 * Anything else fails.
 */
function askedOf(command: JobCommand): Knowledge {
  const { asks } = commandOf(command.type);
  const only = <T>(what: LookUp, ask: T): T => {
    if (!asks.includes(what)) throw new Error(`'${command.type}' looks up '${what}' without asking for it.`);
    return ask;
  };
  return {
    model: (id) => only('model', all.model(id)),
    drive: (id) => (driveIdsIn(command).has(id) ? only('drive', all.drive(id)) : undefined),
    parts: () => only('parts', all.parts()),
    diagnosis: (about) => only('diagnosis', all.diagnosis(about)),
    policy: () => only('policy', all.policy()),
    pricing: () => only('pricing', all.pricing()),
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
    const [accepted, differing] = [new Set<string>(), new Set<string>()];
    for (const job of jobs)
      for (const command of everyCommand(job)) {
        const here = decide(job, command, context(all));
        const there = decide(job, command, context(askedOf(command)));
        if (JSON.stringify(here) !== JSON.stringify(there)) differing.add(command.type);
        if (here.ok) accepted.add(command.type);
      }
    expect([...differing]).toEqual([]);
    // The walk is worth something: most kinds were accepted somewhere, those that look things up among them.
    const looking = everyCommand(jobs[0]!).filter(({ type }) => commandOf(type).asks.length > 0);
    expect(looking.map((one) => one.type).filter((type) => !accepted.has(type))).toEqual([]);
    expect(accepted.size).toBeGreaterThan(50);
  });
});
