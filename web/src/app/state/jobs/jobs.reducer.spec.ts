import type { JobEvent, JobState, RecordedEvent } from '@petrichor/core/job';
import { IntakeSchema, evolve } from '@petrichor/core/job';
import { JobsActions, type PendingCommand } from './jobs.actions';
import { jobsReducer, type JobsState } from './jobs.reducer';

const by = { id: 'ines', name: 'Ines' };
const at = '2026-04-14T08:00:00.000Z';
const recorded = (seq: number, event: JobEvent, commandId = `server-${seq}`): RecordedEvent => ({
  seq,
  at,
  by,
  commandId,
  event,
});
const note = (text: string): JobEvent => ({
  type: 'noted',
  text,
  stepId: null,
  kind: 'note',
  photos: [],
  measured: null,
  about: null,
});
const job: JobState = evolve(
  null,
  recorded(1, {
    type: 'job-opened',
    jobId: 'one',
    number: 412,
    intake: IntakeSchema.parse({
      customer: { id: null, name: 'Halima Quist', reach: '' },
      modelId: 'fen',
      modelName: 'Tarnwell Fen 14',
      serial: 'TF-1',
      complaint: 'Freezes.',
      mustNotLose: 'tables',
      accessories: '',
      promisedAt: at,
      baseline: {
        starts: 'works',
        keys: 'works',
        click: 'works',
        screen: 'works',
        camera: 'works',
        speakers: 'works',
        wireless: 'works',
        ports: 'works',
        hinges: 'works',
      },
    }),
  }),
);
const pending = (commandId: string, text: string): PendingCommand => ({
  commandId,
  jobId: 'one',
  command: { type: 'note', text, stepId: null },
  events: [note(text)],
  basedOn: 1,
  at,
  by,
});

const after = (...actions: Parameters<typeof jobsReducer>[1][]): JobsState =>
  actions.reduce(jobsReducer, jobsReducer(undefined, JobsActions.loaded({ job })));
const open = (state: JobsState) => state.byId['one']!;
const notes = (state: JobsState) => open(state).shown!.notes.map((one) => one.text);

describe('a job on the screen', () => {
  it('shows at once what was done here, on top of what the server has', () => {
    const state = after(
      JobsActions.commandGiven({ pending: pending('a', 'first') }),
      JobsActions.commandGiven({ pending: pending('b', 'second') }),
    );
    expect(notes(state)).toEqual(['first', 'second']);
    expect(open(state).confirmed!.seq).toBe(1);
    expect(open(state).shown!.seq).toBe(3);
  });

  it('keeps the rest on top when the server acknowledges the first', () => {
    const state = after(
      JobsActions.commandGiven({ pending: pending('a', 'first') }),
      JobsActions.commandGiven({ pending: pending('b', 'second') }),
      JobsActions.eventsCame({ jobId: 'one', events: [recorded(2, note('first'), 'a')] }),
    );
    expect(open(state).pending.map((one) => one.commandId)).toEqual(['b']);
    expect(notes(state)).toEqual(['first', 'second']);
  });

  it('rebases what is pending on what somebody else did', () => {
    const state = after(
      JobsActions.commandGiven({ pending: pending('a', 'mine') }),
      JobsActions.eventsCame({ jobId: 'one', events: [recorded(2, note('theirs'))] }),
    );
    expect(notes(state)).toEqual(['theirs', 'mine']);
    expect(open(state).shown!.seq).toBe(3);
  });

  it('counts nothing twice, whatever comes twice', () => {
    const news = JobsActions.eventsCame({ jobId: 'one', events: [recorded(2, note('mine'), 'a')] });
    expect(notes(after(JobsActions.commandGiven({ pending: pending('a', 'mine') }), news, news))).toEqual([
      'mine',
    ]);
  });

  it('notices a gap, and closes it with the events in between', () => {
    const gap = after(JobsActions.eventsCame({ jobId: 'one', events: [recorded(3, note('third'))] }));
    expect(open(gap)).toMatchObject({ gap: true, confirmed: { seq: 1 } });
    const closed = jobsReducer(
      gap,
      JobsActions.eventsCame({
        jobId: 'one',
        events: [recorded(2, note('second')), recorded(3, note('third'))],
      }),
    );
    expect(open(closed)).toMatchObject({ gap: false, confirmed: { seq: 3 } });
  });

  it('takes back what the server would not have, and says so until it is read', () => {
    const one = pending('a', 'mine');
    const refused = after(
      JobsActions.commandGiven({ pending: one }),
      JobsActions.commandRefused({ pending: one, sentence: 'No.' }),
    );
    expect(notes(refused)).toEqual([]);
    expect(open(refused).refused).toMatchObject([{ sentence: 'No.' }]);
    expect(
      open(jobsReducer(refused, JobsActions.refusalRead({ jobId: 'one', commandId: 'a' }))).refused,
    ).toEqual([]);
  });

  it('puts what an earlier page left unsent on top once the job is there', () => {
    const state = jobsReducer(
      jobsReducer(undefined, JobsActions.outboxFound({ pending: [pending('a', 'kept')] })),
      JobsActions.loaded({ job }),
    );
    expect(notes(state)).toEqual(['kept']);
  });

  it('does not go back to an older state that arrives late', () => {
    const state = after(
      JobsActions.eventsCame({ jobId: 'one', events: [recorded(2, note('new'))] }),
      JobsActions.loaded({ job }),
    );
    expect(open(state).confirmed!.seq).toBe(2);
  });
});

describe('an event of a kind that this page does not know', () => {
  const unknown = { type: 'spirit-level-read', degrees: 2 } as unknown as JobEvent;

  it('stops the job where it was understood, drops no pending deed, and takes nothing that comes after it', () => {
    const state = after(
      JobsActions.commandGiven({ pending: pending('mine', 'typed here') }),
      JobsActions.eventsCame({ jobId: 'one', events: [recorded(2, unknown), recorded(3, note('later'))] }),
      JobsActions.eventsCame({ jobId: 'one', events: [recorded(4, note('much later'))] }),
    );
    expect(open(state)).toMatchObject({ unreadable: true, gap: false, confirmed: { seq: 1 } });
    expect(open(state).pending.map((one) => one.commandId)).toEqual(['mine']);
    expect(notes(state)).toEqual(['typed here']);
  });

  it('lets what was sent leave the list of what is pending', () => {
    const state = after(
      JobsActions.commandGiven({ pending: pending('mine', 'typed here') }),
      JobsActions.eventsCame({
        jobId: 'one',
        events: [recorded(2, note('typed here'), 'mine'), recorded(3, unknown)],
      }),
    );
    expect(open(state)).toMatchObject({ unreadable: true, pending: [], confirmed: { seq: 2 } });
  });
});

describe('jobs that nobody looks at any more', () => {
  const looked = (...ids: string[]) => ids.map((jobId) => JobsActions.wanted({ jobId }));

  it('leave, but for the last few and those with something unsent', () => {
    const left = after(...looked('one', 'two', 'three', 'four', 'five'));
    expect([Object.keys(left.byId), left.looked]).toEqual([[], ['five', 'four', 'three', 'two']]);
    const unsent = after(
      JobsActions.commandGiven({ pending: pending('mine', 'typed here') }),
      ...looked('two', 'three', 'four', 'five', 'six'),
    );
    expect(open(unsent).pending).toHaveLength(1);
  });

  it('are not begun again by what others do to them', () => {
    const state = after(JobsActions.eventsCame({ jobId: 'other', events: [recorded(2, note('elsewhere'))] }));
    expect(Object.keys(state.byId)).toEqual(['one']);
  });
});
