import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { jest } from '@jest/globals';
import { provideRouter, Router } from '@angular/router';
import { summarise, type JobSummary } from '@petrichor/core/job';
import { provideStore, Store } from '@ngrx/store';
import { TestJob } from '../../../../core/src/testing/samples';
import { BenchActions, benchReducer } from '../state/bench/bench.reducer';
import { connectionReducer } from '../state/connection/connection.reducer';
import { jobsReducer } from '../state/jobs/jobs.reducer';
import { sessionReducer } from '../state/session/session.reducer';
import { BenchScreen } from './bench';

const jobs = (count: number): JobSummary[] => {
  const one = summarise(new TestJob().job);
  return Array.from({ length: count }, (_, at) => ({ ...one, id: `job-${at}`, number: 400 + at }));
};

beforeEach(() => {
  TestBed.configureTestingModule({
    providers: [
      provideStore({
        bench: benchReducer,
        session: sessionReducer,
        connection: connectionReducer,
        jobs: jobsReducer,
      }),
      provideRouter([]),
      provideHttpClient(),
      provideHttpClientTesting(),
    ],
  });
});

it('draws the rows that are come near, says how many more there are, and counts the job on top once', async () => {
  const fixture = TestBed.createComponent(BenchScreen);
  const element = fixture.nativeElement as HTMLElement;
  await fixture.whenStable();
  TestBed.inject(Store).dispatch(BenchActions.told({ jobs: jobs(130), at: '2026-04-14T08:00:00Z' }));
  await fixture.whenStable();
  const seen = () => [
    element.querySelectorAll('main a.row').length,
    element.querySelector('.more')?.textContent.trim(),
  ];
  const onTop = element.querySelector('section.next h1') ? 1 : 0;
  expect(seen()).toEqual([24, `${106 - onTop} more`]);
  element.querySelector<HTMLElement>('.more')!.click();
  await fixture.whenStable();
  expect(seen()).toEqual([84, `${46 - onTop} more`]);
  element.querySelector<HTMLElement>('.more')!.click();
  await fixture.whenStable();
  expect(seen()).toEqual([130 - onTop, undefined]);
});

it('an Enter on a name while the jobs are on their way opens its job when they are there', async () => {
  const opened = jest.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
  const fixture = TestBed.createComponent(BenchScreen);
  await fixture.whenStable();
  const field = (fixture.nativeElement as HTMLElement).querySelector('input')!;
  const type = (words: string) => {
    field.value = words;
    field.dispatchEvent(new Event('input'));
  };
  const enter = () => field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
  type('401');
  enter();
  expect(opened).not.toHaveBeenCalled();
  TestBed.inject(Store).dispatch(BenchActions.told({ jobs: jobs(3), at: '2026-04-14T08:00:00Z' }));
  await fixture.whenStable();
  expect(opened.mock.calls).toEqual([[['/jobs', 'job-1']]]);
});
