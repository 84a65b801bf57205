import { TestBed } from '@angular/core/testing';
import { BoardMemorySchema, ScrewSchema, type MachineModel, type Part } from '@petrichor/core/hardware';
import { mainDrive, type Role } from '@petrichor/core/job';
import { m2Drive, m2Slot as slot, memorySockets, model, part } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { JobDesk } from '../../state/jobs/job-desk';
import { MatchCompanions } from './companions';
import { MatchSection } from './match';

const shelf = [m2Drive(), m2Drive({ id: 'skerry-t4', maker: 'Skerry', name: 'T4', priceMinor: 9700 })];
const fen = (places: MachineModel['places']) => model({ places });
const parts: Part[] = [
  part({
    kind: 'screw',
    screw: ScrewSchema.parse({ thread: 'M2', lengthMm: 2.5, head: 'wafer', bit: 'PH0', headDiameterMm: 4.5 }),
    drawer: 'D7',
  }),
];
const matching = (
  own: Parameters<typeof slot>[0] = {},
  roles: Role[] = ['technician'],
  of = fen([slot(own)]),
) => JobScreenHarness.of(MatchSection, jobAt('match').job, { models: [of], drives: shelf, parts }, {}, roles);
const text = (screen: { element: HTMLElement }, selector: string) =>
  screen.element.querySelector(selector)?.textContent.replace(/\s+/g, ' ') ?? '';

