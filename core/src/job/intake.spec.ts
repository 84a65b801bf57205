import { jobAt } from '../testing/walks.js';
import { BaselineSchema, checksOf } from './shape/baseline.js';
import { intake } from '../testing/samples.js';
import { IntakeSchema } from './shape/intake.js';

const faults = (own: object) => {
  const read = IntakeSchema.safeParse({ ...intake(), ...own });
  return read.success ? [] : read.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`);
};

describe('what the counter writes down', () => {
  it('is taken as it should be', () => expect(faults({})).toEqual([]));

  it.each([
    [{ customer: { name: '  ', reach: '' } }, 'customer.name: Say whose machine it is.'],
    [{ modelId: '' }, 'modelId: Choose the model: type part of the label under the machine.'],
    [{ serial: '' }, 'serial: Scan or type the serial from the label.'],
    [
      { serial: 'TF 14' },
      'serial: A serial has letters, digits and signs, no spaces. Scan it again or type it without them.',
    ],
    [
      { serial: 'TF–14' },
      'serial: A serial has letters, digits and signs, no spaces. Scan it again or type it without them.',
    ],
    [{ complaint: ' ' }, 'complaint: Write what they say, in the customer’s words.'],
    [{ mustNotLose: '' }, 'mustNotLose: Ask what must not be lost, and write down what they say.'],
    [{ promisedAt: '' }, 'promisedAt: Choose the day and time you promise.'],
    [{ complaint: 'x'.repeat(2001) }, 'complaint: Shorten this to 2000 characters.'],
  ])('says in a sentence what is wrong with %j', (own, fault) => expect(faults(own)).toContain(fault));

  it('asks for every check of the baseline: what was not tried is said to be so', () => {
    const { starts: _, ...rest } = intake().baseline;
    expect(faults({ baseline: rest })).toHaveLength(1);
  });

  it('cuts the blanks that a scanner or a hand leaves around', () => {
    expect(IntakeSchema.parse({ ...intake(), serial: ' TF14-1\t' }).serial).toBe('TF14-1');
  });
});

describe('what is tried', () => {
  const ids = (body: Parameters<typeof checksOf>[0]) => checksOf(body).map(({ id }) => id);
  it('is what a machine of that body has', () => {
    expect(ids('stands')).toContain('stand');
    for (const id of ['hinges', 'click', 'keys'] as const) {
      expect(ids('stands')).not.toContain(id);
      expect(ids('folds')).toContain(id);
    }
    expect(ids(null)).toEqual(ids('folds'));
  });

  it('reads an intake of before a machine could stand', () => {
    const { stand: _, ...old } = jobAt('diagnose').job.intake.baseline;
    expect(BaselineSchema.parse(old).stand).toBe('not-tried');
  });
});
