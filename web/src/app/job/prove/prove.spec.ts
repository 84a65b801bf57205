import { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { Memory } from '@petrichor/core/hardware';
import type { JobState } from '@petrichor/core/job';
import { m2Drive, m2Slot, model, part, judgedPart } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { ComebackReasonPanel } from './comeback-reason';
import { MemoryShown } from './memory-shown';
import { ProveSection } from './prove';
import { SpeedPanel } from './speed-panel';

const memory = part({
  kind: 'memory',
  id: 'mem-16',
  name: 'Orrin 16',
  inStock: 1,
  generation: 'ddr4',
  gib: 16,
  megatransfers: 3200,
}) as Memory;
const knowledge = { models: [model()], drives: [m2Drive()], parts: [memory] };
const words = (screen: JobScreenHarness<unknown>): string => screen.element.textContent.replace(/\s+/g, ' ');
const drop = async (screen: JobScreenHarness<unknown>, name: string, text: string) => {
  const field = screen.element.querySelector<HTMLInputElement>('input[type=file]')!;
  const file = {
    name,
    size: text.length,
    arrayBuffer: () => Promise.resolve(new TextEncoder().encode(text).buffer),
  };
  Object.defineProperty(field, 'files', { configurable: true, value: [file] });
  field.dispatchEvent(new Event('change'));
  await screen.settle();
  await screen.settle();
};
/** A result of fio: one job reading in pieces of this size, so many bytes a second. */
const fio = (blockSize: string, bytesPerSecond: number): string =>
  JSON.stringify({
    'fio version': 'fio-3.33',
    jobs: [
      {
        jobname: 'long',
        'job options': { rw: 'read', bs: blockSize },
        read: {
          io_bytes: bytesPerSecond * 10,
          bw_bytes: bytesPerSecond,
          iops: 100,
          runtime: 10_000,
          total_ios: 1000,
        },
        write: { io_bytes: 0, bw_bytes: 0, iops: 0, runtime: 0, total_ios: 0 },
      },
    ],
  });

describe('a measured speed', () => {
  it('comes out of a file of fio, if it read in one long stretch', async () => {
    const screen = await JobScreenHarness.of(SpeedPanel, jobAt('prove').job, knowledge);
    await drop(screen, 'small.json', fio('4k', 90e6));
    expect(words(screen)).toContain('That run reads in small pieces only');
    expect(screen.job.speeds).toEqual([]);
    await drop(screen, 'long.json', fio('1M', 3.1e9));
    expect(screen.job.speeds).toMatchObject([
      { source: 'fio', from: 'long.json', readBytesPerSecond: 3.1e9, when: 'after' },
    ]);
    expect(words(screen)).toContain('as expected');
  });

  it('is not made out of a file that says something else', async () => {
    const screen = await JobScreenHarness.of(SpeedPanel, jobAt('prove').job, knowledge);
    await drop(screen, 'letter.txt', 'Dear sir or madam');
    expect(screen.element.querySelector('[role=alert]')!.textContent).not.toBe('');
    await drop(
      screen,
      'table.dump',
      'label: gpt\nunit: sectors\nsector-size: 512\n\n/dev/sda1 : start= 2048, size= 4096, type=x\n',
    );
    expect(screen.element.querySelector('[role=alert]')!.textContent).not.toBe('');
    expect(screen.job.speeds).toEqual([]);
  });

  it('on battery is explained by that first where nothing fits better', async () => {
    const screen = await JobScreenHarness.of(SpeedPanel, jobAt('prove').job, knowledge);
    await screen.press('on battery');
    await screen.type('#speed-read', '2100');
    await screen.press('Keep the measurement');
    expect(screen.job.speeds).toMatchObject([{ onMains: false, readBytesPerSecond: 2.1e9 }]);
    expect(words(screen)).toContain('low');
    expect(words(screen)).toMatch(/On battery.*(fits|fits roughly)/i);
  });
});

describe('memory that was changed', () => {
  const fitted = (): JobState => ({
    ...jobAt('prove').job,
    changes: [...jobAt('prove').job.changes, judgedPart('c1', 'memory', 'mem-16', 'Orrin 16', '')],
  });

  it('is asked for only where it was', async () => {
    expect(words(await JobScreenHarness.of(MemoryShown, jobAt('prove').job, knowledge)).trim()).toBe('');
  });

  it('is compared with what was fitted', async () => {
    const screen = await JobScreenHarness.of(MemoryShown, fitted(), knowledge);
    await screen.press('Keep it');
    expect(words(screen)).toContain('Type the GiB shown.');
    await screen.type('#memory-gib', '16');
    await screen.press('Keep it');
    expect(screen.job.memoryShown).toMatchObject({ gib: 16 });
    expect(words(screen)).toContain('as expected');
  });
});

describe('why it came back', () => {
  const back = (): JobState => {
    const { job } = jobAt('prove');
    return { ...job, intake: { ...job.intake, comebackOf: { jobId: 'job-0', number: 401 } } };
  };

  it('asks the old way for the step that the guide should say otherwise', async () => {
    const opening = JobScreenHarness.of(ComebackReasonPanel, back(), knowledge);
    await new Promise((done) => setTimeout(done, 50));
    TestBed.inject(HttpTestingController)
      .expectOne('/api/jobs/job-0')
      .flush({ job: jobAt('way-in').job });
    const screen = await opening;
    const steps = [...screen.element.querySelectorAll('#comeback-step option')].map((one) =>
      one.textContent.trim(),
    );
    expect(steps[0]).toBe('none');
    expect(steps.length).toBeGreaterThan(2);
    expect(new Set(steps).size).toBe(steps.length);
    await screen.press('Keep why it came back');
    expect(screen.element.querySelector('#comeback-words-fault')!.textContent).not.toBe('');
    await screen.type('#comeback-words', 'A lead was pinched under the cover.');
    await screen.press('Keep why it came back');
    expect(screen.job.comebackReason).toMatchObject({
      kind: 'our-work',
      words: 'A lead was pinched under the cover.',
    });
  });
});

describe('what is tried again', () => {
  const answers = (screen: JobScreenHarness<unknown>) =>
    [...screen.element.querySelectorAll('[data-gate^="baseline:"] b')].map((one) => one.textContent);
  const { job } = jobAt('prove');
  const untried = {
    ...job,
    intake: {
      ...job.intake,
      baseline: Object.fromEntries(
        Object.keys(job.intake.baseline).map((id) => [id, 'not-tried']),
      ) as typeof job.intake.baseline,
    },
  };

  it('is what this kind of machine has, and what was answered at Take in', async () => {
    const stands = { ...knowledge, models: [model({ body: 'stands' })] };
    const bare = await JobScreenHarness.of(ProveSection, untried, stands);
    expect(answers(bare)).toContain('Stand and tilt');
    expect(answers(bare)).not.toContain('Hinges');
    TestBed.resetTestingModule();
    const asked = await JobScreenHarness.of(ProveSection, job, stands);
    expect(answers(asked)).toContain('Keys');
  });

  it('says where the model was corrected meanwhile, and by what the job is judged', async () => {
    const corrected = { ...knowledge, models: [model({ places: [m2Slot({ generation: 4 })] })] };
    const screen = await JobScreenHarness.of(ProveSection, job, corrected);
    expect(words(screen)).toContain('Otherwise by now');
  });

  it('says of the rest with one press that it is as before, and leaves what was answered', async () => {
    const broken = {
      ...job,
      after: {},
      intake: { ...job.intake, baseline: { ...job.intake.baseline, camera: 'faulty' as const } },
    };
    const screen = await JobScreenHarness.of(ProveSection, broken, knowledge);
    const keys = screen.element.querySelector('[data-gate^="baseline:keys"]')!;
    [...keys.querySelectorAll('button')].find((one) => one.textContent.includes('faulty'))!.click();
    await screen.settle();
    await screen.press(/^The rest as before/);
    expect(screen.job.after.keys).toMatchObject({ result: 'faulty' });
    expect(screen.job.after.starts).toMatchObject({ result: 'works' });
    expect(screen.job.after.camera).toMatchObject({ result: 'faulty' });
    expect(screen.element.textContent).not.toContain('The rest as before');
  });
});
