import { isDrivePlace, type Operation } from '../hardware/index.js';
import type { Plan, PlanFault, Start } from '../teardown/index.js';
import type { OpeningAnswer, OpeningLeg, OpeningStep } from './answer.js';
import { policyOf, type OpeningCase, type OpeningChange, type OpeningPolicy } from './case.js';
import { expected } from './expected.js';
import { GuideFacts, isBatteryOff } from './facts.js';
import { leadsAt, PUTS_IN, TAKES_OUT } from './faults.js';
import { inPowerOrder, leastTurning, orderIn, orderOut, powerOff, reachOf } from './order.js';
import { costSoFar, countOf, leastCost } from './costs.js';
import { roundsOf, sayRounds, together } from './rounds.js';
import { closingOf, noStartBecause, powerOf, sayStart } from './start-needs.js';
import { WHY_OUT } from './left-over.js';
import { LEAD_MINUTES, PART_MINUTES, START_MINUTES, Walk } from './walk.js';

/** One opening, planned: a walk over the machine that leaves its steps behind. */
export class Planner {
  noStart: Start | null = null;
  private readonly changes: readonly OpeningChange[];
  private readonly policy: OpeningPolicy;
  private readonly walk: Walk;
  /** Of the way in: what is done already, and the rest. */
  private inOrder: readonly Operation[] = [];
  /** Changes whose old thing came out by hand already. */
  private readonly oldIsOut = new Set<string>();
  private readonly because: string[] = [];
  private readonly leftOver: OpeningAnswer['leftOver'] = [];
  private readonly starts: OpeningAnswer['starts'] = [];
  /** Turns and changes of tool that no way back does without, min. */
  private leastTurning = 0;

  constructor(
    private readonly asked: OpeningCase,
    private readonly facts: GuideFacts,
    private readonly notThere: ReadonlySet<string>,
    batteryStays: boolean,
  ) {
    this.changes = asked.changes;
    this.policy = policyOf(asked.policy);
    this.walk = new Walk(facts, this.policy, notThere, batteryStays);
  }

  plan(): OpeningAnswer | PlanFault {
    this.walkedAlready();
    const done = [...this.walk.standing];
    const doneMinutes = costSoFar(this.walk, this.facts);
    const { side, tool } = this.walk;
    const rest = orderIn(this.changes, this.facts, this.policy, {
      notThere: this.notThere,
      done,
      side,
      tool,
    });
    if (!rest.ok) return rest;
    const byId = new Map(this.facts.model.guide.operations.map((one) => [one.id, one]));
    this.inOrder = [...done, ...rest.order.flatMap((id) => byId.get(id) ?? [])];
    const noStart = noStartBecause(this.changes, this.inOrder, this.facts, this.policy);
    if (noStart !== null && this.changes.length > 0) {
      this.because.push(noStart.say);
      this.noStart = noStart.start;
    }
    const rounds = noStart === null && this.changes.length > 0 ? this.rounds() : [[...this.changes]];
    for (const [at, round] of rounds.entries()) {
      this.walk.round = at + 1;
      this.reach(round, at === 0 ? 'in' : 'back-in');
      if (rounds.length === 1)
        this.leastTurning = leastTurning(this.walk, this.facts, [...this.wantedFor(round)]);
      this.change(round);
      if (noStart === null) this.tryOpen(round, at + 1);
    }
    for (const operation of orderOut(this.walk, this.facts))
      this.walk.undo(operation, { leg: 'out', change: this.changeAt(operation) });
    if (noStart !== null) this.startNow(this.changes, null, 'out');
    return this.answer(rounds, { lowerBound: rest.lowerBound + doneMinutes });
  }

  /** What hands did before it was planned anew, as they did it. */
  private walkedAlready(): void {
    const byId = new Map(this.facts.model.guide.operations.map((one) => [one.id, one]));
    const { mains } = this.facts;
    // What no guide says is out before anything else.
    if (mains && this.asked.walked.length > 0 && !this.facts.isWritten(mains))
      this.takeFor(mains, this.changes, 'in');
    for (const one of this.asked.walked) {
      if (typeof one === 'string') {
        const operation = byId.get(one);
        if (operation) this.takeFor(operation, this.changes, 'in');
        continue;
      }
      const change = this.changes.find(({ id }) => id === one.change);
      if (change) this.oldOut(change);
    }
  }

