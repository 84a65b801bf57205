import {
  BARE_START,
  MachineModelSchema,
  ScrewSchema,
  type MachineModel,
  type Operation,
} from '../hardware/index.js';
import { OpeningCaseSchema, type OpeningCase } from '../opening/index.js';
import { sequence } from './disks.js';
import { m2Slot, memorySockets, model as sample, operation } from './samples.js';

/** An invented machine, small enough that every opening of it can be tried. */
export interface SmallOpening {
  readonly asked: OpeningCase;
  readonly model: MachineModel;
}

const SIDES = ['lid-open', 'base-up'] as const;
const TOOLS = ['PH0', 'T5', null] as const;

/**
 * A machine of so many steps inside, with mains, mostly a battery and its drain, a slot for a drive that
 * holds one or is empty, a memory socket, and a start that may need some of it back.
 */
export function smallOpening(inside: number, seed: number): SmallOpening {
  const next = sequence(seed * 104_729 + inside);
  const side = () => (next(4) === 0 ? null : SIDES[next(3) === 0 ? 0 : 1]);
  const tool = () => TOOLS[next(TOOLS.length)]!;
  const minutes = () => (1 + next(8)) / 2;
  const mirror = (id: string) => ({ title: `Undo ${id}`, short: id, minutes: minutes(), caution: null });
  const step = (id: string, own: object): Operation =>
    operation({ id, side: side(), tool: tool(), minutes: minutes(), mirror: mirror(id), ...own });
  const thing = (kind: 'part' | 'lead' | 'drive', label: string) => ({
    key: label,
    kind,
    verb: 'Off',
    label,
  });
  const screw = ScrewSchema.parse({ thread: 'M2', lengthMm: 5, head: 'pan', bit: 'PH0' });
  const operations: Operation[] = [
    step('mains', { role: 'mains', layer: 'shell', takes: [thing('lead', 'mains lead')] }),
    step('screws', {
      layer: 'shell',
      takes: [{ key: 's', kind: 'screw', label: 'screw', screw, holes: [{ xMm: 1, yMm: 1 }] }],
    }),
  ];
  const earlier = (): string => operations[1 + next(operations.length - 1)]!.id;
  const group = (): string[] => [...new Set(Array.from({ length: 1 + next(2) }, earlier))];
  const add = (id: string, own: object): void => {
    operations.push(
      step(id, { layer: 'inside', after: next(8) === 0 ? [group(), group()] : [group()], ...own }),
    );
  };
  const hasBattery = next(4) > 0;
  const batteryAt = next(Math.max(1, inside - 1));
  for (let at = 0; at < inside; at++) {
    add(`part-${at}`, { takes: [thing(next(3) === 0 ? 'lead' : 'part', `part ${at}`)] });
    if (hasBattery && at === batteryAt) {
      add('battery', { role: 'battery', takes: [thing('lead', 'battery lead')] });
      add('drain', {
        role: 'drain',
        after: [['battery']],
        waitSeconds: 15,
        side: null,
        tool: null,
        mirror: null,
      });
    }
  }
  const at = earlier();
  add('drive-out', {
    after: [[earlier()]],
    place: 'm2-a',
    atSwap: true,
    takes: [thing('drive', 'old drive')],
  });
  const parts = operations.filter(({ role, id }) => role === null && id.startsWith('part'));
  const back = parts.filter(() => next(4) === 0).map(({ id }) => id);
  const base = sample();
  const model = MachineModelSchema.parse({
    ...base,
    places: [
      m2Slot({
        reach: ['drive-out'],
        fitted: next(2) === 0 ? null : (base.places.find((one) => 'fitted' in one)?.fitted ?? null),
      }),
      ...memorySockets('A').map((socket) => ({ ...socket, reach: [at] })),
    ],
    guide: {
      ...base.guide,
      layers: [
        { id: 'shell', name: 'Shell' },
        { id: 'inside', name: 'Inside' },
      ],
      startSide: 'base-up',
      operations,
      start: next(3) === 0 ? null : { ...BARE_START, back },
    },
  });
  const drive = model.places.find(({ id }) => id === 'm2-a')!;
  const isEmpty = 'fitted' in drive && drive.fitted === null;
  const changes = [
    { id: 'c1', kind: isEmpty ? 'add-drive' : 'replace-drive', place: 'm2-a', drive: 'a new drive' },
    { id: 'c2', kind: 'memory', place: 'memory-1', part: 'a module' },
  ];
  const asked = OpeningCaseSchema.parse({
    format: 'opening',
    model: model.id,
    found: { 'memory-1': 'empty' },
    changes: next(3) === 0 ? changes : [changes[next(2)]],
    policy: {
      unplugBattery: next(3) === 0 ? 'where-the-guide-says' : 'always',
      tryBeforeClosing: next(4) > 0,
    },
  });
  return { asked, model };
}

