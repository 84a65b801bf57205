import { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { model, TestJob } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { CompanionsPanel } from '../set-up/companions-panel';
import { SpeedPanel } from '../prove/speed-panel';
import { Unplugged } from '../prove/unplugged';
import { SealedPanel } from './sealed-panel';

const knowledge = { models: [model()], drives: [] };
const words = (screen: JobScreenHarness<unknown>): string => screen.element.textContent.replace(/\s+/g, ' ');
const type = async (screen: JobScreenHarness<unknown>, id: string, text: string) => {
  const field = screen.element.querySelector<HTMLInputElement>(`#${id}`)!;
  field.value = text;
  field.dispatchEvent(new Event('input'));
  await screen.settle();
};

describe('sealed notes', () => {
  it('are refused to whoever has not taken the job up, without asking the server', async () => {
    const bench = new TestJob().must({
      type: 'keep-sealed',
      noteId: 'n1',
      kind: 'passcode',
      label: 'account',
    });
    const screen = await JobScreenHarness.of(SealedPanel, bench.job, knowledge);
    await screen.press('Read it');
    expect(words(screen)).toContain('Take the job up first');
    TestBed.inject(HttpTestingController).expectNone(() => true);
  });

  it('are shown to whoever has the job, until hidden or destroyed', async () => {
    const bench = new TestJob().must(
      { type: 'take-up' },
      { type: 'keep-sealed', noteId: 'n1', kind: 'passcode', label: 'account' },
    );
    const screen = await JobScreenHarness.of(SealedPanel, bench.job, knowledge);
    const http = TestBed.inject(HttpTestingController);
    await screen.press('Read it');
    const look = http.expectOne((request) => request.url.startsWith('/api/jobs/job-1/sealed/n1'));
    look.flush({ secret: 'kittiwake 77' });
    await screen.settle();
    expect(words(screen)).toContain('kittiwake 77');
    await screen.press('Hide it');
    expect(words(screen)).not.toContain('kittiwake');
    await screen.press('Destroy');
    expect(http.match((request) => request.url.startsWith('/api/jobs/job-1/sealed/n1'))).toHaveLength(1);
  });

  it('go to the server and into no storage of the browser', async () => {
    const screen = await JobScreenHarness.of(SealedPanel, new TestJob().job, knowledge);
    await type(screen, 'sealed-secret', 'kittiwake');
    expect(JSON.stringify(localStorage)).not.toContain('kittiwake');
    await screen.press('Seal it');
    const request = TestBed.inject(HttpTestingController).expectOne('/api/jobs/job-1/sealed');
    expect(request.request.body).toMatchObject({ kind: 'passcode', secret: 'kittiwake' });
    expect(screen.job.sealed).toEqual([]);
  });
});

describe('the measured speed', () => {
  it('is kept, judged, and explained when it is low', async () => {
    const screen = await JobScreenHarness.of(SpeedPanel, jobAt('prove').job, knowledge);
    await screen.press('Keep the measurement');
    expect(words(screen)).toContain('Type how fast it reads');
    await type(screen, 'speed-read', '520');
    await screen.press('Keep the measurement');
    expect(words(screen)).toContain('520 MB/s is low');
    expect(words(screen)).toContain('The SATA path: SATA 6 Gb/s');
    await type(screen, 'speed-read', '3200');
    await screen.press('Keep the measurement');
    expect(words(screen)).toContain('3200 MB/s, as expected');
  });
});

describe('what was unplugged', () => {
  it('is asked for by the name that the guide gives it', async () => {
    const { job } = jobAt('prove');
    const lead = {
      key: 'cam',
      kind: 'lead',
      verb: 'Unplugged',
      label: 'camera lead',
      connector: null,
      ties: null,
    } as never;
    const steps = job.way!.steps.map((step, at) => (at === 0 ? { ...step, moves: [lead] } : step));
    const screen = await JobScreenHarness.of(Unplugged, { ...job, way: { ...job.way!, steps } }, knowledge);
    expect(words(screen)).toContain('Camera lead');
    await screen.press('works');
    expect(Object.values(screen.job.rechecked)).toMatchObject([{ result: 'works' }]);
  });
});

describe('a companion', () => {
  it('says that nothing was changed, and wants a part before it goes in', async () => {
    const screen = await JobScreenHarness.of(CompanionsPanel, jobAt('set-up').job, knowledge);
    expect(words(screen)).toContain('Nothing besides what was planned.');
    await screen.press(/went in$/);
    await screen.press('It is in');
    expect(screen.element.querySelector('[role=alert]')!.textContent).not.toBe('');
  });
});
