import { shippedDiagnosis } from '@petrichor/core/diagnose';
import { judge, NO_NEED, placeIn, rank, type Finding } from '@petrichor/core/fit';
import { guideHowTo, guideMarkdown, guideSheets } from '@petrichor/core/formats';
import { slotsOf, type MachineModel, type Operation, type Slot } from '@petrichor/core/hardware';
import {
  countOf,
  decide,
  evolve,
  moveThings,
  type JobCommand,
  type JobState,
  type Knowledge,
  type RecordedEvent,
  type TrayItem,
} from '@petrichor/core/job';
import { USUAL_PRICING } from '@petrichor/core/quote';
import { buildScouting, buildWay, UNTRIED, type Way } from '@petrichor/core/opening';
import { guideWarnings, USUAL_POLICY } from '@petrichor/core/teardown';
import { allJobs, DEMO_ACCOUNTS, demoDrives, demoModels, demoParts, nextDemoCommand } from './index.js';

const models = demoModels();
const drives = demoDrives();
const parts = demoParts();
const driveOf = (id: string) => drives.find((one) => one.id === id)!;

function placeOf(modelId: string, slotId: string, variant: string | null = null) {
  const model = models.find((one) => one.id === modelId)!;
  const slots = slotsOf(model, variant);
  const slot = slots.find((one) => one.id === slotId)!;
  const others = slots
    .filter((one) => one !== slot && one.fitted)
    .map((one) => ({ slotId: one.id, protocol: null }));
  return placeIn(model, slot, { parts, others, need: NO_NEED }, variant);
}
/** What is out after every step of a way, each with all it moves. */
function trayAfter({ steps }: Way): TrayItem[] {
  const walked = steps.reduce<TrayItem[]>(
    (tray, step) =>
      step.moves.reduce((sofar, thing) => moveThings(sofar, step, thing.key, countOf(thing)), tray),
    [],
  );
  return walked.filter((item) => item.out > 0);
}

const everySlot = (model: MachineModel): { slot: Slot; variant: string | null }[] =>
  (model.variants?.of.map((one) => one.id) ?? [null]).flatMap((variant) =>
    slotsOf(model, variant).map((slot) => ({ slot, variant })),
  );

