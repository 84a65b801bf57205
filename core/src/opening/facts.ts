import {
  isDrivePlace,
  modelHere,
  OperationSchema,
  placesOf,
  type Guide,
  type MachineModel,
  type MachinePlace,
  type Operation,
  type TakenThing,
} from '../hardware/index.js';
import { leadingTo } from '../teardown/index.js';
import type { OpeningFound } from './case.js';

/** Something that an operation moves, by a name that no other thing of the guide has. */
export interface Named {
  readonly key: string;
  readonly name: string;
  readonly kind: TakenThing['kind'];
}

/** What is in a place as the opening begins. Null: nothing; `name` null: something, or nobody knows. */
export interface Occupant {
  readonly name: string | null;
}

/** The guide as it is walked in this machine: names, places and depths, worked out once. */
export class GuideFacts {
  /** As it holds for this variant, and for what is in its places. */
  readonly model: MachineModel;
  readonly places: ReadonlyMap<string, MachinePlace>;
  private readonly names = new Map<string, readonly Named[]>();
  private readonly placeIds = new Map<string, string | null>();
  private readonly shell: number;
  /** What leads to taking the battery off: done with it on. */
  private readonly powerPath: ReadonlySet<string>;

  constructor(
    model: MachineModel,
    variant: string | null,
    private readonly found: Readonly<Record<string, OpeningFound>>,
  ) {
    this.places = new Map(placesOf(model, variant).map((one) => [one.id, one]));
    this.model = withMains(modelHere(model, variant, (id) => this.occupantOf(id) !== null));
    const { operations } = this.model.guide;
    const taken = new Set<string>();
    for (const operation of operations) {
      this.placeIds.set(operation.id, this.ownerOf(operation));
      this.names.set(
        operation.id,
        operation.takes.map((thing) => {
          const plain = this.plainName(operation, thing);
          const names = [plain, `${plain} (${operation.short})`, `${plain} (${operation.id})`];
          const name = names.find((one) => !taken.has(one)) ?? `${plain} (${operation.id}/${thing.key})`;
          taken.add(name);
          return { key: thing.key, name, kind: thing.kind };
        }),
      );
    }
    this.shell = shellOf(this.model.guide);
    this.powerPath = leadingTo(
      operations,
      operations.filter(isBatteryOff).map(({ id }) => id),
    );
  }

  /** Of the guide itself; else it was added here, since no machine is opened with its mains lead in. */
  isWritten = ({ id }: Pick<Operation, 'id'>): boolean => id !== MAINS_ID;

  /** What takes the mains lead out. */
  get mains(): Operation | undefined {
    return this.model.guide.operations.find(({ role }) => role === 'mains');
  }

  thingsOf({ id }: Pick<Operation, 'id'>): readonly Named[] {
    return this.names.get(id) ?? [];
  }

  /** The place that an operation takes from. */
  placeOf({ id }: Pick<Operation, 'id'>): string | null {
    return this.placeIds.get(id) ?? null;
  }

  /** The same, and for the plug of the only battery there is its place, where no guide says so. */
  servedBy(operation: Pick<Operation, 'id' | 'role'>): string | null {
    const own = this.placeOf(operation);
    if (own !== null || operation.role !== 'battery') return own;
    const [only, ...more] = [...this.places.values()].filter(({ kind }) => kind === 'battery');
    return more.length === 0 ? (only?.id ?? null) : null;
  }

  ownOf(placeId: string): readonly Operation[] {
    return this.model.guide.operations.filter((one) => this.placeOf(one) === placeId);
  }

  /** How a place of this machine is reached; null: nobody has noted it. */
  reachOf(placeId: string): readonly string[] | null {
    return this.model.places.find((one) => one.id === placeId)?.reach ?? null;
  }

  /** As the guide says; where nobody said, deeper than the layer that the outer screws are in. */
  isInside(operation: Pick<Operation, 'layer' | 'inside'>): boolean {
    return operation.inside ?? depthOf(this.model.guide, operation.layer) > this.shell;
  }

  /** Whether it lies on the way to the battery, and so is done while that is on. */
  isOnPowerPath({ id }: Pick<Operation, 'id'>): boolean {
    return this.powerPath.has(id);
  }