  /** Whose new battery goes in by it, on the way out. */
  private changeAt(operation: Operation): string | null {
    const at = this.facts.servedBy(operation);
    return this.changes.find(({ kind, place }) => kind === 'battery' && place === at)?.id ?? null;
  }

  private rounds(): readonly (readonly OpeningChange[])[] {
    const startMinutes = START_MINUTES + this.putBackMinutes();
    const costs = { startMinutes, takeBackMinutes: 2 * PART_MINUTES };
    const found = roundsOf(this.changes, costs, this.policy.oneAtATime, together(this.changes));
    this.because.push(sayRounds(found, this.policy.oneAtATime));
    // The deepest first: what comes after lies on the way out, and is not gone in for again.
    return [...found.rounds].sort((a, b) => this.depthOf(b) - this.depthOf(a));
  }

  /** How far down the order of the way in these changes reach. */
  private depthOf = (round: readonly OpeningChange[]): number =>
    Math.max(
      -1,
      ...round
        .flatMap((one) => reachOf(one, this.facts))
        .map((id) => this.inOrder.findIndex((one) => one.id === id)),
    );

  /** Hands for putting back what a start needs, and taking it out again. */
  private putBackMinutes(): number {
    return closingOf(this.facts.model.guide.start?.back ?? [], this.inOrder).reduce(
      (sum, one) => sum + one.minutes + (one.mirror?.minutes ?? 0),
      0,
    );
  }

  /** Down as far as these changes ask, in the order of the plan; their own things come at the place. */
  private reach(round: readonly OpeningChange[], leg: OpeningLeg): void {
    const wanted = this.wantedFor(round);
    for (const operation of this.inOrder) if (wanted.has(operation.id)) this.takeFor(operation, round, leg);
  }

  /** By the change whose place it is at, if it is one's. */
  private takeFor(operation: Operation, round: readonly OpeningChange[], leg: OpeningLeg): void {
    const placeId = this.facts.placeOf(operation);
    const change = round.find((one) => placeId !== null && placesIn(one).includes(placeId));
    this.walk.take(operation, { leg: change ? 'place' : leg, change: change?.id ?? null });
  }

  /** What has to be done for a round: its reach, what the policy adds, and what stands before them. */
  private wantedFor(round: readonly OpeningChange[]): ReadonlySet<string> {
    const planned = new Set(this.inOrder.map(({ id }) => id));
    const inPlan = new Map(
      inPowerOrder(this.facts, this.policy)
        .filter((one) => planned.has(one.id))
        .map((one) => [one.id, one]),
    );
    const wanted = new Set<string>();
    const visit = (id: string): void => {
      const operation = inPlan.get(id);
      if (!operation || wanted.has(id)) return;
      wanted.add(id);
      const alternative = operation.after.find((all) => all.every((one) => inPlan.has(one)));
      (alternative ?? []).forEach(visit);
    };
    round.flatMap((one) => reachOf(one, this.facts)).forEach(visit);
    if (wanted.size > 0) powerOff(this.facts, this.policy).forEach(visit);
    return wanted;
  }

  /** Out with the old, in with the new: the deepest first, so that nothing lies over what is still open. */
  private change(round: readonly OpeningChange[]): void {
    const depth = (one: OpeningChange): number =>
      Math.max(-1, ...this.facts.ownOf(one.place).map((operation) => this.inOrder.indexOf(operation)));
    const deepestFirst = [...round].sort((a, b) => depth(b) - depth(a));
    // All that comes out is out before the first new thing goes in.
    for (const one of deepestFirst) this.oldOut(one);
    for (const one of deepestFirst) {
      this.extras(one, 'before');
      this.at(one);
      this.extras(one, 'after');
      this.layOn(one);
    }
  }

