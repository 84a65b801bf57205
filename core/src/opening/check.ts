import {
  placesOf,
  type Guide,
  type MachineModel,
  type MachinePlace,
  type Operation,
  type StartNeeds,
} from '../hardware/index.js';
import type { OpeningAnswer, OpeningStep } from './answer.js';
import { policyOf, type OpeningCase, type OpeningChange } from './case.js';

/** A rule of an opening that a plan breaks: its number, the step, and what is wrong there. */
export interface BrokenRule {
  readonly rule: 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 | 9 | 10;
  readonly step: number | null;
  readonly say: string;
}

/**
 * Walks a planned opening step by step and says what must not be. It is written apart from the planner and
 * reads nothing of it: what both take for true is the guide, what was found, and the changes.
 *
 * 1. Nothing is taken that is not there; nothing is put back that was not taken or is no thing of a change.
 * 2. Nothing is taken from a place that is empty. 3. At the end everything is back, or left over by a change.
 * 4. Down, what comes first is done first; up, a thing goes back when all that lies beneath it is done.
 * 5. Inside: mains out, battery off and drained, unless the step is live. 6. At a start all it needs is in.
 * 7. The battery goes on after the last metal tool inside. 8. What was unplugged is plugged, or tied away.
 * 9. What opening uses up is laid on anew by some step. 10. One that is planned half-way begins with what was
 * done, and asks no more for what does not come.
 */
export function checkOpening(asked: OpeningCase, model: MachineModel, answer: OpeningAnswer): BrokenRule[] {
  return new Check(asked, model, answer).broken();
}

class Check {
  private readonly found: BrokenRule[] = [];
  private readonly operations: ReadonlyMap<string, Operation>;
  private readonly places: ReadonlyMap<string, MachinePlace>;
  private readonly changes: ReadonlyMap<string, OpeningChange>;
  private readonly done = new Set<string>();
  /** What lies outside, with the operation that took it. */
  private readonly out = new Map<string, { step: OpeningStep; isLead: boolean }>();
  /** Operations that took something. */
  private readonly took = new Set<string>();
  private readonly fromChanges = new Set<string>();
  /** Places that were empty and hold something by now. */
  private readonly filled = new Set<string>();
  /** Its plug serves it, also where no guide says so. */
  private readonly onlyBattery: string | null;
  private mains: 'in' | 'out' = 'in';
  private battery: OpeningStep['state']['battery'];
  private batteryBack = false;
  private readonly touched = new Set<string>();
  /** The last step that was done before it was planned anew. */
  private begun = 0;
  /** Changes whose own thing went in. */
  private readonly brought = new Set<string>();

  constructor(
    private readonly asked: OpeningCase,
    private readonly model: MachineModel,
    private readonly answer: OpeningAnswer,
  ) {
    this.operations = new Map(model.guide.operations.map((one) => [one.id, one]));
    this.places = new Map(placesOf(model, asked.variant).map((one) => [one.id, one]));
    this.changes = new Map(asked.changes.map((one) => [one.id, one]));
    const batteries = [...this.places.values()].filter(({ kind }) => kind === 'battery');
    this.onlyBattery = batteries.length === 1 ? (batteries[0]?.id ?? null) : null;
    const powered =
      batteries.length > 0
        ? batteries.some(({ id }) => asked.found[id] !== 'empty')
        : model.guide.operations.some(({ role }) => SWITCHES.has(role));
    this.battery = powered ? 'on' : 'none';
  }

  broken(): BrokenRule[] {
    this.beginsAsWalked();
    for (const step of this.answer.steps) this.walk(step);
    this.atTheEnd();
    this.laidOn();
    return this.found;
  }

  private say(rule: BrokenRule['rule'], step: OpeningStep | null, words: string): void {
    this.found.push({ rule, step: step?.n ?? null, say: words });
  }

  private walk(step: OpeningStep): void {
    const operation = step.operation === null ? null : this.operations.get(step.operation);
    if (operation === undefined) return this.say(1, step, `The guide has no operation '${step.operation}'.`);
    if (operation && !this.isOfVariant(operation))
      this.say(1, step, `'${operation.id}' is a step of another variant.`);
    this.stateSaid(step);
    this.power(step, operation);
    if (step.change !== null) this.touched.add(step.change);
    if (step.does === 'start') this.atStart(step);
    for (const name of step.takes) this.taken(step, operation, name);
    for (const name of step.puts) this.put(step, name);
    if (operation) this.moved(step, operation);
    this.powerAfter(step);
  }

