import type { Shows, Thing, ThingGroup } from '../knowledge.js';

const about = (mm: number, spread = 0.3): Shows => ({ from: mm - spread, to: mm + spread });
const thing = (
  group: ThingGroup,
  id: string,
  name: string,
  means: string,
  shows: Record<string, Shows>,
  source: string,
  drawn: Thing['drawn'] = null,
): Thing => ({
  id,
  group,
  name,
  means,
  shows,
  source,
  drawn,
});

const M2 = 'PCI Express M.2 specification, from memory';
/** Notch places of a 22-wide board, mm from its upper corner, for the drawing. */
const KEY_MM = { B: 6.1, M: 15.9 } as const;
const m2Drawn = (lengthMm: number, ...keys: ('B' | 'M')[]): Thing['drawn'] => ({
  lengthMm,
  widthMm: 22,
  notchesMm: keys.map((key) => KEY_MM[key]),
  holes: [{ xMm: lengthMm, yMm: 11, acrossMm: 3.5 }],
  contacts: 'edge',
});
const m2 = (lengthMm: number, edge: string, label: string[]): Record<string, Shows> => ({
  build: ['bare-board'],
  edge: [edge],
  length: about(lengthMm, 0.15),
  width: about(22, 0.15),
  holes: ['half-round'],
  label: [...label, 'nothing'],
  'antenna-snaps': ['no'],
});
/** Of M.2 cards, mm. */
export const LENGTHS = [30, 42, 60, 80, 110] as const;

const M2_DRIVES = LENGTHS.flatMap((mm): Thing[] => [
  thing(
    'drive',
    `m2-${mm}-m-nvme`,
    `M.2 drive ${mm} mm, key M, NVMe`,
    'Goes into a key M socket that is wired for NVMe.',
    m2(mm, 'one-notch-right', ['nvme']),
    M2,
    m2Drawn(mm, 'M'),
  ),
  thing(
    'drive',
    `m2-${mm}-bm-sata`,
    `M.2 drive ${mm} mm, key B+M, SATA`,
    'Goes into key B and key M sockets; runs only where SATA is wired.',
    m2(mm, 'two-notches', ['sata']),
    M2,
    m2Drawn(mm, 'B', 'M'),
  ),
  thing(
    'drive',
    `m2-${mm}-bm-nvme`,
    `M.2 drive ${mm} mm, key B+M, NVMe ×2`,
    'Goes into key B and key M sockets; runs only where NVMe is wired, on two lanes.',
    m2(mm, 'two-notches', ['nvme']),
    M2,
    m2Drawn(mm, 'B', 'M'),
  ),
]);

const card52 = (lengthMm: number, label: string[], snaps: string): Record<string, Shows> => ({
  build: ['bare-board'],
  edge: ['notch-middle'],
  length: about(lengthMm, 0.2),
  width: about(29.85, 0.2),
  holes: ['two-corners'],
  label: [...label, 'nothing'],
  'antenna-snaps': [snaps],
});
const card52Drawn = (lengthMm: number): Thing['drawn'] => ({
  lengthMm,
  widthMm: 29.85,
  notchesMm: [9.4],
  holes: [
    { xMm: lengthMm - 2.6, yMm: 2.6, acrossMm: 2.6 },
    { xMm: lengthMm - 2.6, yMm: 27.2, acrossMm: 2.6 },
  ],
  contacts: 'edge',
});
const box = (
  length: number,
  width: number,
  heights: readonly [number, number],
  edge: string,
  label: string,
): Record<string, Shows> => ({
  build: ['metal-box'],
  edge: [edge],
  length: about(length, 0.6),
  width: about(width, 0.35),
  height: { from: heights[0], to: heights[1] },
  holes: ['side-holes'],
  label: [label, 'nothing'],
});
const boxDrawn = (lengthMm: number, widthMm: number, contacts: 'plug' | 'pins'): Thing['drawn'] => ({
  lengthMm,
  widthMm,
  notchesMm: [],
  holes: [],
  contacts,
});