  private at(change: OpeningChange): void {
    const { kind, place: placeId, id } = change;
    const own = this.facts.ownOf(placeId);
    if (kind === 'look') return this.look(change);
    if (kind === 'leave-unplugged') return this.leave(change);
    const holder = this.heldByGuide(change);
    const goesIn = PUTS_IN.has(kind) ? this.nameOf(change) : null;
    if (holder === null) return this.withoutGuide(change, goesIn, own);
    if (kind === 'battery') return this.battery(change, holder, goesIn ?? '', own);
    if (this.facts.occupantOf(placeId) === null && goesIn !== null) return this.putNew(placeId, goesIn, id);
    this.walk.replace(holder, goesIn);
    if (kind === 'move-drive') this.putNew(change.to ?? '', holder, id);
    else this.leftOver.push({ thing: holder, change: id, why: WHY_OUT[kind] ?? 'comes out' });
    for (const operation of [...own].reverse()) this.walk.undo(operation, { leg: 'place', change: id });
  }

  /** What the guide's own steps take out of the place, on this way; null: no step of it does. */
  private heldByGuide({ kind, place }: OpeningChange): string | null {
    if (kind === 'cooling') return null;
    const own = this.facts.ownOf(place);
    const holder = this.holderOf(own);
    const isReached = own.some(
      (one) => this.inOrder.includes(one) && this.facts.thingsOf(one).some(({ name }) => name === holder),
    );
    return isReached ? holder : null;
  }

  /** Out with what no step of the guide takes out. */
  private oldOut(change: OpeningChange): void {
    const { kind, place: placeId, id } = change;
    const old = this.facts.occupantOf(placeId);
    if (this.oldIsOut.has(id)) return;
    this.oldIsOut.add(id);
    if (
      !TAKES_OUT.has(kind) ||
      kind === 'leave-unplugged' ||
      old === null ||
      this.heldByGuide(change) !== null
    )
      return;
    const label = this.labelOf(placeId);
    if (old.name === null)
      return this.walk.own({
        ...this.bare(id, placeId),
        does: 'look',
        own: 'old',
        title: `Look whether ${label} holds something; if so, out with it`,
      });
    this.step('old', id, placeId, { takes: [old.name] }, `Take ${old.name} out of ${label}`);
    if (kind !== 'move-drive')
      this.leftOver.push({ thing: old.name, change: id, why: WHY_OUT[kind] ?? 'comes out' });
  }

  /** Its plug comes last of all: on the way out, or for the start that has to see it. */
  private battery(
    { id, place }: OpeningChange,
    holder: string,
    goesIn: string,
    own: readonly Operation[],
  ): void {
    const wasIn = this.facts.occupantOf(place) !== null;
    this.walk.replace(holder, goesIn);
    if (wasIn) this.leftOver.push({ thing: holder, change: id, why: WHY_OUT.battery ?? '' });
    if (!wasIn) this.bringPlugs(place);
    for (const operation of [...own].reverse()) {
      if (!isBatteryOff(operation)) this.walk.undo(operation, { leg: 'place', change: id });
    }
  }

  /** What the match asks for: each by a step of its own. */
  private extras({ id, place, extras }: OpeningChange, when: 'before' | 'after'): void {
    for (const extra of extras.filter((one) => one.when === when))
      this.walk.own({
        ...this.bare(id, place),
        does: 'put',
        own: 'extra',
        extra: extra.id,
        puts: extra.label === null ? [] : [extra.label],
        title: extra.drawer === '' ? extra.title : `${extra.title} (drawer ${extra.drawer})`,
        tool: extra.tool,
        minutes: extra.minutes,
      });
  }

  /** What opening uses up, where no step of the guide lays it on anew. */
  private layOn({ id, place: placeId }: OpeningChange): void {
    const place = this.facts.places.get(placeId);
    if (!place || !isDrivePlace(place)) return;
    const laid = new Set(this.inOrder.flatMap((one) => one.mirror?.lays ?? []));
    for (const { kind, label } of place.usedUp.filter((one) => !laid.has(one.kind)))
      this.walk.own({
        ...this.bare(id, placeId),
        does: 'put',
        own: 'lays',
        title: `Lay on anew: ${label}. The guide does not say at which step.`,
        lays: [kind],
      });
  }