  /** In the order of the hands; a wait may lie between. */
  private beginsAsWalked(): void {
    const { walked, cannot } = this.asked;
    const { steps } = this.answer;
    const done = steps.filter(({ own }) => own !== 'drain' && own !== 'mains').slice(0, walked.length);
    const other = walked.findIndex((one, at) => !isStepOf(one, done[at]));
    if (other >= 0)
      return this.say(10, done[other] ?? null, `Step ${other + 1} of what was done is not in it.`);
    this.begun = walked.length === 0 ? 0 : (done.at(-1)?.n ?? 0);
    for (const step of steps)
      if (step.n > this.begun && step.takes.length > 0 && cannot.includes(step.operation ?? ''))
        this.say(10, step, `'${step.operation}' does not come.`);
  }

  private stateSaid({ state, ...step }: OpeningStep): void {
    const { mains, battery } = this;
    if (state.mains === mains && state.battery === battery) return;
    const words = `It says mains ${state.mains}, battery ${state.battery}; they are ${mains}, ${battery}.`;
    this.say(5, { state, ...step }, words);
  }

  private powerAfter(step: OpeningStep): void {
    // Of a guide that names none.
    if (step.own === 'mains') this.mains = step.takes.length > 0 ? 'out' : 'in';
    if (step.does === 'wait' && this.battery === 'off') this.battery = 'drained';
    // A start charges what had run out.
    if (step.does === 'start' && this.battery === 'drained') this.battery = 'off';
  }

  private taken(step: OpeningStep, operation: Operation | null, name: string): void {
    if (this.out.has(name)) this.say(1, step, `${name} is out already.`);
    // Before anybody saw that it is empty, its screw may have come out.
    const seen = step.n > this.begun;
    if (seen && step.place !== null && this.isEmpty(step.place) && !this.fromChanges.has(name))
      this.say(2, step, `${name} is taken from a place that is empty.`);
    if (operation) this.took.add(operation.id);
    // In the order of the guide, unless the step takes another number of things.
    const things = operation?.takes ?? [];
    const thing = things.length === step.takes.length ? things[step.takes.indexOf(name)] : undefined;
    this.out.set(name, { step, isLead: thing?.kind === 'lead' });
  }

  private put(step: OpeningStep, name: string): void {
    const change = step.change === null ? undefined : this.changes.get(step.change);
    if (this.out.delete(name)) {
      if (change && step.place === change.to) this.brought.add(change.id);
      return;
    }
    if (!change) return this.say(1, step, `${name} goes in, and never came out.`);
    if (this.fromChanges.has(name)) return this.say(1, step, `${name} goes in a second time.`);
    if (change.extras.some(({ label }) => label === name)) return void this.fromChanges.add(name);
    const own = isOwnOf(change, name);
    // Into a place that was empty go the screws that hold it, too.
    if (!own && ![change.place, change.to ?? ''].some((one) => this.isEmpty(one)))
      this.say(1, step, `${name} is no thing of the change '${change.id}'.`);
    this.fromChanges.add(name);
    if (own) this.brought.add(change.id);
    if (step.place !== null) this.filled.add(step.place);
  }

  /** Whether the order is one that the guide allows, and what its doing switches. */
  private moved(step: OpeningStep, operation: Operation): void {
    const goesOut = step.takes.length > 0 || (step.puts.length === 0 && !this.done.has(operation.id));
    if (goesOut) {
      if (!this.stands(operation, this.done))
        this.say(4, step, `'${operation.id}' comes before what the guide wants done first.`);
      this.done.add(operation.id);
    } else {
      this.done.delete(operation.id);
      // Power is no thing that lies over another: rules 5 to 7 say when it may be on.
      if (operation.role === null) this.nothingBeneath(step, operation);
    }
    this.switched(operation, goesOut);
  }

  private nothingBeneath(step: OpeningStep, operation: Operation): void {
    for (const id of this.done) {
      const other = this.operations.get(id);
      if (other && other.mirror !== null && !this.isSettled(id) && !this.stands(other, this.done))
        this.say(4, step, `'${operation.id}' goes back while '${id}' is still open beneath it.`);
    }
  }

  private switched({ role }: Operation, goesOut: boolean): void {
    if (role === 'mains') this.mains = goesOut ? 'out' : 'in';
    if (role !== 'battery' && role !== 'cut-off') return;
    this.battery = goesOut ? 'off' : 'on';
    this.batteryBack = !goesOut;
  }

