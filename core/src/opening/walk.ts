import type { Operation } from '../hardware/index.js';
import type { OpeningPolicy } from './case.js';
import type { BatteryState, OpeningLeg, OpeningStep } from './answer.js';
import { isBatteryOff, type GuideFacts } from './facts.js';

/** What a step is about, besides what the guide says of it. */
interface About {
  readonly leg: OpeningLeg;
  readonly change?: string | null;
}

type Own = Pick<OpeningStep, 'leg' | 'does' | 'title'> & {
  readonly own: NonNullable<OpeningStep['own']>;
} & Partial<
    Pick<
      OpeningStep,
      | 'change'
      | 'place'
      | 'takes'
      | 'puts'
      | 'side'
      | 'tool'
      | 'minutes'
      | 'inside'
      | 'waitSeconds'
      | 'extra'
      | 'lays'
    >
  >;

/** Hands for what no guide times (common practice, no source). */
export const START_MINUTES = 3;
export const PART_MINUTES = 1;
export const LEAD_MINUTES = 3;

/**
 * The machine while it is opened: what is done and not undone, its power, and every step that led there. It
 * takes only what is there, and undoes only what nothing beneath hangs on.
 */
export class Walk {
  readonly steps: OpeningStep[] = [];
  /** The start that the next step leads to. */
  round = 1;
  /** In the order they were done. */
  private done: Operation[] = [];
  private mains: 'in' | 'out' = 'in';
  private battery: BatteryState;
  /** What is in its place by now, by the name of what the guide has there; null: nothing. */
  private readonly instead = new Map<string, string | null>();
  /** Operations of places that hold nothing: done without a step. */
  private readonly notThere: Set<string>;

  constructor(
    private readonly facts: GuideFacts,
    private readonly policy: OpeningPolicy,
    notThere: ReadonlySet<string>,
    /** Its plug is one of the things that do not come. */
    batteryStays = false,
  ) {
    this.notThere = new Set(notThere);
    const { operations } = facts.model.guide;
    const places = [...facts.places.values()].filter(({ kind }) => kind === 'battery');
    const isIn =
      places.length > 0
        ? places.some(({ id }) => facts.occupantOf(id) !== null)
        : batteryStays || operations.some((one) => isBatteryOff(one) && !notThere.has(one.id));
    this.battery = isIn ? 'on' : 'none';
  }

  isDone = ({ id }: Pick<Operation, 'id'>): boolean => this.done.some((one) => one.id === id);
  get standing(): readonly Operation[] {
    return this.done;
  }
  /** Standing, and with something to do on the way back. */
  get open(): readonly Operation[] {
    return this.done.filter((one) => one.mirror !== null && !this.notThere.has(one.id));
  }
  /** How it lies, and what is in the hand; null: as at the beginning. */
  get side(): OpeningStep['side'] {
    return this.steps.findLast((one) => one.side !== null)?.side ?? null;
  }
  get tool(): string | null {
    return this.steps.findLast((one) => one.tool !== null)?.tool ?? null;
  }

  take(operation: Operation, { leg, change = null }: About): void {
    if (this.isDone(operation)) return;
    if (this.notThere.has(operation.id)) {
      this.done = [...this.done, operation];
      return;
    }
    const inside = this.facts.isInside(operation);
    if (inside && isInPower(operation)) this.drainFirst(leg);
    this.push(operation, {
      leg,
      does: doesOf(operation),
      change,
      place: this.facts.placeOf(operation),
      takes: this.namesNow(operation),
      title: operation.title,
      tool: operation.tool,
      minutes: operation.minutes,
      inside,
      waitSeconds: this.waitOf(operation),
    });
    this.done = [...this.done, operation];
    this.switched(operation, true);
  }

  /** From now on this is in the place of that thing; null: nothing is. */
  replace(name: string, by: string | null): void {
    this.instead.set(name, by);
  }

  /** Something new is to go where nothing was, by the step that the guide has for it. */
  bring(operation: Operation): void {
    this.notThere.delete(operation.id);
  }

  /** Undoes an operation, and before it everything that stands on it. */
  undo(operation: Operation, about: About): void {
    if (!this.isDone(operation)) return;
    const puts = this.notThere.has(operation.id) ? [] : this.namesNow(operation);
    this.lay(operation, puts, about);
  }

  /** The same with things that never came out: an added drive, with its own screws. */
  lay(operation: Operation, puts: readonly string[], about: About): void {
    // One by one: what stood on another way may stand on this one once that is undone.
    for (let over = this.overlying(operation); over; over = this.overlying(operation)) this.undo(over, about);
    this.done = this.done.filter((one) => one !== operation);
    const { mirror } = operation;
    // Nothing goes back: there is no step to walk.
    if (!mirror || (this.facts.thingsOf(operation).length > 0 && puts.length === 0)) return;
    const inside = this.facts.isInside(operation);
    if (inside && isInPower(operation)) this.drainFirst(about.leg);
    if (puts.length > 0) this.notThere.delete(operation.id);
    this.push(operation, {
      leg: about.leg,
      does: operation.role === 'mains' || operation.role === 'battery' ? 'switch' : 'put',
      change: about.change ?? null,
      place: this.facts.placeOf(operation),
      puts: [...puts],
      title: mirror.title,
      tool: mirror.tool === undefined ? operation.tool : mirror.tool,
      minutes: mirror.minutes,
      inside,
      waitSeconds: mirror.waitSeconds,
      lays: mirror.lays,
    });
    this.switched(operation, false);
  }