  /** What goes in, by a name that nothing else in the machine and no other change's thing has. */
  private nameOf({ id, place, drive, part }: OpeningChange): string {
    const own = drive ?? part ?? `what goes into ${this.labelOf(place)}`;
    const alike = this.changes.some((one) => one.id !== id && (one.drive ?? one.part) === own);
    // A drive may be replaced by one of its own kind.
    const isThere = [...this.facts.places.keys()].some((one) => this.facts.occupantOf(one)?.name === own);
    return alike || isThere ? `${own} (${id})` : own;
  }

  /** Into a place that was empty: its own screws and leads with it, which never came out. */
  private putNew(placeId: string, name: string, change: string): void {
    const own = this.inOrder.filter((one) => this.facts.placeOf(one) === placeId);
    const holder = this.holderOf(own);
    const backwards = [...own].reverse().filter((one) => one.mirror !== null);
    if (holder === null || backwards.length === 0)
      return this.step('thing', change, placeId, { puts: [name] }, `${name} into ${this.labelOf(placeId)}`);
    this.walk.replace(holder, name);
    for (const operation of backwards) {
      const puts = this.facts.thingsOf(operation).map((thing) => (thing.name === holder ? name : thing.name));
      this.walk.lay(operation, puts, { leg: 'place', change });
    }
  }

  /** A part whose place no operation of the guide is about, or that lies between others. */
  private withoutGuide(change: OpeningChange, goesIn: string | null, own: readonly Operation[]): void {
    const { place: placeId, id, kind, to } = change;
    const old = this.facts.occupantOf(placeId)?.name;
    if (kind === 'move-drive' && to !== undefined && old) this.putNew(to, old, id);
    if (goesIn !== null)
      this.step('thing', id, placeId, { puts: [goesIn] }, `${goesIn} into ${this.labelOf(placeId)}`);
    for (const operation of [...own].reverse()) this.walk.undo(operation, { leg: 'place', change: id });
    if (kind === 'battery' && old === undefined) this.bringPlugs(placeId);
  }

  /** Into a place that was empty: its plug goes in on the way out, though none came out. */
  private bringPlugs(placeId: string): void {
    for (const operation of this.inOrder)
      if (this.facts.servedBy(operation) === placeId) this.walk.bring(operation);
  }

  private look({ id, place }: OpeningChange): void {
    this.walk.own({
      ...this.bare(id, place),
      does: 'look',
      own: 'look',
      title: `Look at ${this.labelOf(place)}, measure, take a photo`,
    });
  }

  /** Its leads are insulated and tied away; the drive itself stays. */
  private leave({ id, place }: OpeningChange): void {
    const drive = this.facts.occupantOf(place)?.name ?? 'the drive';
    const leads = leadsAt(place, this.facts);
    if (leads.length === 0)
      this.walk.own({
        ...this.bare(id, place),
        does: 'put',
        own: 'tie',
        title: `Unplug ${drive}, and insulate and tie away its leads: the guide has no step for it`,
        minutes: LEAD_MINUTES,
      });
    for (const operation of leads) {
      const names = this.facts.thingsOf(operation).map(({ name }) => name);
      for (const name of names)
        this.leftOver.push({ thing: name, change: id, why: 'insulated and tied away' });
      this.walk.own({
        ...this.bare(id, place),
        does: 'put',
        own: 'tie',
        title: `Insulate and tie away: ${names.join(', ')}`,
        minutes: LEAD_MINUTES,
      });
      this.walk.settle(operation);
    }
    this.leftOver.push({ thing: drive, change: id, why: 'stays in, unplugged' });
  }

