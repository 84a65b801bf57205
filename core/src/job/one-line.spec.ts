import { everyCommand, jobsAtEveryPart } from '../testing/every-command.js';
import { IntakeSchema, JobCommandSchema } from './index.js';

/** Fields that stand on one line of a page, a list or a tag, by the command that fills them. */
const ONE_LINE: readonly [string, string][] = [
  ['hand-over', 'to'],
  ['agree', 'who'],
  ['keep-sealed', 'label'],
  ['wait-for', 'what'],
  ['lift-stop', 'owner'],
];

const job = jobsAtEveryPart()[0]!;
const commands = everyCommand(job);

describe('what stands on one line', () => {
  it.each(ONE_LINE)('is refused with a line break in it: %s, %s', (type, field) => {
    const command = commands.find((one) => one.type === type) as Record<string, unknown> | undefined;
    expect(command).toBeDefined();
    expect(JobCommandSchema.safeParse(command).success).toBe(true);
    for (const breaks of ['one\ntwo', 'one\r\ntwo', 'one\rtwo']) {
      const read = JobCommandSchema.safeParse({ ...command, [field]: breaks });
      expect(read.error?.issues.map((one) => one.message)).toContain('Write this on one line.');
    }
  });

  it('is refused in an intake that is put right, too; what was recorded before this was asked is read still', () => {
    const intake = { ...job.intake, customer: { ...job.intake.customer, name: 'Halima\nQuist' } };
    expect(JobCommandSchema.safeParse({ type: 'amend-intake', intake }).error?.issues[0]).toMatchObject({
      path: ['intake', 'customer', 'name'],
      message: 'Write this on one line.',
    });
    expect(IntakeSchema.safeParse(intake).success).toBe(true);
  });
});