  /** What it took stays out for good, settled by a step of its own. */
  settle(operation: Operation): void {
    this.done = this.done.filter((one) => one !== operation);
  }

  /** Power on for a start, or off again after it; what the way stands on does not change. */
  powerFor(operation: Operation, on: boolean, change: string | null = null): void {
    const names = this.namesNow(operation);
    const { mirror } = operation;
    this.push(operation, {
      leg: 'start',
      does: 'switch',
      change,
      place: this.facts.placeOf(operation),
      takes: on ? [] : names,
      puts: on ? names : [],
      title: on ? (mirror?.title ?? operation.title) : operation.title,
      tool: on && mirror?.tool !== undefined ? mirror.tool : operation.tool,
      minutes: on ? (mirror?.minutes ?? operation.minutes) : operation.minutes,
      inside: this.facts.isInside(operation),
    });
    this.switched(operation, !on);
  }

  /** A step of a change that the guide has no operation for. */
  own(step: Own): void {
    if (step.inside) this.drainFirst(step.leg);
    this.push(null, step);
  }

  /** With power, screen and button as the guide says: on, looked at, off again. */
  start(title: string, leg: OpeningLeg, side: OpeningStep['side']): void {
    this.push(null, { leg, does: 'start', own: 'start', title, side, minutes: START_MINUTES });
    if (this.battery === 'drained') this.battery = 'off';
  }

  private namesNow = (operation: Operation): string[] =>
    this.facts.thingsOf(operation).flatMap(({ name }) => {
      const now = this.instead.get(name);
      return now === undefined ? [name] : now === null ? [] : [now];
    });

  /** Whether `one` can only be where it is while `other` is done. */
  standsOn(one: Operation, other: Operation): boolean {
    if (one.mirror === null || one.after.length === 0) return false;
    const now = new Set(this.done.map(({ id }) => id));
    const held = (done: ReadonlySet<string>): boolean =>
      one.after.some((all) => all.every((id) => done.has(id)));
    if (!held(now)) return false;
    now.delete(other.id);
    return !held(now);
  }

  private overlying(operation: Operation): Operation | undefined {
    return this.done.findLast((other) => other !== operation && this.standsOn(other, operation));
  }

  /** What a board still holds has to run out again, once the machine had power. */
  private drainFirst(leg: OpeningLeg): void {
    if (this.battery !== 'off' || this.policy.unplugBattery !== 'always') return;
    const { drainSeconds } = this.policy;
    this.push(null, {
      leg,
      does: 'wait',
      own: 'drain',
      title: `Hold the power button ${drainSeconds} s, or wait as long: what is left runs out`,
      minutes: drainSeconds / 60,
      waitSeconds: drainSeconds,
    });
    this.battery = 'drained';
  }

  private waitOf({ role, waitSeconds }: Operation): number | null {
    return role === 'drain' && waitSeconds !== null
      ? Math.max(waitSeconds, this.policy.drainSeconds)
      : waitSeconds;
  }

  private switched(operation: Operation, off: boolean): void {
    if (operation.role === 'mains') this.mains = off ? 'out' : 'in';
    if (isBatteryOff(operation)) this.battery = off ? 'off' : 'on';
    if (operation.role === 'drain' && off && this.battery === 'off') this.battery = 'drained';
  }

  /** Of a machine that no battery is known of, the guide's own word stands. */
  private isLive(inside: boolean, operation: Operation | null): boolean {
    const said = operation?.live === true;
    if (this.battery === 'none') return said;
    return this.battery === 'on' && (inside || said) && isWork(operation);
  }

  private push(operation: Operation | null, step: Omit<Own, 'own'> & Partial<Pick<Own, 'own'>>): void {
    const { inside = false, own = null, side = null } = step;
    const isAdded = operation !== null && !this.facts.isWritten(operation);
    this.steps.push({
      ...NOTHING_MORE,
      ...step,
      n: this.steps.length + 1,
      operation: operation && !isAdded ? operation.id : null,
      side: operation ? operation.side : side,
      round: this.round,
      own: isAdded ? 'mains' : own,
      live: this.isLive(inside, operation),
      inside,
      state: { mains: this.mains, battery: this.battery },
    });
  }
}

/** What most steps do without. */
const NOTHING_MORE = {
  change: null,
  place: null,
  takes: [] as string[],
  puts: [] as string[],
  tool: null,
  minutes: 0,
  waitSeconds: null,
  extra: null,
  lays: [] as OpeningStep['lays'],
};

/** What wants the power away first; what takes it away, or lets it run out, does not. */
const isInPower = ({ role }: Operation): boolean =>
  role !== 'battery' && role !== 'cut-off' && role !== 'drain';

/** Taking the power away is what it is for. */
const isWork = (operation: Operation | null): boolean => operation === null || !isBatteryOff(operation);

const SWITCHES: ReadonlySet<string> = new Set(['power-off', 'mains', 'battery', 'cut-off']);
const doesOf = ({ role }: Operation): OpeningStep['does'] =>
  role === 'drain' ? 'wait' : role !== null && SWITCHES.has(role) ? 'switch' : 'take';
