import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
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

it('draws the rows that are come near, says how many more there are, and counts the job on top once', async () => {
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
  expect(seen()).toEqual([60, `${70 - onTop} more`]);
  element.querySelector<HTMLElement>('.more')!.click();
  await fixture.whenStable();
  expect(seen()).toEqual([120, `${10 - onTop} more`]);
  element.querySelector<HTMLElement>('.more')!.click();
  await fixture.whenStable();
  expect(seen()).toEqual([130 - onTop, undefined]);
});