describe('the demo workshop', () => {
  it('has drives over every family, and enough of everything', () => {
    expect(models.length).toBeGreaterThanOrEqual(14);
    expect(drives.length).toBeGreaterThanOrEqual(40);
    expect(parts.length).toBeGreaterThanOrEqual(60);
    expect(new Set(drives.map((one) => one.family)).size).toBe(5);
    expect(new Set(models.flatMap((model) => slotsOf(model, null).map((slot) => slot.kind)))).toEqual(
      new Set(['m2', 'msata', 'bay-2.5', 'bay-3.5', 'bay-1.8', 'soldered']),
    );
  });

  it('has a way in and out for every slot that can be reached', () => {
    for (const model of models)
      for (const { slot } of everySlot(model).filter((one) => one.slot.kind !== 'soldered')) {
        const way = buildWay(model, slot, []) as Way;
        expect([model.id, slot.id, way.ok]).toEqual([model.id, slot.id, true]);
        expect(way.steps.some((step) => step.leg === 'out')).toBe(true);
      }
  });

  it.each(models.map((model) => [model.id, model] as const))(
    '%s: the way out returns what the way in took, for every part',
    (_, model) => {
      for (const operation of model.guide.operations) {
        const slot = { ...slotsOf(model, null)[0]!, reach: [operation.id] };
        const left = (way: Way) => trayAfter(way).map((item) => item.kind);
        expect(left(buildScouting(model, slot) as Way)).toEqual([]);
        // The old drive alone stays out: another goes in.
        expect(left(buildWay(model, slot, []) as Way).filter((kind) => kind !== 'drive')).toEqual([]);
      }
    },
  );

  it('has what benches see: no drive at all, four drives in one opening, memory behind a hatch, a covered card', () => {
    const drivePlaces = models.map((model) => slotsOf(model, null).filter((one) => one.kind !== 'soldered'));
    expect(drivePlaces.some((slots) => slots.every((one) => one.fitted === null))).toBe(true);
    expect(Math.max(...drivePlaces.map((slots) => slots.length))).toBe(4);
    const four = allJobs(new Date('2031-05-05T08:00:00Z')).map(
      ({ plan = [] }) => plan.filter((one) => one.type === 'choose-drive').length,
    );
    expect(Math.max(...four)).toBe(4);
  });

  it('has guides without a warning but of screws not to be swapped, for every family of machine', () => {
    expect(models.flatMap(guideWarnings).filter((one) => one.code !== 'overlength')).toEqual([]);
    const operations = models.flatMap((model) => model.guide.operations);
    const some = (what: (operation: Operation) => boolean) => operations.filter(what).length;
    const screws = operations.flatMap((one) =>
      one.takes.flatMap((thing) => (thing.kind === 'screw' ? [thing] : [])),
    );
    expect(screws.filter((thing) => thing.captive).length).toBeGreaterThanOrEqual(2);
    expect(screws.filter((thing) => thing.hiddenUnder).length).toBeGreaterThanOrEqual(3);
    expect(
      screws.every((thing) => thing.holes.every((hole) => (hole.depthMm ?? 99) > thing.screw.lengthMm)),
    ).toBe(true);
    expect(some((one) => one.live)).toBeGreaterThanOrEqual(1);
    expect(some((one) => one.role === 'cut-off' && one.takes.length > 0)).toBe(1);
    expect(some((one) => typeof one.mirror?.waitSeconds === 'number')).toBeGreaterThanOrEqual(1);
    expect(new Set(models.map((model) => model.guide.startSide))).toEqual(
      new Set(['lid-open', 'glass-up', 'base-up']),
    );
    expect(some((one) => one.side === 'palm-rest-raised')).toBeGreaterThan(0);
  });

  it.each(models.map((model) => [model.id, model] as const))(
    '%s can be read as Markdown, linked data and pages',
    (_, model) => {
      const steps = slotsOf(model, null).reduce((sum, slot) => {
        const way = slot.reach.length > 0 && buildWay(model, slot, [], UNTRIED);
        return sum + (way && way.ok ? way.steps.length : 0);
      }, 0);
      expect(guideMarkdown(model).match(/^\d+\. \*\*/gm)).toHaveLength(steps);
      const linked = JSON.stringify(guideHowTo(model));
      expect(linked.match(/"HowToStep"/g)!.length - guideHowTo(model)['@graph'].length).toBe(steps);
      const pages = guideSheets(model, 'A4', { widthMm: (text, sizeMm) => text.length * sizeMm * 0.5 });
      const beyond = pages
        .flatMap((page) => page.strokes)
        .filter((stroke) => 'y' in stroke && stroke.y > 297 - 8);
      expect(beyond).toEqual([]);
      for (const { title } of model.guide.operations.slice(0, 3))
        expect(
          pages.some((page) =>
            page.strokes.some((stroke) => stroke.kind === 'text' && stroke.text.includes(title)),
          ),
        ).toBe(true);
    },
  );

  it('makes every rule decide something somewhere: each says of some drive that it is not simply so', () => {
    const decided = new Map<string, Set<Finding['outcome']>>();
    for (const model of models)
      for (const { slot, variant } of [
        ...everySlot(model),
        { slot: slotsOf(model, null).at(-1)!, variant: null },
      ])
        for (const need of [NO_NEED, { ...NO_NEED, wantedGb: 500, plan: 'add' as const }]) {
          const others = slotsOf(model, variant)
            .filter((one) => one.id !== slot.id)
            .map((one) => ({ slotId: one.id, protocol: null }));
          const place = placeIn(model, slot, { parts, need, others }, variant);
          for (const drive of drives)
            for (const finding of judge(place, drive).findings)
              decided.set(finding.rule, (decided.get(finding.rule) ?? new Set()).add(finding.outcome));
        }
    expect(decided.size).toBeGreaterThanOrEqual(22);
    const silent = [...decided]
      .filter(([, outcomes]) => outcomes.size === 1 && outcomes.has('fits'))
      .map(([rule]) => rule);
    // A slow slot is no misfit: this one only tells what the drive does here.
    expect(silent).toEqual(['speed']);
  });

  it('shows every kind of verdict on the shelf', () => {
    const all = rank(placeOf('tarnwell-fen-15-s', 'm2-a', 'plain'), drives).map((one) => one.verdict.outcome);
    expect(new Set(all)).toEqual(new Set(['fits', 'extras', 'unknown', 'no']));
  });
});

