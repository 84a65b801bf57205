import type { JobCommand, Found } from '../job/index.js';
import { memorySockets, m2Slot, model, operation, part } from './samples.js';

const BOARD = {
  generation: 'ddr4' as const,
  lowVoltageOnly: false,
  solderedGib: 0,
  maxMegatransfers: 3200,
  megatransfersAllFull: 2933,
  oddCountsWork: true,
};
/** A machine with a drive, an empty slot for another, and two sockets for memory. */
export const roomy = () => {
  const plain = model();
  return model({
    places: [
      ...plain.places,
      m2Slot({ id: 'm2-b', label: 'second slot', fitted: null, reach: ['drive-b'] }),
      ...memorySockets('A', 'B').map((one, at) => ({
        ...one,
        id: ['mem-a', 'mem-b'][at]!,
        reach: ['cover-off'],
      })),
    ],
    memory: BOARD,
    firmware: { startsFromNvme: true, starts4kn: null, storageMode: null },
    guide: {
      ...plain.guide,
      operations: [
        ...plain.guide.operations,
        operation({
          id: 'drive-b',
          place: 'm2-b',
          atSwap: true,
          after: [['drain']],
          layer: 'slot',
          title: 'Second drive out',
          takes: [{ kind: 'drive', key: 'drive', verb: 'Out', label: 'second drive' }],
          mirror: { title: 'Slide the second drive in', short: 'second drive', caution: null, minutes: 1 },
        }),
      ],
    },
  });
};
export const MODULE = part({
  kind: 'memory',
  id: 'orrin-16',
  name: 'Orrin 16',
  generation: 'ddr4',
  gib: 16,
  megatransfers: 3200,
  priceMinor: 4300,
  inStock: 2,
  drawer: 'G1',
} as never);
export const memoryIn = (placeId: string, own: Partial<JobCommand> = {}): JobCommand =>
  ({
    type: 'plan-change',
    changeId: 'mem',
    kind: 'memory',
    placeId,
    partId: 'orrin-16',
    ...own,
  }) as JobCommand;
export const found = (placeIds: string[], own: Partial<Found>): JobCommand => ({
  type: 'find',
  placeIds,
  found: { is: 'as-guide', holds: null, missing: [], screws: null, note: '', how: 'seen', ...own },
});

/** From Match on: the first slot's drive is offered, and Ms Quist says yes to it. */
export const AGREED: readonly JobCommand[] = [
  { type: 'advance', from: 'match' },
  { type: 'offer', options: [{ kind: 'advised', slotId: 'm2-a', driveId: 'pellow-p3' }], machineMinor: null },
  {
    type: 'agree',
    slotId: 'm2-a',
    driveId: 'pellow-p3',
    who: 'Ms Quist',
    how: 'phone',
    depositMinor: 0,
    words: '',
  },
  { type: 'advance', from: 'agree' },
];
