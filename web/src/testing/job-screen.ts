import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { reflectComponentType, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideStore, Store } from '@ngrx/store';
import { learn, shippedDiagnosis } from '@petrichor/core/diagnose';
import type { Drive, MachineModel, Part } from '@petrichor/core/hardware';
import { currentStep, type JobState, type Role } from '@petrichor/core/job';
import { USUAL_PRICING } from '@petrichor/core/quote';
import { USUAL_POLICY } from '@petrichor/core/teardown';
import { connectionReducer } from '../app/state/connection/connection.reducer';
import { dockReducer } from '../app/state/dock/dock.reducer';
import { JobsActions } from '../app/state/jobs/jobs.actions';
import { jobsReducer } from '../app/state/jobs/jobs.reducer';
import { selectJobs } from '../app/state/jobs/jobs.selectors';
import { KnowledgeActions, knowledgeReducer } from '../app/state/knowledge/knowledge.reducer';
import { PhotoKeeper } from '../app/state/photos/photo-keeper';
import { SessionActions, sessionReducer } from '../app/state/session/session.reducer';
import { pressKey } from './press';

/** A part of the job screen over a store with one job in it; nothing is sent anywhere. */
export class JobScreenHarness<T> {
  readonly element: HTMLElement;
  private constructor(
    readonly fixture: ComponentFixture<T>,
    private readonly store: Store,
    private readonly jobId: string,
    /** False: a screen of its own, which fetches its job by itself. */
    private readonly takesJob: boolean,
  ) {
    this.element = fixture.nativeElement as HTMLElement;
  }

  static async of<T>(
    component: Type<T>,
    job: JobState,
    knowledge: { models: MachineModel[]; drives: Drive[]; parts?: Part[] },
    inputs: Record<string, unknown> = {},
    roles: Role[] = ['technician'],
  ): Promise<JobScreenHarness<T>> {
    localStorage.clear();
    TestBed.configureTestingModule({
      providers: [
        provideStore({
          session: sessionReducer,
          knowledge: knowledgeReducer,
          jobs: jobsReducer,
          connection: connectionReducer,
          dock: dockReducer,
        }),
        provideRouter([{ path: '**', children: [] }]),
        provideHttpClient(),
        provideHttpClientTesting(),
        // jsdom has neither canvas nor database; what it does with them is walked in the browser.
        {
          provide: PhotoKeeper,
          useValue: {
            waiting: () => 0,
            refused: () => null,
            address: (hash: string) => Promise.resolve(`/api/photos/${hash}`),
            bytes: () => Promise.resolve(null),
          },
        },
      ],
    });
    const store = TestBed.inject(Store);
    const account = { id: 'ines', name: 'Ines', signInName: 'ines', roles };
    store.dispatch(
      SessionActions.told({
        reply: { firstAccountNeeded: false, signedIn: { account, workshop: { id: 'w', name: 'W' } } },
      }),
    );
    const diagnosis = {
      before: learn(shippedDiagnosis('before'), []),
      after: learn(shippedDiagnosis('after'), []),
    };
    store.dispatch(
      KnowledgeActions.told({
        reply: {
          version: '1',
          since: null,
          parts: [],
          policy: USUAL_POLICY,
          pricing: USUAL_PRICING,
          companionCases: [],
          ...knowledge,
          diagnosis,
        },
      }),
    );
    store.dispatch(JobsActions.loaded({ job }));
    const fixture = TestBed.createComponent(component);
    const takesJob = reflectComponentType(component)!.inputs.some((one) => one.templateName === 'job');
    for (const [name, value] of Object.entries(takesJob ? { ...inputs, job } : inputs))
      fixture.componentRef.setInput(name, value);
    const harness = new JobScreenHarness(fixture, store, job.id, takesJob);
    await harness.settle();
    return harness;
  }

  get job(): JobState {
    return this.store.selectSignal(selectJobs)().byId[this.jobId]!.shown!;
  }

  get step(): string | undefined {
    return currentStep(this.job)?.step.id;
  }

  /** Passes the job on as the screen above would, and waits for the drawing. */
  async settle(): Promise<void> {
    if (this.takesJob) this.fixture.componentRef.setInput('job', this.job);
    await this.fixture.whenStable();
    await this.fixture.whenStable();
  }

  button(words: string | RegExp): HTMLButtonElement {
    const matches = (text: string) => (typeof words === 'string' ? text.includes(words) : words.test(text));
    const found = [...document.querySelectorAll('button')].find((one) =>
      matches((one.textContent ?? '').trim()),
    );
    if (!found) throw new Error(`There is no button '${words}' in: ${this.element.textContent}`);
    return found;
  }

  async press(words: string | RegExp): Promise<void> {
    this.button(words).click();
    await this.settle();
  }

  async key(key: string, own: KeyboardEventInit = {}): Promise<void> {
    pressKey(key, own);
    await this.settle();
  }

  async type(selector: string, text: string): Promise<void> {
    const field = document.querySelector<HTMLInputElement | HTMLTextAreaElement>(selector)!;
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await this.settle();
  }
}
