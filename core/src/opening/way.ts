import type { Extra } from '../fit/index.js';
import {
  isDrivePlace,
  type MachineModel,
  type MachinePlace,
  type Operation,
  type Slot,
} from '../hardware/index.js';
import {
  stepBack,
  stepIn,
  turning,
  underPolicy,
  USUAL_POLICY,
  type Leg,
  type PlanFault,
  type Policy,
  type Start,
  type WayStep,
} from '../teardown/index.js';
import type { OpeningStep } from './answer.js';
import type { OpeningCase, OpeningChange, OpeningFound, OpeningKind } from './case.js';
import { checkOpening } from './check.js';
import { openingOf, type Opening } from './plan-opening.js';
import {
  bare,
  extraStep,
  lookedAt,
  putIn,
  staysOut,
  takenOut,
  tiedAway,
  tiedUnsaid,
  type Target,
} from './target.js';

/** An opening as it is walked, step by step. */
export interface Way {
  readonly ok: true;
  readonly steps: WayStep[];
  readonly turns: number;
  readonly toolChanges: number;
  /** Whether it can be tried once all is in, before it is closed. */
  readonly start: Start;
  /** Ids of the changes that each start tries; empty: nothing shows at a start. */
  readonly rounds: readonly (readonly string[])[];
  /** Why so many rounds, or none before it is closed: sentences. */
  readonly because: readonly string[];
}

/** What is in the machine on the bench: its places as found, and how the workshop works. */
export interface AsFound {
  readonly policy?: Policy;
  /** Drive places as found; the model's own where nobody looked. */
  readonly slots?: readonly Slot[];
  /** What is in other places; one that is not named is as the model says. */
  readonly found?: Readonly<Record<string, OpeningFound>>;
}

/** What is done already and stands open, and what does not come. */
export interface HalfWay {
  /** Operations in the order they were done; or whose old thing came out by hand: the target's id. */
  readonly walked: readonly ({ readonly operation: string } | { readonly oldOf: string })[];
  readonly cannot: readonly string[];
}
export const NOTHING_DONE: HalfWay = { walked: [], cannot: [] };

/** In and out without a start between: what a guide tells, and what an opening takes. */
export const UNTRIED: AsFound = { policy: { ...USUAL_POLICY, tryBeforeClosing: false } };

/** The whole way for one slot of the model, with the extras of the match. */
export const buildWay = (
  model: MachineModel,
  slot: Slot,
  extras: readonly Extra[],
  as: AsFound = {},
): Way | PlanFault =>
  buildOpening(model, [{ id: '', does: 'replace', place: slot, extras, thing: null, original: null }], as);

/**
 * One way in, all that is to be done, the starts between, one way out, as the hands walk it. No way is given
 * that the checker of openings finds a fault in.
 */
export function buildOpening(
  model: MachineModel,
  targets: readonly Target[],
  as: AsFound = {},
  halfWay: HalfWay = NOTHING_DONE,
): Way | PlanFault {
  const unreached = targets.find((one) => one.place.reach === null);
  if (unreached)
    return {
      ok: false,
      problem: `Nobody has noted how ${unreached.place.label} is reached: add it to the guide, or plan without it.`,
    };
  const here = withPlaces(model, [...(as.slots ?? []), ...targets.map(({ place }) => place)]);
  const asked = { ...caseOf(here, targets, as), ...doneBy(halfWay, targets) };
  const opening = openingOf(asked, here);
  if (!opening.ok) return opening;
  const [broken] = checkOpening(asked, here, opening.answer);
  if (broken)
    return {
      ok: false,
      problem: `The way that was planned breaks a rule (${broken.rule}), so it is not walked: ${broken.say} Say so to whoever keeps the guide.`,
    };
  return new Written(opening, targets, as.policy ?? USUAL_POLICY).way();
}

/**
 * A visit to look: the way in and its way back, with the same things back in. Everything that came out goes
 * back, so that the machine can wait for a part closed.
 */
export const buildScouting = (model: MachineModel, place: MachinePlace, as: AsFound = {}): Way | PlanFault =>
  buildOpening(model, [{ id: '', does: 'look', place, extras: [], thing: null, original: null }], as);

/** The model with places as they were found. */
const withPlaces = (model: MachineModel, places: readonly MachinePlace[]): MachineModel => {
  const own = new Map(places.map((place) => [place.id, place]));
  const known = model.places.map((place) => own.get(place.id) ?? place);
  const ids = new Set(known.map(({ id }) => id));
  return {
    ...model,
    places: [...known, ...[...own.values()].filter(({ id }) => !ids.has(id))],
    variants: null,
  };
};