  /** All that it took stays out for good, or went in somewhere else. */
  private isSettled(id: string): boolean {
    const mine = [...this.out].filter(([, { step }]) => step.operation === id).map(([name]) => name);
    return this.took.has(id) && mine.every((name) => this.answer.leftOver.some((one) => one.thing === name));
  }

  /** Whether one of its alternatives is done; what only serves an empty place counts as done. */
  private stands({ after }: Operation, done: ReadonlySet<string>): boolean {
    const met = (id: string): boolean => done.has(id) || this.servesNothing(id) || this.isElsewhere(id);
    return after.length === 0 || after.some((all) => all.every(met));
  }

  /** A step that this variant does not have holds nothing up. */
  private isElsewhere(id: string): boolean {
    const operation = this.operations.get(id);
    return operation !== undefined && !this.isOfVariant(operation);
  }

  private servesNothing(id: string): boolean {
    const operation = this.operations.get(id);
    const place = operation?.place ?? (operation?.role === 'battery' ? this.onlyBattery : null);
    return place !== null && this.isEmpty(place) && !this.filled.has(place);
  }

  private power(step: OpeningStep, operation: Operation | null): void {
    const inside = operation ? this.isInside(operation) : step.inside;
    if (inside !== step.inside) this.say(5, step, `It is ${inside ? '' : 'not '}inside the machine.`);
    if (inside && step.does !== 'wait' && !(operation && SWITCHES.has(operation.role)))
      this.handsInside(step, operation);
  }

  private handsInside(step: OpeningStep, operation: Operation | null): void {
    if (this.mains === 'in') this.say(5, step, 'Hands are inside, and the mains lead is in.');
    if (step.live && this.mayBeLive(operation)) return;
    if (!this.hasNoPower()) this.say(5, step, `Hands are inside, and the battery is ${this.battery}.`);
    if (this.batteryBack && operation && isMetal(operation))
      this.say(7, step, 'Steel inside, and the battery is on again.');
  }

  private isInside = ({ inside, layer }: Operation): boolean =>
    inside ?? depth(this.model.guide, layer) > shell(this.model.guide);

  /** As the guide says, or on the way to the battery's own plug: no other step is done in power. */
  private mayBeLive(operation: Operation | null): boolean {
    if (!operation || operation.live) return operation !== null;
    const leading = new Set<string>();
    const visit = (id: string): void => {
      if (leading.has(id)) return;
      leading.add(id);
      this.operations.get(id)?.after.flat().forEach(visit);
    };
    for (const one of this.operations.values()) if (SWITCHES.has(one.role)) visit(one.id);
    return leading.has(operation.id);
  }

  /** As far as the workshop asks for it. */
  private hasNoPower(): boolean {
    const always = policyOf(this.asked.policy).unplugBattery === 'always';
    return !always || this.battery === 'none' || this.battery === 'drained';
  }

  private atStart(step: OpeningStep): void {
    const { start } = this.model.guide;
    if (this.mains === 'out' && this.battery !== 'on') this.say(6, step, 'It has no power to start with.');
    const isOpen = this.answer.starts.find((one) => one.afterStep === step.n - 1)?.round !== null;
    if (isOpen && start) this.asTheStartNeeds(step, start);
    for (const id of start?.back ?? [])
      if (this.done.has(id)) this.say(6, step, `A start needs what '${id}' took out.`);
    if (start === null && this.out.size > this.forGood().length)
      this.say(6, step, 'The guide does not say that it can be started open.');
    this.copiesAt(step);
  }

  private asTheStartNeeds(step: OpeningStep, { power, side }: StartNeeds): void {
    if (power === 'mains' && this.mains === 'out') this.say(6, step, 'A start needs the mains.');
    if (power === 'battery' && this.battery !== 'on' && this.battery !== 'none')
      this.say(6, step, 'A start needs the battery.');
    if (side && step.side !== side) this.say(6, step, `For a start it lies ${side}.`);
  }

  /** Both copies of a drive at one start: which one the machine takes, nobody knows, and it may harm both. */
  private copiesAt(step: OpeningStep): void {
    for (const { id, copyOf, place } of this.asked.changes) {
      if (copyOf === undefined || copyOf === place || !this.brought.has(id) || this.isEmpty(copyOf)) continue;
      const parted = this.asked.changes.some((one) => one.place === copyOf && this.partedBy(one));
      if (!parted) this.say(6, step, `The drive in '${copyOf}' and its copy ('${id}') are both attached.`);
    }
  }