describe('where the obvious drive is wrong', () => {
  const verdict = (modelId: string, slotId: string, driveId: string, variant: string | null = null) =>
    judge(placeOf(modelId, slotId, variant), driveOf(driveId));

  it.each([
    [
      'a B+M stick that speaks SATA in a socket wired for NVMe',
      'tarnwell-fen-14',
      'm2-a',
      'marl-s5-1tb',
      /goes in but will not run/,
    ],
    [
      'a 15 mm mechanical drive in a laptop',
      'winslade-gannet-15',
      'bay',
      'heddle-r5-4tb',
      /Too thick by 5.1 mm/,
    ],
    [
      'an M.2 drive in an mSATA socket',
      'winslade-quarto-12',
      'msata',
      'marl-s3-256',
      /mSATA card is 30 mm wide/,
    ],
    [
      'an NVMe drive where the firmware cannot start from it',
      'ellwick-loft-14',
      'm2',
      'marl-b2-256',
      /cannot start from NVMe/,
    ],
    [
      'something longer over a post that cannot come out',
      'tarnwell-moor-16',
      'm2',
      'dunlin-e1-4tb',
      /Too large|Nothing holds/,
    ],
    [
      'a drive of the right size with the wrong plug',
      'brannock-slate-11',
      'bay',
      'corrie-d7-1tb',
      /Same size is not same plug/,
    ],
  ])('%s', (_, modelId, slotId, driveId, words) => {
    const { outcome, because } = verdict(modelId, slotId, driveId);
    expect(outcome).toBe('no');
    expect(because).toMatch(words);
  });

  it('a double-sided 4 TB drive over a shallow slot: what lies beneath it touches a coil', () => {
    const beneath = verdict('tarnwell-moor-16', 'm2', 'pellow-p3-4tb');
    expect(beneath.findings.find((one) => one.rule === 'height')).toMatchObject({
      outcome: 'no',
      sentence: expect.stringContaining('beneath'),
    });
  });

  it("a '480' after a '500': it has fewer sectors", () => {
    const place = placeOf('corvane-pane-21', 'bay');
    const cloned = judge({ ...place, need: { ...NO_NEED, cloneFromGb: 500 } }, driveOf('corrie-d7-480'));
    expect(cloned.findings.find((one) => one.rule === 'capacity')?.sentence).toContain('sectors short');
  });

  it('a post where the old, shorter drive ended', () =>
    expect(verdict('tarnwell-fen-14', 'm2-a', 'pellow-p3-1tb').extras.map((one) => one.id)).toContain(
      'move-post',
    ));

  it('nothing, where the storage is soldered', () =>
    expect(
      rank(placeOf('ostrey-kite-13', 'flash'), drives).every((one) => one.verdict.outcome === 'no'),
    ).toBe(true));
});

it('has people for every role, and jobs that name them', () => {
  const names = new Set(DEMO_ACCOUNTS.map((one) => one.signInName));
  expect(new Set(DEMO_ACCOUNTS.flatMap((one) => one.roles)).size).toBe(3);
  for (const job of allJobs(new Date('2026-04-14T10:00:00Z')))
    expect(names.has(job.takenInBy) && names.has(job.workedBy)).toBe(true);
});

describe('the demo’s jobs', () => {
  const now = new Date('2031-04-14T09:00:00Z');

  it('are about every model, and lie over the months as those of a shop do', () => {
    const all = allJobs(now);
    const seen = new Set(all.map((one) => one.intake.modelId));
    expect(models.map((one) => one.id).filter((id) => !seen.has(id))).toEqual([]);
    const months = new Set(all.map((one) => Math.floor(one.daysAgo / 30)));
    expect(months.size).toBeGreaterThanOrEqual(8);
  });

  const knowledge: Knowledge = {
    model: (id) => models.find((one) => one.id === id),
    drive: (id) => drives.find((one) => one.id === id),
    parts: () => parts,
    diagnosis: shippedDiagnosis,
    policy: () => USUAL_POLICY,
    pricing: () => USUAL_PRICING,
  };
  const by = { id: 'ines', name: 'Ines Carrow' };

  it.each(allJobs(now).map((demo) => [demo.intake.serial, demo] as const))(
    '%s is walked to where the demo shows it, and nothing on the way is refused',
    (_serial, demo) => {
      const log: RecordedEvent[] = [];
      let job: JobState | null = null;
      let at = now.getTime() - demo.daysAgo * 86_400_000;
      const record = (events: readonly RecordedEvent['event'][]) => {
        for (const event of events) {
          const one = {
            seq: log.length + 1,
            at: new Date(at).toISOString(),
            by,
            commandId: `c${log.length}`,
            event,
          };
          log.push(one);
          job = evolve(job, one);
        }
      };
      record([{ type: 'job-opened', jobId: 'job-1', number: 1, intake: demo.intake }]);
      const give = (command: JobCommand) => {
        at += 60_000;
        const decided = decide(job!, command, {
          at: new Date(at).toISOString(),
          by,
          roles: ['technician', 'lead'],
          knowledge,
        });
        if (!decided.ok) throw new Error(`${command.type}: ${decided.refusal.sentence}`);
        record(decided.events);
      };
      for (const deed of demo.deeds) give(deed);
      for (
        let left = 800, command = nextDemoCommand(demo, job!);
        command && left > 0;
        left--, command = nextDemoCommand(demo, job!)
      )
        give(command);
      expect(job!.closed === null ? job!.phase : 'closed').toBe(
        demo.closedTo === null ? demo.until : 'closed',
      );
    },
  );
});
