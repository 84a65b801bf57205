import { isDrivePlace, type MachineModel } from '../hardware/index.js';
import { asked, broken, modelOf, models, planned } from '../testing/demo-openings.js';
import { smallOpening } from '../testing/openings.js';
import type { OpeningAnswer } from './answer.js';
import type { OpeningCase } from './case.js';
import { checkOpening } from './check.js';
import { planOpening } from './plan-opening.js';

/** Operations taken before anything goes in, in the order of the plan. */
const downOf = ({ steps }: OpeningAnswer): string[] => {
  const firstIn = steps.findIndex((one) => one.does === 'put' || one.does === 'start' || one.own === 'look');
  return steps
    .slice(0, firstIn < 0 ? undefined : firstIn)
    .flatMap(({ operation, own, puts }) =>
      operation !== null && own === null && puts.length === 0 ? [operation] : [],
    );
};

/** The rest, planned anew from every step of the way in. */
function fromEveryStep(
  one: OpeningCase,
  model: MachineModel,
  anew: (halfWay: OpeningCase, next: string | undefined) => OpeningCase,
): { faults: string[]; said: string[]; answers: OpeningAnswer[] } {
  const whole = planOpening(one, model);
  if (!whole.ok) throw new Error(whole.problem);
  const down = downOf(whole);
  const found = { faults: [] as string[], said: [] as string[], answers: [] as OpeningAnswer[] };
  for (let done = 1; done <= down.length; done++) {
    const half = anew({ ...one, walked: down.slice(0, done) }, down[done]);
    const answer = planOpening(half, model);
    if (!answer.ok) {
      found.said.push(answer.problem);
      continue;
    }
    found.answers.push(answer);
    for (const { rule, step, say } of checkOpening(half, model, answer))
      found.faults.push(`${model.id} after ${done}: rule ${rule} at ${step}: ${say}`);
  }
  return found;
}

const driveCases = models.flatMap((model) =>
  model.places.flatMap((place) =>
    isDrivePlace(place) && place.kind !== 'soldered' && place.reach.length > 0
      ? [
          [
            model,
            place.id,
            asked(model.id, [{ id: 'c1', kind: 'replace-drive', place: place.id, drive: 'a new drive' }], {
              found: { [place.id]: { holds: { label: 'what is there' } } },
            }),
          ] as const,
        ]
      : [],
  ),
);