const doneBy = (
  { walked, cannot }: HalfWay,
  targets: readonly Target[],
): Pick<OpeningCase, 'walked' | 'cannot'> => ({
  walked: walked.flatMap((one): OpeningCase['walked'] => {
    if ('operation' in one) return [one.operation];
    const at = targets.findIndex(({ id }) => id === one.oldOf);
    return at < 0 ? [] : [{ change: idAt(at), own: 'old' }];
  }),
  cannot: [...cannot],
});

/** The question for the planner; a change is named by where it stands in the list. */
function caseOf(model: MachineModel, targets: readonly Target[], as: AsFound): OpeningCase {
  return {
    format: 'opening',
    model,
    variant: null,
    found: { ...as.found, ...foundBy(targets) },
    changes: targets.map((target, at) => ({
      id: idAt(at),
      kind: kindOf(target),
      place: target.place.id,
      ...(target.thing === null ? {} : { [isDrivePlace(target.place) ? 'drive' : 'part']: target.thing }),
      extras: target.extras.flatMap(({ id, step }): OpeningChange['extras'] =>
        step
          ? [
              {
                id,
                label: null,
                drawer: '',
                title: step.title,
                when: step.when === 'before-drive' ? 'before' : 'after',
                tool: step.tool,
                minutes: step.minutes,
              },
            ]
          : [],
      ),
    })),
    policy: as.policy ?? USUAL_POLICY,
    walked: [],
    cannot: [],
  };
}

const idAt = (at: number): string => `change-${at + 1}`;

/** What a part's place holds, as far as whoever planned the change knows. */
const foundBy = (targets: readonly Target[]): Record<string, OpeningFound> =>
  Object.fromEntries(
    targets.flatMap(({ does, original, place }): [string, OpeningFound][] =>
      does === 'put' && original !== null ? [[place.id, { holds: { label: original } }]] : [],
    ),
  );

const DOES: Readonly<Record<Exclude<Target['does'], 'put'>, OpeningKind>> = {
  replace: 'replace-drive',
  add: 'add-drive',
  'take-out': 'take-out-drive',
  leave: 'leave-unplugged',
  look: 'look',
};
const PUT: Partial<Record<MachinePlace['kind'], OpeningKind>> = {
  memory: 'memory',
  battery: 'battery',
  wireless: 'wireless',
  cooler: 'cooling',
};

function kindOf({ does, place }: Target): OpeningKind {
  if (does === 'put') return PUT[place.kind] ?? 'look';
  if (!isDrivePlace(place) || (does !== 'replace' && does !== 'add')) return DOES[does];
  // Where there is nothing, nothing is replaced; beside what is there, nothing is added.
  return place.fitted === null ? 'add-drive' : 'replace-drive';
}

/** Of a guide that names no mains lead: said where one begins, and walked by no step. */
const MAINS_FIRST = 'First unplug the mains lead, and whatever else feeds it: the guide does not say where.';

const withCaution = ([first, ...rest]: readonly WayStep[], words: string): WayStep[] =>
  first ? [{ ...first, caution: [words, first.caution].filter(Boolean).join(' ') }, ...rest] : [];

/** A planned opening in the steps of a job. */
class Written {
  private readonly operations: ReadonlyMap<string, Operation>;
  private readonly deepest: string;
  private readonly last: number;
  /** How often each operation was taken, and put back. */
  private readonly times = new Map<string, number>();
  private readonly done = new Set<string>();

  constructor(
    private readonly opening: Opening,
    private readonly targets: readonly Target[],
    private readonly policy: Policy,
  ) {
    const { guide } = opening.facts.model;
    this.operations = new Map(guide.operations.map((one) => [one.id, one]));
    this.deepest = guide.layers.at(-1)?.id ?? '';
    this.last = opening.answer.rounds.length;
  }

  way(): Way {
    const { answer, facts, noStart } = this.opening;
    const walk = turning(facts.model.guide.startSide);
    // One that is only to look ends at the place: no step says so.
    const looks = this.targets.every(({ does }) => does === 'look');
    const written = answer.steps.flatMap((step) =>
      step.own === 'look' && looks ? [] : this.step(step).map((one) => walk(one)),
    );
    const tries = answer.starts.length > 0;
    const saysMains = facts.mains !== undefined && facts.isWritten(facts.mains);
    return {
      ok: true,
      steps: saysMains ? written : withCaution(written, MAINS_FIRST),
      turns: answer.turns,
      toolChanges: answer.toolChanges,
      // Where nothing shows at a start there is nothing to say of one.
      start: noStart ?? { possible: tries, because: null, out: [] },
      rounds: tries ? answer.rounds.map((round) => round.map((id) => this.target(id)?.id ?? '')) : [],
      because: answer.because,
    };
  }

