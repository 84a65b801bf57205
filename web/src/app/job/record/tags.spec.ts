import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { model } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { TagLanding } from '../tag-landing';
import { TagsPanel } from './tags-panel';

describe('the tags', () => {
  it('want a label that the sheet has', async () => {
    const screen = await JobScreenHarness.of(TagsPanel, jobAt('swap').job, { models: [model()], drives: [] });
    for (const wrong of ['0', '25', '1.5']) {
      await screen.type('#label-first', wrong);
      await screen.press('Tags (PDF)');
      expect(screen.element.querySelector('[role=alert]')!.textContent).toContain('labels 1 to 24');
    }
  });
});

describe('where a scanned tag leads', () => {
  const land = (number: string) => {
    TestBed.configureTestingModule({
      providers: [
        provideRouter([{ path: '**', children: [] }]),
        provideHttpClient(),
        provideHttpClientTesting(),
      ],
    });
    const fixture = TestBed.createComponent(TagLanding);
    fixture.componentRef.setInput('number', number);
    fixture.detectChanges();
    return { fixture, http: TestBed.inject(HttpTestingController) };
  };
  const rest = () => new Promise((done) => setTimeout(done, 20));

  it('is the job of that number', async () => {
    const { http } = land('412');
    http.expectOne('/api/job-numbers/412').flush({ jobId: 'one' });
    await rest();
    expect(TestBed.inject(Router).url).toBe('/jobs/one');
  });

  it('is nowhere where there is none, and it says what to do', async () => {
    const { fixture, http } = land('999');
    const problem = {
      type: 'x',
      title: 'x',
      status: 404,
      code: 'no-job',
      detail: 'There is no job 999 in this workshop.',
    };
    http.expectOne('/api/job-numbers/999').flush(problem, { status: 404, statusText: 'none' });
    await rest();
    fixture.detectChanges();
    const text = (fixture.nativeElement as HTMLElement).textContent;
    expect(text).toContain('There is no job 999 in this workshop.');
    expect(text).toContain('To the Ledger');
  });

  it('asks nobody for what is no number', () => {
    const { fixture, http } = land('four');
    http.expectNone(() => true);
    fixture.detectChanges();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('no number on it');
  });
});
