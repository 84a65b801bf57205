import { mainDrive } from '@petrichor/core/job';
import { TestBed } from '@angular/core/testing';
import type { Slot } from '@petrichor/core/hardware';
import { m2Drive, model, onMainDrive } from '../../../../../core/src/testing/samples';
import { jobAt, payAndHandOver } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { CustodyPanel } from './custody-panel';
import { CustodyRecordScreen } from './custody-record';

const knowledge = { models: [model()], drives: [m2Drive()] };
const kept = {
  type: 'settle-old-drive',
  fate: 'kept-as-fallback',
  until: '2026-12-24',
  note: 'drawer 7',
} as const;
const choose = async (screen: JobScreenHarness<unknown>, fate: string) => {
  screen.element.querySelector<HTMLInputElement>(`#fate-${fate}`)!.click();
  await screen.settle();
};

describe('custody of the old drive', () => {
  it('wants a method and how it was checked before it counts as sanitised', async () => {
    const screen = await JobScreenHarness.of(CustodyPanel, jobAt('hand-over').job, knowledge);
    await choose(screen, 'sanitised');
    expect(screen.element.textContent).toContain('Overwriting is not Purge on flash');
    await screen.press('Settle it');
    expect(screen.element.querySelector('[role=alert]')!.textContent).toContain('Say by which method');
    expect(screen.job.custody).toEqual([]);
  });

  it('asks what the old drive is, and takes neither the model’s word nor the new drive for it', async () => {
    // The model says what it was made with, and NVMe went in; its socket runs either, and nobody has looked
    // at what came out.
    const { job } = jobAt('hand-over');
    const slot = { ...mainDrive(job)!.slot, protocols: ['nvme', 'sata'] } as Slot;
    const screen = await JobScreenHarness.of(CustodyPanel, onMainDrive(job, { slot }), knowledge);
    await choose(screen, 'sanitised');
    const medium = screen.element.querySelector<HTMLSelectElement>('#medium')!.selectedOptions[0]!;
    expect(screen.element.textContent).toContain('Nothing on this job tells: look at the drive.');
    expect(medium.textContent).not.toContain('flash');
  });

  it('goes on after the job is closed while the drive is here, and then no more', async () => {
    const bench = payAndHandOver(jobAt('hand-over').must(kept));
    const screen = await JobScreenHarness.of(CustodyPanel, bench.job, knowledge);
    expect(screen.element.textContent).toContain('Kept here as fallback until 24 December 2026 (drawer 7).');
    await choose(screen, 'returned');
    await screen.press('Settle it');
    expect(screen.job.custody.map((one) => one.fate)).toEqual(['kept-as-fallback', 'returned']);
    expect([...screen.element.querySelectorAll('button')].map((one) => one.textContent)).not.toContain(
      'Settle it',
    );
  });

  it('is one page from hand to hand, with serial and names', async () => {
    const bench = jobAt('hand-over').must(
      { type: 'record-serial', which: 'oldDrive', serial: 'SR6-1' },
      {
        type: 'settle-old-drive',
        fate: 'sanitised',
        until: null,
        sanitised: {
          method: 'nvme-sanitize',
          medium: null,
          tool: 'bench station',
          verified: 'sanitize status: completed',
        },
        note: '',
      },
    );
    await JobScreenHarness.of(CustodyPanel, bench.job, knowledge);
    const record = TestBed.createComponent(CustodyRecordScreen);
    record.componentRef.setInput('jobId', bench.job.id);
    await record.whenStable();
    const page = (record.nativeElement as HTMLElement)
      .querySelector('article')!
      .textContent.replace(/\s+/g, ' ');
    expect(page).toContain('SR6-1');
    expect(page).toContain('Sanitised, Purge: NVMe Sanitize');
    expect(page).toContain('Checked: sanitize status: completed.');
    expect(page).toContain('Ines');
  });
});