  /** Whether `one` may have to be done before the operation of this id. */
  leadsTo({ id }: Pick<Operation, 'id'>, to: string): boolean {
    return leadingTo(this.model.guide.operations, [to]).has(id);
  }

  /** What is in a place, by a name that nothing in another place has: two modules may be of one kind. */
  occupantOf(placeId: string): Occupant | null {
    const own = this.foundIn(placeId);
    const isTwice =
      typeof own?.name === 'string' &&
      [...this.places.keys()].some((one) => one !== placeId && this.foundIn(one)?.name === own.name);
    return isTwice ? { name: `${own.name} (${placeId})` } : own;
  }

  /** What was found stands; otherwise what the model says. */
  private foundIn(placeId: string): Occupant | null {
    const place = this.places.get(placeId);
    const found = this.found[placeId];
    if (!place || found === 'empty') return null;
    if (typeof found === 'object') return { name: found.holds.label };
    if (found === 'something-else') return { name: `what is in ${place.label}` };
    if (isDrivePlace(place)) return place.fitted && { name: place.fitted.label };
    if (place.kind === 'memory') {
      // What the maker put there is no fact of this machine unless somebody saw it.
      if (found !== 'as-guide') return { name: null };
      return place.fittedGib === 0 ? null : { name: `module of ${place.label}` };
    }
    return { name: OLD[place.kind] };
  }

  private ownerOf(operation: Operation): string | null {
    if (operation.place !== null) return operation.place;
    // A guide that does not say whose drive it is: the one at the end of its reach.
    if (!operation.atSwap && !operation.takes.some(({ kind }) => kind === 'drive')) return null;
    const drives = [...this.places.values()].filter(isDrivePlace);
    return drives.find((one) => one.reach.includes(operation.id))?.id ?? null;
  }

  private plainName(operation: Operation, thing: TakenThing): string {
    const placeId = this.ownerOf(operation);
    if (thing.kind === 'drive' && placeId !== null)
      return this.occupantOf(placeId)?.name ?? `drive of ${this.places.get(placeId)?.label ?? placeId}`;
    const count = thing.kind === 'screw' ? thing.holes.length : thing.count;
    return count > 1 ? `${count} × ${thing.label}` : thing.label;
  }
}

/** Of the step that is added to a guide that names no mains lead. */
const MAINS_ID = 'mains-lead-of-no-guide';

/** A guide that names no mains lead is walked with one: what feeds a machine is out before hands are in. */
function withMains(model: MachineModel): MachineModel {
  const { guide } = model;
  if (guide.operations.some(({ role }) => role === 'mains')) return model;
  const mains = OperationSchema.parse({
    id: MAINS_ID,
    title: 'Unplug the mains lead, and whatever else feeds it',
    short: 'mains lead out',
    detail: 'The guide does not say where it is.',
    layer: guide.layers[0]?.id ?? '',
    side: null,
    tool: null,
    minutes: 0,
    after: [],
    takes: [{ key: 'mains', kind: 'lead', verb: 'Unplugged', label: 'mains lead' }],
    caution: null,
    waitSeconds: null,
    role: 'mains',
    mirror: { title: 'Plug the mains lead in', short: 'mains lead in', minutes: 0, caution: null },
    atSwap: false,
  });
  return { ...model, guide: { ...guide, operations: [mains, ...guide.operations] } };
}

const OLD = {
  battery: 'the old battery',
  wireless: 'the old card',
  cooler: 'the cooler',
  'coin-cell': 'the cell',
};

export const isBatteryOff = ({ role }: Pick<Operation, 'role'>): boolean =>
  role === 'battery' || role === 'cut-off';

const depthOf = ({ layers }: Pick<Guide, 'layers'>, layer: string): number =>
  layers.findIndex((one) => one.id === layer);

/** The shallowest layer that screws come out of: the machine's shell. Without screws, the outermost. */
function shellOf(guide: Guide): number {
  const layers = guide.operations
    .filter((one) => one.takes.some(({ kind }) => kind === 'screw'))
    .map((one) => depthOf(guide, one.layer));
  return layers.length === 0 ? 0 : Math.min(...layers);
}