const OTHER_DRIVES: readonly Thing[] = [
  thing(
    'drive',
    'msata-full',
    'mSATA card',
    'Speaks SATA. Its socket looks like that of a wireless card.',
    card52(50.8, ['sata'], 'no'),
    'JEDEC MO-300, from memory',
    card52Drawn(50.8),
  ),
  thing(
    'drive',
    'msata-half',
    'mSATA card, half size',
    'Speaks SATA; held only where the screw places are for half size.',
    card52(26.8, ['sata'], 'no'),
    'JEDEC MO-300, from memory',
    card52Drawn(26.8),
  ),
  thing(
    'drive',
    'mini-card-full',
    'Wireless card, mini PCIe',
    'No drive: a radio. Antennas snap on.',
    card52(50.8, ['wireless'], 'yes'),
    'PCI Express Mini Card, from memory',
    card52Drawn(50.8),
  ),
  thing(
    'drive',
    'mini-card-half',
    'Wireless card, half mini PCIe',
    'No drive: a radio. Antennas snap on.',
    card52(26.8, ['wireless'], 'yes'),
    'PCI Express Mini Card, from memory',
    card52Drawn(26.8),
  ),
  thing(
    'drive',
    'm2-wireless',
    'Wireless card, M.2 key A or E',
    'No drive: a radio. Its socket takes no storage.',
    { ...m2(30, 'one-notch-third', ['wireless']), 'antenna-snaps': ['yes'] },
    M2,
    m2Drawn(30, 'B'),
  ),
  thing(
    'drive',
    'sata-25',
    '2.5-inch drive, SATA',
    'Goes into a 2.5-inch bay if it is not too high; with a converter into a 3.5-inch one.',
    box(100.2, 69.85, [4.9, 15.2], 'sata-l', 'sata'),
    'SFF-8201, from memory',
    boxDrawn(100.2, 69.85, 'plug'),
  ),
  thing(
    'drive',
    'pata-25',
    '2.5-inch drive, PATA',
    'Old: 44 pins of 2 mm. A SATA drive does not go in its stead.',
    { ...box(100.2, 69.85, [8.9, 12.8], 'pin-rows', 'pata'), pins: about(44, 1) },
    'SFF-8201, from memory',
    boxDrawn(100.2, 69.85, 'pins'),
  ),
  thing(
    'drive',
    'sata-35',
    '3.5-inch drive, SATA',
    'Wants 12 V besides 5 V: desktops and some all-in-ones.',
    box(146.8, 101.6, [17, 26.5], 'sata-l', 'sata'),
    'SFF-8301, from memory',
    boxDrawn(146.8, 101.6, 'plug'),
  ),
  thing(
    'drive',
    'pata-35',
    '3.5-inch drive, PATA',
    'Old: 40 pins and four thick ones. Mind the jumpers.',
    { ...box(146.8, 101.6, [17, 26.5], 'pin-rows-power', 'pata'), pins: about(40, 1) },
    'SFF-8301, from memory',
    boxDrawn(146.8, 101.6, 'pins'),
  ),
  thing(
    'drive',
    'micro-sata-18',
    '1.8-inch drive, micro-SATA',
    'Its power tongue is shorter than SATA’s: another plug.',
    box(78.5, 54, [4.8, 8.2], 'sata-l-short', 'sata'),
    'SFF-8144, from memory',
    boxDrawn(78.5, 54, 'plug'),
  ),
  thing(
    'drive',
    'zif-18',
    '1.8-inch drive, ZIF',
    'PATA on a flat cable: the latch is opened first.',
    box(70, 54, [4.8, 8.2], 'thin-slot', 'pata'),
    'SFF-8123, from memory',
    boxDrawn(70, 54, 'pins'),
  ),
];

const slot = (rib: string, width: number): Record<string, Shows> => ({
  build: ['slot-on-board'],
  rib: [rib],
  width: about(width, 0.8),
  label: ['nothing', 'nvme', 'sata', 'wireless', 'memory'],
});
const SOCKETS: readonly Thing[] = [
  thing(
    'socket',
    'socket-m',
    'M.2 socket, key M',
    'Takes M and B+M drives. What it is wired for, NVMe or SATA, the key does not say.',
    slot('near-few', 22),
    M2,
    { lengthMm: 7, widthMm: 22, notchesMm: [KEY_MM.M], holes: [], contacts: 'edge' },
  ),
  thing(
    'socket',
    'socket-b',
    'M.2 socket, key B',
    'Takes B and B+M drives; NVMe on two lanes at most, often SATA.',
    slot('near-six', 22),
    M2,
    { lengthMm: 7, widthMm: 22, notchesMm: [KEY_MM.B], holes: [], contacts: 'edge' },
  ),
  thing(
    'socket',
    'socket-e',
    'M.2 socket, key A or E',
    'For wireless cards: no drive runs here.',
    { ...slot('third', 22), label: ['wireless', 'nothing'] },
    M2,
    { lengthMm: 7, widthMm: 22, notchesMm: [9], holes: [], contacts: 'edge' },
  ),
  thing(
    'socket',
    'socket-52',
    'Socket with 52 contacts',
    'mSATA or mini PCIe: they look alike. See what was in it, or the manual.',
    slot('middle', 30),
    'JEDEC MO-300, from memory',
  ),
  thing(
    'socket',
    'socket-memory',
    'Memory socket',
    'Side clips hold the module.',
    { ...slot('middle', 68), holes: ['clips'] },
    'common practice, no source',
  ),
];