interface Standing {
  readonly done: number;
  readonly side: string | null;
  readonly tool: string | null;
  readonly isDrained: boolean;
  readonly changed: number;
  readonly started: boolean;
}

/** Hands for what no guide times; as the planner takes them, common practice, no source. */
const [START_MINUTES, PART_MINUTES] = [3, 1];

/**
 * The least that an opening costs which tries all its changes by one start, min: by trying every step that
 * the rules allow from every way the machine may stand (Dijkstra, Numerische Mathematik 1, 1959). It shares
 * nothing with the planner. Null: no step leads to the end.
 *
 * @param canStart whether it is started open; else once it is closed.
 */
export function leastOpening({ asked, model }: SmallOpening, canStart: boolean): number | null {
  return new Trial(asked, model, canStart).least();
}

class Trial {
  private readonly operations: readonly Operation[];
  private readonly goal: ReadonlySet<string>;
  private readonly path: ReadonlySet<string>;
  private readonly always: boolean;
  private readonly closing: ReadonlySet<string>;
  private readonly isEmpty: boolean;

  constructor(
    private readonly asked: OpeningCase,
    private readonly model: MachineModel,
    private readonly canStart: boolean,
  ) {
    this.operations = model.guide.operations;
    this.always = asked.policy?.unplugBattery === 'always';
    const power = this.operations.filter(({ role }) => role === 'battery');
    this.path = this.before(power.map(({ id }) => id));
    const drive = model.places.find(({ id }) => id === 'm2-a');
    this.isEmpty = drive !== undefined && 'fitted' in drive && drive.fitted === null;
    const reach = asked.changes.flatMap(
      ({ place }) => model.places.find(({ id }) => id === place)?.reach ?? [],
    );
    const policy = this.always
      ? this.operations.filter(({ role }) => role === 'battery' || role === 'drain')
      : [];
    this.goal = new Set([...reach, ...policy.map(({ id }) => id)]);
    this.closing = this.over(model.guide.start?.back ?? []);
  }

  least(): number | null {
    const start: Standing = {
      done: 0,
      side: this.model.guide.startSide,
      tool: null,
      isDrained: false,
      changed: 0,
      started: false,
    };
    const best = new Map<string, number>([[keyOf(start), 0]]);
    const open: [number, Standing][] = [[0, start]];
    while (open.length > 0) {
      open.sort((a, b) => b[0] - a[0]);
      const [cost, at] = open.pop()!;
      if (cost > (best.get(keyOf(at)) ?? Infinity)) continue;
      if (this.isOver(at)) return cost;
      for (const [minutes, to] of this.steps(at)) {
        const total = cost + minutes;
        if (total >= (best.get(keyOf(to)) ?? Infinity) - 1e-9) continue;
        best.set(keyOf(to), total);
        open.push([total, to]);
      }
    }
    return null;
  }

  private isOver({ done, changed, started }: Standing): boolean {
    const open = this.operations.some(({ mirror }, at) => mirror !== null && has(done, at));
    return !open && changed === this.all && started;
  }

  private get all(): number {
    return (1 << this.asked.changes.length) - 1;
  }

  private steps(at: Standing): [number, Standing][] {
    const reached = [...this.goal].every((id) => has(at.done, this.index(id)));
    return [
      ...this.operations.flatMap((one, n) =>
        has(at.done, n) ? this.back(at, one, n) : this.down(at, one, n),
      ),
      ...this.asked.changes.flatMap((change, n): [number, Standing][] =>
        change.place === 'memory-1' &&
        !has(at.changed, n) &&
        (reached || at.changed !== 0) &&
        this.isSafe(at, true)
          ? this.move(at, PART_MINUTES, this.operations[this.index(this.reachOf(change.place))]!.side, null, {
              changed: at.changed | (1 << n),
            })
          : [],
      ),
      ...this.start(at),
    ];
  }

  private start(at: Standing): [number, Standing][] {
    if (at.started || at.changed !== this.all) return [];
    const open = this.operations.filter((one, n) => one.mirror !== null && has(at.done, n));
    if (!this.canStart) return open.length === 0 ? [[START_MINUTES, { ...at, started: true }]] : [];
    if (open.some(({ id }) => (this.model.guide.start?.back ?? []).includes(id))) return [];
    const mains = this.operations[0]!;
    const power = open.filter((one) => one !== mains);
    if (!open.includes(mains)) return [[START_MINUTES, { ...at, started: true }]];
    // The lead in, the start, the lead out again: as long as something else is open.
    const [there] = this.move(at, mains.mirror!.minutes, mains.side, mains.tool, {});
    if (!there) return [];
    if (power.length === 0)
      return [
        [there[0] + START_MINUTES, { ...there[1], started: true, done: at.done & ~1, isDrained: false }],
      ];
    const [again] = this.move(there[1], mains.minutes, mains.side, mains.tool, {});
    return again
      ? [[there[0] + START_MINUTES + again[0], { ...again[1], started: true, isDrained: false }]]
      : [];
  }