describe('an opening planned anew, half-way', () => {
  it('is the same where nothing is new', () => {
    const faults: string[] = [];
    for (const [model, , one] of driveCases) {
      const { minutes } = planned(one);
      const half = fromEveryStep(one, model, (same) => same);
      faults.push(...half.faults, ...half.said);
      for (const answer of half.answers)
        if (answer.minutes > minutes + 0.01 || answer.lowerBound > minutes + 0.01)
          faults.push(`${model.id}: ${answer.minutes} min, bound ${answer.lowerBound}, was ${minutes}`);
    }
    expect(faults.slice(0, 5)).toEqual([]);
  });

  it('closes the machine as it was, from every step', () => {
    const faults: string[] = [];
    for (const [model, , one] of driveCases) {
      const half = fromEveryStep(one, model, (same) => ({ ...same, changes: [] }));
      faults.push(...half.faults, ...half.said);
      for (const { steps, leftOver, starts } of half.answers)
        if (leftOver.length + starts.length > 0 || steps.some((step) => step.change !== null))
          faults.push(`${model.id}: something is changed, or tried`);
    }
    expect(faults.slice(0, 5)).toEqual([]);
  });

  it('adds where the place was found empty, and speaks of no old drive', () => {
    const faults: string[] = [];
    for (const [model, placeId, one] of driveCases) {
      const own = model.guide.operations.filter(
        ({ takes, place }) =>
          place === placeId || (place === null && takes.some(({ kind }) => kind === 'drive')),
      );
      const half = fromEveryStep(one, model, (same) => {
        const isOut = own.some(
          ({ id, takes }) =>
            same.walked.includes(id) && takes.some(({ kind }) => kind === 'drive' || kind === 'part'),
        );
        // What was taken out of it was there.
        if (isOut) return { ...same, changes: [] };
        return {
          ...same,
          found: { [placeId]: 'empty' },
          changes: same.changes.map((change) => ({ ...change, kind: 'add-drive' as const })),
        };
      });
      faults.push(...half.faults, ...half.said);
      for (const { steps } of half.answers)
        if (steps.some(({ takes }) => takes.includes('what is there')) && half.faults.length > 0)
          faults.push(`${model.id}: an old drive is taken`);
    }
    expect(faults.slice(0, 5)).toEqual([]);
  });

  it('asks for no plug of a battery that turns out not to be there', () => {
    const faults: string[] = [];
    let asked = 0;
    for (const [model, , one] of driveCases) {
      const battery = model.places.find(({ kind }) => kind === 'battery');
      if (!battery) continue;
      const plugs = model.guide.operations.filter(({ role }) => role === 'battery').map(({ id }) => id);
      const half = fromEveryStep(one, model, (same) =>
        // Unplugged already, it was there.
        same.walked.some((id) => plugs.includes(id as string))
          ? same
          : { ...same, found: { ...same.found, [battery.id]: 'empty' } },
      );
      faults.push(...half.faults, ...half.said);
      for (const { steps } of half.answers)
        if (steps.every(({ state }) => state.battery === 'none')) {
          asked++;
          for (const { operation } of steps)
            if (plugs.includes(operation ?? '')) faults.push(`${model.id}: '${operation}' is asked for`);
        }
    }
    expect(faults.slice(0, 5)).toEqual([]);
    expect(asked).toBeGreaterThan(20);
  });

  it('leads around what does not come, or says that nothing does', () => {
    const faults: string[] = [];
    let around = 0;
    for (const [model, , one] of driveCases) {
      const half = fromEveryStep(one, model, (same, next) => ({ ...same, cannot: next ? [next] : [] }));
      faults.push(...half.faults);
      around += half.answers.length;
      for (const words of half.said)
        if (!/nobody reaches|close the machine again|mains lead/.test(words))
          faults.push(`${model.id}: ${words}`);
    }
    expect(faults.slice(0, 5)).toEqual([]);
    expect(around).toBeGreaterThan(0);
  });

  it('holds on small invented machines with other ways in, states and starts', () => {
    const faults: string[] = [];
    let around = 0;
    for (let seed = 1; seed <= 120; seed++) {
      const { asked: one, model } = smallOpening(3 + (seed % 4), seed);
      if (!planOpening(one, model).ok) continue;
      for (const anew of [
        (same: OpeningCase) => same,
        (same: OpeningCase) => ({ ...same, changes: [] }),
        (same: OpeningCase, next: string | undefined) => ({ ...same, cannot: next ? [next] : [] }),
      ]) {
        const half = fromEveryStep(one, model, anew);
        faults.push(...half.faults.map((fault) => `${seed}: ${fault}`));
        around += half.answers.length;
      }
    }
    expect(faults.slice(0, 5)).toEqual([]);
    expect(around).toBeGreaterThan(500);
  });

  it('is refused in words where it makes no sense', () => {
    const [model, , one] = driveCases[0]!;
    const say = (own: Partial<OpeningCase>): string => {
      const answer = planOpening({ ...one, ...own }, model);
      return answer.ok ? 'planned' : answer.problem;
    };
    expect(say({ walked: ['no-such'] })).toContain("no operation 'no-such'");
    expect(say({ changes: [] })).toContain('at least one change');
    const [first = ''] = downOf(planned(one));
    expect(say({ walked: [first, first] })).toContain('done twice');
    expect(say({ walked: [{ change: 'who', own: 'old' }] })).toContain("No change 'who'");
  });

  it('is no opening to the checker where it forgets what was done', () => {
    const one = asked('tarnwell-fen-15-s', [
      { id: 'c1', kind: 'add-drive', place: 'm2-b', drive: 'pellow-p3-1tb' },
    ]);
    const down = downOf(planned(one));
    const half = { ...one, walked: down.slice(0, 3) };
    expect(broken(half)).toEqual([]);
    expect(broken({ ...half, walked: [...half.walked].reverse() }, planned(half)).join()).toContain('10 at');
    expect(broken({ ...half, cannot: [down[4]!] }, planned(half)).join()).toContain('does not come');
    expect(modelOf('tarnwell-fen-15-s').guide.operations.length).toBeGreaterThan(down.length);
  });
});
