import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { jobAt } from '../../../../core/src/testing/walks';
import { smartctlAta } from '../../../../core/src/testing/smartctl';
import { model } from '../../../../core/src/testing/samples';
import { JobScreenHarness } from '../../testing/job-screen';
import { HandedOutcome } from './handed-outcome';
import { handedFrom, JobDocuments } from './job-documents';

const knowledge = { models: [model()], drives: [] };
const REPORT = JSON.stringify(smartctlAta());
const DUMP =
  'label: dos\ndevice: d.img\nunit: sectors\nsector-size: 512\n\nd.img1 : start=2048, size=1024000, type=7\n';
const shown = (job = jobAt('diagnose').job) =>
  JobScreenHarness.of(HandedOutcome, job, knowledge, { place: 'job', seen: job.phase });
const words = (screen: { element: HTMLElement }) => screen.element.textContent.replace(/\s+/g, ' ').trim();

describe('documents handed to a job', () => {
  it('are each taken or told why not, by their names, and what stands elsewhere is said to', async () => {
    const screen = await shown();
    const documents = TestBed.inject(JobDocuments);
    const all = await documents.take(screen.job, 'job', handedFrom([DUMP, 'nothing of ours', REPORT]), {
      seen: 'diagnose',
    });
    await screen.settle();
    expect(all).toBe(false);
    expect(words(screen)).toContain('Petrichor does not know this file.');
    expect(words(screen)).toContain('Read: its partitions. It stands under Safeguard.');
    expect(words(screen)).toMatch(/Read\. What it answers stands among the findings\. I have read it$/);
    expect(screen.job.move.source).not.toBeNull();
    expect(screen.job.reports).toHaveLength(1);
    await screen.press('I have read it');
    expect(words(screen)).toBe('');
  });

  it('leave one where one is while the job has not come to their part, and bring that part up once it has', async () => {
    const before = await shown();
    const went = () => TestBed.inject(Router).url;
    await TestBed.inject(JobDocuments).take(before.job, 'job', handedFrom([DUMP]), { seen: 'diagnose' });
    expect(went()).toBe('/');
    TestBed.resetTestingModule();
    const after = await shown(jobAt('way-in').job);
    await TestBed.inject(JobDocuments).take(after.job, 'job', handedFrom([DUMP]), { seen: 'way-in' });
    expect(went()).toBe('/jobs/job-1?see=safeguard');
  });
});