  /** The least that a start needs goes back; power on, looked at, power off. */
  private tryOpen(round: readonly OpeningChange[], number: number): void {
    // What shows at no start is worth none: nothing is put back, and no power goes on.
    if (this.expects(round).length === 0) return;
    const { model } = this.facts;
    const back = new Set(model.guide.start?.back ?? []);
    for (const operation of orderOut(this.walk, this.facts))
      if (back.has(operation.id)) this.walk.undo(operation, { leg: 'start' });
    const power = powerOf(
      model,
      this.walk.isDone,
      round.some(({ kind }) => kind === 'battery'),
    );
    // Nothing else is open: with the power back it is closed.
    const last = this.walk.open.every((one) => power.includes(one));
    for (const one of power)
      if (last) this.walk.undo(one, { leg: 'start', change: this.changeAt(one) });
      else this.walk.powerFor(one, true, this.changeAt(one));
    this.startNow(round, number, 'start');
    if (last) return;
    for (const one of [...power].reverse()) this.walk.powerFor(one, false);
  }

  private startNow(round: readonly OpeningChange[], number: number | null, leg: OpeningLeg): void {
    const expects = this.expects(round);
    if (expects.length === 0) return;
    this.starts.push({
      afterStep: this.walk.steps.length,
      round: number,
      changes: round.map(({ id }) => id),
      expects,
    });
    const { start } = this.facts.model.guide;
    const open = number !== null && start !== null;
    this.walk.start(open ? sayStart(start) : 'Start it, and look', leg, open ? start.side : null);
  }

  private expects(round: readonly OpeningChange[]): OpeningAnswer['starts'][number]['expects'] {
    return round.flatMap((one) => {
      const old = this.facts.occupantOf(one.place)?.name ?? null;
      const say = expected(one, this.labelOf(one.to ?? one.place), old);
      return say === null ? [] : [{ change: one.id, say }];
    });
  }

  private labelOf = (placeId: string): string => this.facts.places.get(placeId)?.label ?? placeId;

  /** The thing that sits in the place, as its operations name it. */
  private holderOf(own: readonly Operation[]): string | null {
    const things = own.flatMap((one) => this.facts.thingsOf(one));
    return (
      (things.find(({ kind }) => kind === 'drive') ?? things.find(({ kind }) => kind === 'part'))?.name ??
      null
    );
  }

  private bare(change: string, placeId: string) {
    const reach = this.facts.reachOf(placeId) ?? [];
    const last = this.inOrder.findLast((one) => reach.includes(one.id));
    return {
      leg: 'place' as const,
      change,
      place: placeId,
      side: last?.side ?? null,
      minutes: PART_MINUTES,
      // Past whatever was opened for it.
      inside: last !== undefined,
    };
  }

  private step(
    own: 'old' | 'thing',
    change: string,
    placeId: string,
    moves: Partial<Pick<OpeningStep, 'takes' | 'puts'>>,
    title: string,
  ): void {
    const does = moves.takes ? 'take' : 'put';
    this.walk.own({ ...this.bare(change, placeId), does, own, title, ...moves });
  }

  private answer(
    rounds: readonly (readonly OpeningChange[])[],
    ordered: Pick<Plan, 'lowerBound'>,
  ): OpeningAnswer {
    const { steps } = this.walk;
    const { startSide, turnMinutes, toolChangeMinutes } = this.facts.model.guide;
    const { turns, toolChanges } = countOf(steps, startSide);
    const minutes = steps.reduce((sum, one) => sum + one.minutes, 0);
    const cost = minutes + turns * turnMinutes + toolChanges * toolChangeMinutes;
    const walked = this.inOrder.filter((one) => !this.notThere.has(one.id));
    const bound = Math.min(cost, leastCost(ordered, steps, { walked, turning: this.leastTurning }));
    return {
      ok: true,
      optimal: cost - bound < 1e-6,
      lowerBound: round(bound),
      minutes: round(cost),
      turns,
      toolChanges,
      steps,
      starts: this.starts,
      rounds: rounds.map((one) => one.map(({ id }) => id)),
      because: this.because,
      leftOver: this.leftOver,
      oneMore: [],
    };
  }
}

const placesIn = ({ place, to }: OpeningChange): string[] => [place, ...(to === undefined ? [] : [to])];
const round = (minutes: number): number => Math.round(minutes * 100) / 100;