  private down(at: Standing, one: Operation, n: number): [number, Standing][] {
    // Nothing is opened again once it was changed: that would be a second way in.
    if (at.changed !== 0) return [];
    if (!this.stands(one, at.done)) return [];
    const inside = one.layer !== 'shell';
    const isPower = one.role === 'battery' || one.role === 'drain';
    if (inside && !this.isSafe(at, isPower ? false : !this.path.has(one.id))) return [];
    const own = { done: at.done | (1 << n), ...(one.role === 'drain' ? { isDrained: true } : {}) };
    if (one.id === 'drive-out' && this.isEmpty) return [[0, { ...at, ...own }]];
    return this.move(at, one.minutes, one.side, one.tool, own);
  }

  private back(at: Standing, one: Operation, n: number): [number, Standing][] {
    const reached = [...this.goal].every((id) => has(at.done, this.index(id)) || at.changed !== 0);
    if (one.mirror === null || !reached) return [];
    const change = this.asked.changes.findIndex(({ place }) => one.id === 'drive-out' && place === 'm2-a');
    const own = { changed: change < 0 ? at.changed : at.changed | (1 << change) };
    // All is changed and, where it can be, tried before it goes on out.
    const goesOut = change < 0 && at.changed !== this.all;
    if (goesOut) return [];
    if (change < 0 && this.canStart && !at.started && !this.closing.has(one.id)) return [];
    const done = at.done & ~(1 << n);
    const standing = this.operations.filter((other, k) => k !== n && has(done, k) && other.mirror !== null);
    if (standing.some((other) => !this.stands(other, done))) return [];
    const inside = one.layer !== 'shell';
    const others = standing.filter((other) => other.layer !== 'shell');
    if (one.role === 'mains' && others.length > 0) return [];
    if (one.role === 'battery' && others.some((other) => !this.path.has(other.id))) return [];
    const wait = inside && one.role === null ? this.toWait(at, one) : 0;
    if (wait === null) return [];
    const drained = wait > 0 ? { isDrained: true } : {};
    return this.move(at, one.mirror.minutes + wait, one.side, one.tool, { ...own, ...drained, done });
  }

  /** Minutes until the board is without power; null: it cannot be. */
  private toWait(at: Standing, one: Operation): number | null {
    if (!has(at.done, 0)) return null;
    const battery = this.operations.findIndex(({ role }) => role === 'battery');
    if (!this.always || battery < 0) return 0;
    if (!has(at.done, battery)) return this.path.has(one.id) ? 0 : null;
    return at.isDrained ? 0 : 15 / 60;
  }

  /** Hands inside: the mains lead is out and, where it matters, the battery is off and drained. */
  private isSafe(at: Standing, needsOff: boolean): boolean {
    if (!has(at.done, 0)) return false;
    const battery = this.operations.findIndex(({ role }) => role === 'battery');
    return !needsOff || !this.always || battery < 0 || (has(at.done, battery) && at.isDrained);
  }

  private stands(one: Operation, done: number): boolean {
    return one.after.length === 0 || one.after.some((all) => all.every((id) => has(done, this.index(id))));
  }

  private move(
    at: Standing,
    minutes: number,
    side: string | null,
    tool: string | null,
    own: Partial<Standing>,
  ): [number, Standing][] {
    const { turnMinutes, toolChangeMinutes } = this.model.guide;
    const turn = side !== null && side !== at.side ? turnMinutes : 0;
    const change = tool !== null && tool !== at.tool ? toolChangeMinutes : 0;
    return [[minutes + turn + change, { ...at, side: side ?? at.side, tool: tool ?? at.tool, ...own }]];
  }

  private index = (id: string): number => this.operations.findIndex((one) => one.id === id);

  private reachOf = (place: string): string =>
    this.model.places.find(({ id }) => id === place)?.reach?.at(-1) ?? '';

  private before(ids: readonly string[]): Set<string> {
    const found = new Set<string>();
    const visit = (id: string): void => {
      if (found.has(id)) return;
      found.add(id);
      this.operations[this.index(id)]!.after.flat().forEach(visit);
    };
    ids.forEach(visit);
    return found;
  }

  /** These, and whatever may stand on them. */
  private over(ids: readonly string[]): Set<string> {
    const found = new Set(ids);
    for (let size = -1; size !== found.size;) {
      size = found.size;
      for (const { id, after } of this.operations)
        if (after.flat().some((one) => found.has(one))) found.add(id);
    }
    return found;
  }
}

const has = (mask: number, at: number): boolean => (mask & (1 << at)) !== 0;
const keyOf = (at: Standing): string =>
  `${at.done} ${at.side} ${at.tool} ${at.isDrained} ${at.changed} ${at.started}`;
