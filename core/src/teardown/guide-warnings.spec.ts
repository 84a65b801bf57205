import { GuideSchema, ScrewSchema, type Operation } from '../hardware/index.js';
import { m2Slot, model, operation } from '../testing/samples.js';
import { guideWarnings } from './guide-warnings.js';

const of = (operations: Operation[], reach = [operations.at(-1)!.id]) =>
  guideWarnings({ guide: GuideSchema.parse({ ...model().guide, operations }), places: [m2Slot({ reach })] });
const cover = (own: Parameters<typeof operation>[0]) =>
  operation({ takes: [{ key: 'cover', kind: 'part', verb: 'Off', label: 'cover' }], ...own });
const hidden = (after: string[][]) =>
  operation({
    id: 'screw',
    after,
    takes: [
      {
        key: 's',
        kind: 'screw',
        label: 'M2 × 4',
        screw: ScrewSchema.parse({ thread: 'M2', lengthMm: 4, head: 'pan', bit: 'PH0' }),
        holes: [{ xMm: 1, yMm: 1 }],
        hiddenUnder: 'foot',
      },
    ],
  });
const foot = operation({ id: 'foot', takes: [{ key: 'foot', kind: 'part', verb: 'Off', label: 'foot' }] });
const lead = operation({
  id: 'lead',
  takes: [{ key: 'l', kind: 'lead', verb: 'Unplugged', label: 'cover lead', ties: 'cover' }],
});

it('says nothing of a guide that is whole', () =>
  expect(of([foot, hidden([['foot']]), lead, cover({ id: 'cover', after: [['lead']] })])).toEqual([]));

it('names a cycle once, as what stops it, before everything else', () => {
  const warnings = of([
    cover({ id: 'cover', after: [['b']], mirror: null }),
    operation({ id: 'b', after: [['cover']] }),
  ]);
  expect(warnings[0]).toMatchObject({ code: 'circle', stops: true });
  expect(warnings[0]!.sentence).toContain("'cover', 'b'");
  expect(warnings.filter((one) => one.stops)).toHaveLength(1);
  expect(warnings[1]).toMatchObject({ code: 'never-refitted', stops: false });
});

it('is ready at every key press, also for the largest guide there is', () => {
  const chain = Array.from({ length: 120 }, (_, at) =>
    operation({ id: `op-${at}`, after: at === 0 ? [] : [[`op-${at - 1}`], ['op-0']] }),
  );
  const began = performance.now();
  for (let times = 0; times < 5; times++) expect(of(chain)).toEqual([]);
  // Planning each of its operations would take minutes; the bound is only there to tell the two apart.
  expect(performance.now() - began).toBeLessThan(5000);
});

it('finds a screw that is freed by nothing, or only perhaps', () => {
  expect(of([hidden([])])[0]).toMatchObject({ code: 'freed-by-nothing', operationIds: ['screw'] });
  expect(of([foot, hidden([])])[0]).toMatchObject({ code: 'freed-too-late' });
  // An alternative that leaves the foot on leaves the screw hidden.
  expect(of([foot, operation({ id: 'other' }), hidden([['foot'], ['other']])])[0]).toMatchObject({
    code: 'freed-too-late',
  });
});

it('finds a lead that is still on when a cover lifts, however far apart they are', () => {
  expect(of([lead, cover({ id: 'cover' })])[0]).toMatchObject({
    code: 'lead-still-on',
    operationIds: ['cover'],
  });
  const between = operation({ id: 'between', after: [['lead']] });
  expect(of([lead, between, cover({ id: 'cover', after: [['between']] })])).toEqual([]);
  expect(of([lead])[0]).toMatchObject({ code: 'ties-nothing' });
});

it('finds what is never refitted, and two groups on one place', () => {
  expect(of([cover({ id: 'cover', mirror: null })])[0]!.sentence).toContain('has no way back');
  const twice = (id: string) => ({ ...hidden([['foot']]), id });
  expect(of([foot, twice('one'), twice('two')]).map((one) => one.code)).toContain('same-place');
});