describe('matching', () => {
  it('puts what has to be got on the pick list, with its drawer', async () => {
    const screen = await matching({ screwState: 'missing' });
    expect(text(screen, 'p-match-proof')).toMatch(/Extras for the pick list.*a screw.*D7.*1\.00/);
  });

  it('keeps what was laid together in the memory sockets while other things happen on the job', async () => {
    const of = model({
      places: [slot(), ...memorySockets('under the plate', 'beside it')],
      memory: BoardMemorySchema.parse({ generation: 'ddr4', maxMegatransfers: 3200 }),
    });
    const module = part({
      kind: 'memory',
      id: 'm8',
      name: 'Selker 8 GiB',
      generation: 'ddr4',
      gib: 8,
      megatransfers: 3200,
    });
    const screen = await JobScreenHarness.of(MatchCompanions, jobAt('match').job, {
      models: [of],
      drives: shelf,
      parts: [module],
    });
    (screen.fixture.componentInstance as unknown as { fill(at: number, id: string): void }).fill(1, 'm8');
    await screen.settle();
    expect(screen.element.textContent).toContain('8 GiB in all');
    TestBed.inject(JobDesk).give(screen.job, { type: 'note', text: 'the lid creaks', stepId: null });
    await screen.settle();
    expect(screen.element.textContent).toContain('8 GiB in all');
  });

  it('lets what is seen in the place stand before what the model says is in it, both ways and back', async () => {
    const full = await matching();
    expect(text(full, '.in-it')).toContain('In it, by the model: ');
    await full.press('It is empty');
    expect(full.job.looks['m2-a']).toEqual({ fitted: 'empty' });
    expect(text(full, '.in-it')).toContain('Looked at here: it is empty.');
    await full.press('Not so: it holds a drive');
    expect(text(full, '.in-it')).toContain('In it, by the model: ');
    TestBed.resetTestingModule();
    const empty = await matching({ fitted: null });
    expect(text(empty, '.in-it')).toContain('Nothing is in it, by the model.');
    await empty.press('It holds a drive');
    expect(empty.job.looks['m2-a']).toEqual({ fitted: 'holds-one' });
    expect(text(empty, '.in-it')).toContain('Looked at here: it holds a drive.');
  });

  it('asks one look and sees the verdict change', async () => {
    const screen = await matching({ screwState: 'not-looked' });
    await screen.key('m');
    expect(document.body.textContent).toContain('Is the mounting screw there?');
    await screen.press('not there');
    expect(screen.job.looks['m2-a']).toEqual({ screwState: 'missing' });
    expect(text(screen, 'p-match-proof')).toContain('a screw');
  });

  it('measures the slot as well as the drive', async () => {
    const screen = await matching({ coverAt: { mm: 5.2, plusMinusMm: 0.5, from: 'ruler' } });
    expect(text(screen, 'h1')).toContain('Cannot say yet.');
    await screen.key('m');
    await screen.type('#reading', '5,4');
    await screen.press('Keep this reading');
    expect(screen.job.looks['m2-a']).toMatchObject({ coverAt: { mm: 5.4, from: 'callipers' } });
    expect(text(screen, 'h1')).toContain('Fits');
  });

  it('settles the variant before it says anything of the slot', async () => {
    const made = {
      ...fen([slot()]),
      variants: {
        ask: 'Has it a second grille?',
        of: [variant('plain', 'one grille', []), variant('graphics', 'two grilles', ['m2-a'])],
      },
    };
    const screen = await matching({}, ['technician'], {
      ...made,
      places: [...made.places, slot({ id: 'm2-b', label: 'second socket' })],
    });
    expect(text(screen, '.because')).toContain('Has it a second grille?');
    await screen.key('m');
    await screen.press('one grille');
    expect(screen.job.variantId).toBe('plain');
    expect(text(screen, 'h1')).toContain('Fits');
  });

  it('compares two drives side by side, and says which is better of each', async () => {
    const screen = await matching();
    await screen.key('c');
    await screen.key('ArrowDown');
    await screen.key('c');
    const table = text(screen, 'p-match-compare');
    expect(table).toMatch(/Verdict.*Price.*/);
    expect(screen.element.querySelectorAll('p-match-compare thead th')).toHaveLength(3);
    expect(screen.element.querySelector('p-match-compare .best')).not.toBeNull();
  });

  it('does not let a technician take it against the verdict', async () => {
    const hand = await matching({ claimedLimitGb: 500 });
    await hand.key('o');
    expect(text(hand, 'p-match-proof')).toContain('Only a lead takes a drive against the verdict.');
    expect(mainDrive(hand.job)).toBeNull();
  });

  it('lets a lead do so, with a reason that is kept', async () => {
    const lead = await matching({ claimedLimitGb: 500 }, ['technician', 'lead']);
    await lead.key('o');
    await lead.type('#override-reason', 'short');
    await lead.press(/^\s*Take it all the same\s*$/);
    expect(document.body.textContent).toContain('Say why, in a sentence');
    await lead.type('#override-reason', 'The customer has one like it at home.');
    await lead.press(/^\s*Take it all the same\s*$/);
    expect(mainDrive(lead.job)).toMatchObject({
      override: 'The customer has one like it at home.',
      verdict: { outcome: 'unknown' },
    });
  });

  it('does not let even a lead force what does not go in', async () => {
    const screen = await matching({ key: 'B' }, ['lead']);
    await screen.key('o');
    await screen.type('#override-reason', 'It will surely go in somehow.');
    await screen.press(/^\s*Take it all the same\s*$/);
    expect(mainDrive(screen.job)).toBeNull();
    expect(document.body.textContent).toContain('No reason makes it go in');
  });

  it('counts an adapted plate in, once a lead has approved it', async () => {
    const screen = await matching({}, ['technician', 'lead']);
    await screen.press('Adapted');
    await screen.type('#adapted-label', 'copper strip');
    await screen.type('#adapted-thick', '0,3');
    await screen.press('Put it on the job');
    expect(screen.job.adapted).toMatchObject({ label: 'copper strip', approved: null });
    await screen.key('t');
    expect(mainDrive(screen.job)).toBeNull();
    await screen.press('Approve it');
    expect(screen.job.adapted?.approved).not.toBeNull();
    expect(text(screen, 'p-match-proof')).toMatch(/Height.*\+0\.12/);
  });

  it('says which slot to use, and keeps the old drive in sight', async () => {
    const made = fen([slot(), slot({ id: 'm2-b', label: 'second socket', fitted: null })]);
    const screen = await matching({}, ['technician'], made);
    await screen.press('Slots');
    expect(text(screen, 'p-match-ways')).toMatch(/comes out.*second socket.*stays/);
  });
});

const variant = (id: string, answer: string, without: string[]) => ({ id, answer, without, places: [] });