const LEADS: readonly Thing[] = [
  thing(
    'lead',
    'flip-latch',
    'Flat cable in a flip-latch socket',
    'Lift the bar at the edge away from its hinge; it breaks when forced.',
    { build: ['ribbon'], latch: ['flip'], sheen: ['bare-contacts'] },
    'common practice, no source',
  ),
  thing(
    'lead',
    'slide-latch',
    'Flat cable in a slide-latch socket',
    'Pull the bar out at both ears, a millimetre.',
    { build: ['ribbon'], latch: ['slide'], sheen: ['bare-contacts'] },
    'common practice, no source',
  ),
  thing(
    'lead',
    'no-latch',
    'Flat cable without a latch',
    'Slides straight out by its stiff back.',
    { build: ['ribbon'], latch: ['no-latch'], sheen: ['bare-contacts'] },
    'common practice, no source',
  ),
  thing(
    'lead',
    'board-to-board',
    'Board-to-board plug on a ribbon',
    'Lifts straight up, by a tab where there is one.',
    { build: ['ribbon'], latch: ['push'], sheen: ['small-plug', 'shield'] },
    'common practice, no source',
  ),
  thing(
    'lead',
    'wire-plug',
    'Wire plug',
    'By its shell, never by its wires. Note the order of colours.',
    { build: ['wires'], latch: ['pull-shell'] },
    'common practice, no source',
  ),
  thing(
    'lead',
    'squeeze-plug',
    'Wire plug with a squeeze latch',
    'Squeeze, then pull by the shell.',
    { build: ['wires'], latch: ['squeeze'] },
    'common practice, no source',
  ),
  thing(
    'lead',
    'antenna-snap',
    'Antenna snap',
    'Lift from the cable side, straight up.',
    { build: ['antenna'], latch: ['snap'] },
    'common practice, no source',
  ),
];

/** Over the crests a screw measures a little less than its name (ISO 965 tolerances, from memory). */
const screw = (
  id: string,
  name: string,
  diameter: number,
  means: string,
  turns: string[] = ['fine'],
): Thing =>
  thing(
    'screw',
    id,
    name,
    means,
    { build: ['screw'], diameter: { from: diameter - 0.12, to: diameter }, turns },
    'ISO 261; crests from memory',
    {
      lengthMm: 8,
      widthMm: diameter,
      notchesMm: [],
      holes: [],
      contacts: 'none',
    },
  );
const SCREWS: readonly Thing[] = [
  screw('m14', 'Screw M1.4', 1.4, 'Small covers and hinges of leads.'),
  screw('m16', 'Screw M1.6', 1.6, 'Often battery screws: thinner than those of the cover.'),
  screw('m2', 'Screw M2', 2, 'Most covers, and the screw of an M.2 drive.'),
  screw('m25', 'Screw M2.5', 2.5, 'Covers, frames, hinges.'),
  screw('m3', 'Screw M3', 3, 'Sides of 2.5-inch drives, 3 mm deep at most.'),
  screw('unc632', 'Screw 6-32', 3.5, 'Sides of 3.5-inch drives; it does not go into M3.', ['coarse']),
  screw('forming-2', 'Thread-forming screw, 2 mm', 2, 'For plastic bosses. Never into a metal post.', [
    'forming',
  ]),
];

const module = (id: string, name: string, notch: number, means: string): Thing =>
  thing(
    'memory',
    id,
    name,
    means,
    {
      build: ['bare-board'],
      edge: ['notch-middle'],
      length: about(67.6, 0.3),
      width: about(30, 0.4),
      holes: ['clips'],
      label: ['memory', 'nothing'],
      'antenna-snaps': ['no'],
      'notch-from-left': about(notch, 0.6),
    },
    'JEDEC module outlines, from memory',
    { lengthMm: 30, widthMm: 67.6, notchesMm: [notch], holes: [], contacts: 'edge' },
  );
const MEMORY: readonly Thing[] = [
  module('ddr2', 'Memory module DDR2', 16.3, 'Goes only into DDR2 sockets.'),
  module(
    'ddr3',
    'Memory module DDR3',
    24.8,
    'Low-voltage ones run at standard voltage, not the other way about.',
  ),
  module('ddr4', 'Memory module DDR4', 28.6, 'Its edge is slightly curved.'),
  module('ddr5', 'Memory module DDR5', 32.2, 'A supply chip sits on the module.'),
];

export const THINGS: readonly Thing[] = [
  ...M2_DRIVES,
  ...OTHER_DRIVES,
  ...SOCKETS,
  ...LEADS,
  ...SCREWS,
  ...MEMORY,
];
