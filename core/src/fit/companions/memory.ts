import type { Memory, MemoryBayFacts } from '../../hardware/index.js';
import { check, fits, no, toFinding, type Finding } from '../finding.js';

/** A module in each socket, in the sockets' order; null: empty. */
type MemoryFill = readonly (Memory | null)[];

interface MemoryVerdict {
  readonly findings: readonly Finding[];
  readonly totalGib: number;
  /** What Prove should read, MT/s; null where it does not run. */
  readonly expectedMegatransfers: number | null;
  /** `full`, `part` (soldered and unequal, or unequal pair), `single` */
  readonly dualChannel: 'full' | 'part' | 'single';
}

/**
 * Memory in the machine's sockets: generation, voltage, size, order, pairs, and the speed it will be set to.
 * Modules run at the slowest common speed; the controller may lower it further once every socket is full.
 */
export function judgeMemory(bay: MemoryBayFacts, fill: MemoryFill): MemoryVerdict {
  const fitted = fill.filter((one) => one !== null);
  const totalGib = bay.solderedGib + fitted.reduce((sum, one) => sum + one.gib, 0);
  const full = fitted.length === bay.sockets.length;
  const slowest = Math.min(bay.maxMegatransfers, ...fitted.map((one) => one.megatransfers));
  const expected =
    full && bay.megatransfersAllFull !== null ? Math.min(slowest, bay.megatransfersAllFull) : slowest;
  const findings = [
    ...fitted.map((one, at) => generation(bay, one, at)),
    ...fitted.map((one, at) => voltage(bay, one, at)),
    ...fitted.flatMap((one, at) => size(bay, one, at)),
    order(bay, fill),
    count(bay, fitted.length),
    speed(fitted, expected, full && expected < slowest),
  ];
  const runs = findings.every((one) => one.outcome !== 'no');
  return {
    findings,
    totalGib,
    expectedMegatransfers: runs ? expected : null,
    dualChannel: channels(bay, fitted),
  };
}

const generation = (bay: MemoryBayFacts, one: Memory, at: number): Finding =>
  toFinding(
    { id: `memory-generation-${at}`, name: 'Generation' },
    one.generation === bay.generation
      ? fits(() => ({
          have: say(one.generation),
          need: say(bay.generation),
          sentence: `${one.name} is ${say(bay.generation)}, as the board wants.`,
        }))
      : no(() => ({
          have: say(one.generation),
          need: say(bay.generation),
          sentence: `${one.name} does not go in: its notch is for ${say(one.generation)}, the socket's for ${say(bay.generation)}.`,
        })),
  );

const voltage = (bay: MemoryBayFacts, one: Memory, at: number): Finding =>
  toFinding(
    { id: `memory-voltage-${at}`, name: 'Voltage' },
    bay.lowVoltageOnly && !one.lowVoltage
      ? no(() => ({
          have: 'standard voltage',
          need: 'low voltage only',
          sentence: `${one.name} wants the standard voltage; this board feeds the low one only and does not start with it.`,
        }))
      : fits(() => ({
          have: one.lowVoltage ? 'low voltage' : 'standard voltage',
          need: bay.lowVoltageOnly ? 'low voltage' : 'either',
          sentence:
            one.lowVoltage && !bay.lowVoltageOnly
              ? 'A low-voltage module also runs at the standard voltage.'
              : 'The voltage is right.',
        })),
  );

function size(bay: MemoryBayFacts, one: Memory, at: number): Finding[] {
  if (bay.maxGibPerSocket === null) return [];
  const most = bay.maxGibPerSocket;
  const told = {
    have: `${one.gib} GiB`,
    need: `${most} GiB a socket`,
    margin: { value: most - one.gib, plusMinus: 0, unit: 'GiB' },
  };
  return [
    toFinding(
      { id: `memory-size-${at}`, name: 'Size' },
      one.gib <= most
        ? fits(() => ({
            ...told,
            sentence: `${one.gib} GiB of the ${most} GiB that the maker states a socket.`,
          }))
        : check('unknown', () => ({
            ...told,
            sentence: `Cannot say yet: the maker states ${most} GiB a socket at most.`,
          })),
    ),
  ];
}

function order(bay: MemoryBayFacts, fill: MemoryFill): Finding {
  const firstEmpty = fill.findIndex((one) => one === null);
  const skipped = firstEmpty >= 0 && fill.slice(firstEmpty).some((one) => one !== null);
  const want = bay.sockets.join(', then ');
  return toFinding(
    { id: 'memory-order', name: 'Socket order' },
    skipped
      ? check('no', () => ({
          have: `${bay.sockets[firstEmpty]} left empty`,
          need: want,
          sentence: `Fill ${bay.sockets[firstEmpty]} first: with it empty the machine may not start.`,
        }))
      : fits(() => ({ have: 'in order', need: want, sentence: 'The sockets are filled in their order.' })),
  );
}

const count = (bay: MemoryBayFacts, modules: number): Finding => {
  const odd = modules % 2 === 1 && bay.sockets.length > 1 && bay.solderedGib === 0;
  return toFinding(
    { id: 'memory-count', name: 'Count' },
    odd && !bay.oddCountsWork
      ? no(() => ({
          have: `${modules}`,
          need: 'pairs',
          sentence: 'This board takes pairs only: an odd count does not start.',
        }))
      : fits(() => ({
          have: `${modules}`,
          need: bay.oddCountsWork ? 'any' : 'pairs',
          sentence:
            modules === 0
              ? 'No module is fitted.'
              : `${modules} of ${bay.sockets.length} sockets are filled.`,
        })),
  );
};

const speed = (fitted: readonly Memory[], expected: number, lowered: boolean): Finding =>
  toFinding(
    { id: 'memory-speed', name: 'Set speed', alwaysSaid: true },
    fits(() => ({
      have: fitted.map((one) => `${one.megatransfers}`).join(' + ') || 'none',
      need: `${expected} MT/s`,
      sentence: `Expect ${expected} MT/s${lowered ? ': with every socket full the controller lowers it' : fitted.length > 1 && new Set(fitted.map((one) => one.megatransfers)).size > 1 ? ': the slowest module sets it for all' : ''}. Check it in Prove; less memory than fitted means reseat it.`,
    })),
  );

/** Equal pairs give both channels over all of it; soldered with something unequal gives it over part. */
function channels({ solderedGib }: MemoryBayFacts, fitted: readonly Memory[]): MemoryVerdict['dualChannel'] {
  const sizes = [...(solderedGib > 0 ? [solderedGib] : []), ...fitted.map((one) => one.gib)];
  if (sizes.length < 2) return 'single';
  return new Set(sizes).size === 1 ? 'full' : 'part';
}

const say = (generation: Memory['generation']): string => generation.toUpperCase();
