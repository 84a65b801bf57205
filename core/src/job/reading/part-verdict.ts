import {
  aside,
  besideAt,
  judgeBattery,
  judgeMemory,
  judgeWireless,
  toFinding,
  unknown,
  verdictOf,
  type Finding,
  type Verdict,
} from '../../fit/index.js';
import {
  companionsOf,
  MemorySchema,
  PART_KIND_WORDS,
  placesOf,
  type MachineModel,
  type MachinePlace,
  type Memory,
  type Part,
} from '../../hardware/index.js';
import type { JobState } from '../shape/state.js';
import { seatedIn, type Seated } from './as-found.js';

type Seen = Pick<JobState, 'changes' | 'found' | 'looks' | 'variantId'>;
type MemoryPlace = Extract<MachinePlace, { kind: 'memory' }>;

/** What memory sockets there are, and what will be in them once all planned changes are made. */
export function memoryAfter(model: MachineModel, job: Seen): Seated[] {
  return socketsOf(model, job).map((place) => {
    const planned = job.changes.find((one) => one.kind === 'memory' && one.placeId === place.id);
    const module = planned?.thing?.part;
    if (module?.kind !== 'memory') return seatedIn(place, job.found[place.id]);
    const { gib, megatransfers, name } = module;
    return { placeId: place.id, socket: place.label, is: 'module', gib, megatransfers, label: name };
  });
}

const socketsOf = (model: MachineModel, { variantId }: Pick<JobState, 'variantId'>): MemoryPlace[] =>
  placesOf(model, variantId).filter((one) => one.kind === 'memory');

/**
 * What is said of a part in a place of this machine, with the same proof as of a drive. Where the model names
 * no place for it, or nobody looked at what decides, nobody can say: never silence.
 */
export function partVerdict(model: MachineModel, job: Seen, placeId: string | null, part: Part): Verdict {
  const place = placesOf(model, job.variantId).find((one) => one.id === placeId);
  if (part.kind === 'memory' && place?.kind === 'memory')
    return verdictOf(memoryFindings(model, job, place, part));
  const seen = place ? job.looks[besideAt(place.id, part.id)] : undefined;
  if (part.kind === 'wireless' && place?.kind === 'wireless')
    return verdictOf(judgeWireless(place.facts, part, seen));
  if (part.kind === 'battery' && place?.kind === 'battery')
    return verdictOf(judgeBattery(place.facts, part, seen));
  // Paste, pads and what is laid on have no place that they could miss.
  if (place?.kind === 'cooler') return verdictOf([]);
  return verdictOf([notKnown(part, place)]);
}

const notKnown = ({ name, kind }: Part, place: MachinePlace | undefined): Finding =>
  toFinding(
    { id: `${kind}-place`, name: 'Place' },
    unknown(() => ({
      have: name,
      need: 'not known',
      sentence: place
        ? `Cannot say: nobody has noted what goes into ${place.label}. Compare ${name} with what is in: size, plug, order of the wires.`
        : `Cannot say: the document of this model names no place for a ${PART_KIND_WORDS[kind]}. Compare ${name} with what is in: size, plug, order of the wires.`,
    })),
  );

function memoryFindings(
  model: MachineModel,
  job: Seen,
  place: MemoryPlace,
  module: Memory,
): readonly Finding[] {
  const bay = companionsOf(model).memory;
  if (!bay) return [notKnown(module, place)];
  const beside = memoryAfter(model, job).map((one) =>
    one.placeId === place.id ? module : asModule(one, module),
  );
  const open = beside.flatMap((one, at) => (one === undefined ? [bay.sockets[at] ?? ''] : []));
  const own = { ...bay, maxGibPerSocket: place.maxGib };
  const all = judgeMemory(
    own,
    beside.map((one) => one ?? null),
  ).findings;
  // What is said of the module in hand; what the others are is their own matter.
  const at = beside.filter((one) => one !== null && one !== undefined).indexOf(module);
  const mine = all.filter(({ rule }) => !/-\d+$/.test(rule) || rule.endsWith(`-${at}`));
  if (open.length === 0) return mine;
  const hangs = new Set(['memory-order', 'memory-count', 'memory-speed']);
  return [
    ...mine.filter(({ rule }) => !hangs.has(rule)),
    toFinding(
      { id: 'memory-beside', name: 'Beside it', alwaysSaid: true },
      aside(() => ({
        have: 'not known',
        need: open.join(', '),
        sentence: `Nobody has looked at ${open.join(' and ')}: what is in there decides the order, the channels and the speed.`,
      })),
    ),
  ];
}

/** Null: empty. Undefined: not known. What is not read of a module is taken as the one in hand has it. */
function asModule(
  { is, gib, megatransfers, label, placeId }: Seated,
  like: Memory,
): Memory | null | undefined {
  if (is === 'empty') return null;
  if (is === 'not-known' || gib === null) return undefined;
  return MemorySchema.parse({
    ...like,
    id: placeId,
    name: label,
    gib,
    megatransfers: megatransfers ?? like.megatransfers,
  });
}