  private target = (id: string | null): Target | undefined => this.targets.find((_, at) => idAt(at) === id);

  private step(step: OpeningStep): Omit<WayStep, 'turnTo'>[] {
    const operation = this.operations.get(step.operation ?? '');
    const where = this.where(step);
    if (operation) return [{ ...this.ofGuide(step, operation), ...where }];
    return this.ofChange(step).map((one) => ({ ...one, ...where }));
  }

  /** Which leg it is walked in, and before which start: after the last start one is on the way out. */
  private where({ leg, n, round, puts, does, own }: OpeningStep): { leg: Leg; round: number } {
    const started = this.opening.answer.steps.some(
      (one) => one.does === 'start' && one.round === round && one.n < n,
    );
    if (leg === 'out' || (started && round === this.last)) return { leg: 'out', round: this.last };
    const at = started ? round + 1 : round;
    const isIn = leg === 'in' || (leg === 'place' && puts.length === 0 && (does !== 'put' || own === 'old'));
    return { leg: isIn && own !== 'look' && at === 1 ? 'in' : 'swap', round: at };
  }

  private ofGuide(step: OpeningStep, operation: Operation): Omit<WayStep, 'turnTo'> {
    const isBack =
      step.puts.length > 0 || step.does === 'put' || (step.takes.length === 0 && this.done.has(operation.id));
    if (isBack) this.done.delete(operation.id);
    else this.done.add(operation.id);
    const key = `${isBack ? 'out' : 'in'}:${operation.id}`;
    const time = (this.times.get(key) ?? 0) + 1;
    this.times.set(key, time);
    const again = time > 1 ? `@${time}` : '';
    if (!isBack) {
      const inward = stepIn(underPolicy(operation, this.policy));
      const mirrorOf = inward.mirrorOf && `${inward.mirrorOf}${again}`;
      return { ...inward, id: `${inward.id}${again}`, mirrorOf, live: step.live, takes: true };
    }
    // What stays out is what came out first: taken off again for hands after a start, the new one goes back.
    const stays = time > 1 ? [] : staysOut(operation, this.targets);
    const back = stepBack({ ...operation, stays }, 'out');
    return {
      ...back,
      id: `${back.id}${again}`,
      mirrorOf: `${back.mirrorOf ?? ''}${again}`,
      live: step.live,
      takes: false,
    };
  }

  private ofChange(step: OpeningStep): Omit<WayStep, 'turnTo'>[] {
    const target = this.target(step.change);
    if (step.own === 'drain') return [this.drain(step)];
    if (!target) return [];
    switch (step.own) {
      case 'old':
        return [takenOut(target, target.original ?? step.takes[0] ?? null, this.deepest)];
      case 'thing':
        return [putIn(target, this.deepest)];
      case 'tie':
        return this.tied(target, step);
      case 'look':
        return [lookedAt(target, this.deepest)];
      case 'extra':
        return extraStep(target, step.extra, this.deepest);
      case 'lays':
        return [
          bare(this.deepest, {
            id: `swap:${target.id}:lays-${step.lays.join('-')}`,
            title: step.title,
            short: 'laid on anew',
            minutes: step.minutes,
          }),
        ];
      case 'mains':
      case 'start':
      case null:
        return [];
    }
  }

  /** By its operation: a drive may have several leads, each tied away by a step. */
  private tied(target: Target, { n }: OpeningStep): Omit<WayStep, 'turnTo'>[] {
    const own = this.opening.answer.steps.filter((one) => one.own === 'tie' && one.place === target.place.id);
    const operation = this.opening.tied(target.place.id)[own.findIndex((one) => one.n === n)];
    return [operation ? tiedAway(target, operation, this.deepest) : tiedUnsaid(target, this.deepest)];
  }

  private drain({ n, title, minutes, waitSeconds }: OpeningStep): Omit<WayStep, 'turnTo'> {
    const { layers } = this.opening.facts.model.guide;
    return bare(layers[0]?.id ?? '', {
      id: `drain:${n}`,
      title,
      short: 'drain',
      minutes,
      waitSeconds,
      waitKind: 'hold',
      role: 'drain',
    });
  }
}