  /** Whether this change has by now taken its drive out, or the power from it. */
  private partedBy({ id, kind, place }: OpeningChange): boolean {
    if (kind === 'leave-unplugged')
      return [...this.out.values()].some(({ step, isLead }) => isLead && step.place === place);
    return PARTS.has(kind) && this.touched.has(id);
  }

  private isOfVariant = ({ variants }: Operation): boolean =>
    this.asked.variant === null || variants.length === 0 || variants.includes(this.asked.variant);

  /** What is charged for at the place of a change, and what a cooler is opened for. */
  private laidOn(): void {
    const laid = new Set(this.answer.steps.flatMap((one) => one.lays));
    for (const { id, place } of this.asked.changes) {
      const at = this.places.get(place);
      for (const { kind, label } of at && 'usedUp' in at ? at.usedUp : [])
        if (!laid.has(kind)) this.say(9, null, `${label} is charged with '${id}', and no step lays it on.`);
    }
  }

  private forGood = (): string[] =>
    [...this.out.keys()].filter((name) => this.answer.leftOver.some((one) => one.thing === name));

  private atTheEnd(): void {
    const left = new Map(this.answer.leftOver.map((one) => [one.thing, one]));
    for (const [name, { step, isLead }] of this.out) {
      const why = left.get(name);
      if (!why) this.say(isLead ? 8 : 3, step, `${name} is still out, and no change leaves it so.`);
      else if (!this.changes.has(why.change)) this.say(3, step, `${name} is left over by no change.`);
    }
    for (const one of this.answer.leftOver)
      if (!this.out.has(one.thing) && this.changes.get(one.change)?.kind !== 'leave-unplugged')
        this.say(3, null, `${one.thing} is said to be left over, and is in the machine.`);
    for (const { id, kind } of this.asked.changes) {
      if (!this.touched.has(id)) this.say(3, null, `Nothing is done for the change '${id}'.`);
      if (GOES_IN.has(kind) && !this.brought.has(id))
        this.say(3, null, `Nothing goes in for the change '${id}'.`);
    }
  }

  /** As it was found, and before anything of a change went in. */
  private isEmpty(placeId: string): boolean {
    const place = this.places.get(placeId);
    const found = this.asked.found[placeId];
    if (!place) return false;
    if (found === 'empty') return true;
    if (found !== undefined && found !== 'as-guide' && found !== 'nobody-looked') return false;
    if ('fitted' in place) return place.fitted === null;
    return place.kind === 'memory' && found === 'as-guide' && place.fittedGib === 0;
  }
}

/** Kinds of changes that end with something in a place. */
const GOES_IN: ReadonlySet<OpeningChange['kind']> = new Set([
  'replace-drive',
  'add-drive',
  'move-drive',
  'memory',
  'battery',
  'wireless',
  'cooling',
]);

/** Kinds that part a machine from the drive of their place. */
const PARTS: ReadonlySet<OpeningChange['kind']> = new Set(['replace-drive', 'take-out-drive', 'move-drive']);

/** Whether a step is what was done. */
function isStepOf(one: OpeningCase['walked'][number], step: OpeningStep | undefined): boolean {
  if (!step) return false;
  return typeof one === 'string'
    ? step.operation === one && step.puts.length === 0
    : step.own === one.own && step.change === one.change;
}

const isMetal = ({ metal, takes }: Operation): boolean => metal ?? takes.some(({ kind }) => kind === 'screw');

const SWITCHES: ReadonlySet<Operation['role']> = new Set(['battery', 'cut-off']);

/** Whether it is what the change brings; two alike are told apart by their changes. */
function isOwnOf({ id, drive, part }: OpeningChange, name: string): boolean {
  const own = drive ?? part;
  return own === undefined || name === own || name === `${own} (${id})`;
}

const depth = ({ layers }: Guide, layer: string): number => layers.findIndex((one) => one.id === layer);

/** The outermost layer that has screws. */
function shell(guide: Guide): number {
  const screwed = guide.operations.filter(({ takes }) => takes.some(({ kind }) => kind === 'screw'));
  return screwed.reduce(
    (least, one) => Math.min(least, depth(guide, one.layer)),
    screwed.length > 0 ? guide.layers.length : 0,
  );
}
