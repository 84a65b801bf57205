import * as z from 'zod';
import type { Measure } from '../units/index.js';
import { SideSchema } from './guide.js';
import { MachineModelSchema, type MachineModel } from './machine-model.js';
import { SOME_DRIVE } from './slot.js';

/** What one knows of a machine with its screws still in. */
export const FreshModelSchema = z.strictObject({
  maker: z.string().trim().min(1, 'Say who made it.').max(40),
  name: z.string().trim().min(1, 'Say what it is called.').max(60),
  labelText: z.string().trim().min(1, 'Type what the label underneath says.').max(60),
  slotKind: z.enum(['m2', 'msata', 'bay-2.5', 'bay-3.5', 'bay-1.8']),
  startSide: SideSchema,
  widthMm: z.number('Measure its width in mm.').min(50, 'Measure its width in mm.').max(2000),
  heightMm: z.number('Measure its depth in mm.').min(50, 'Measure its depth in mm.').max(2000),
});
export type FreshModel = z.infer<typeof FreshModelSchema>;

/** A length that nobody measured yet: what is usual, and so wide that no verdict rests on it. */
const guess = (mm: number): Measure => ({ mm, plusMinusMm: 10, from: 'ruler' });

const base = {
  id: 'drive',
  reach: ['drive-out'],
  // Its guide begins with a machine that lies open here, and has a drive in it that nobody has read yet.
  fitted: SOME_DRIVE,
  claimedLimitGb: null,
};
/** What stands in a slot whose facts are yet to be read, so that it is a slot at all: nobody has looked. */
const notLooked = (...facts: readonly string[]) => ({
  sources: Object.fromEntries(facts.map((fact) => [fact, { state: 'nobody-looked' as const }])),
});
const card = {
  standOff: guess(1.5),
  coverAt: guess(5),
  stack: [],
  screw: { thread: 'M2', lengthMm: 3, head: 'wafer', bit: 'PH0' },
  screwState: 'not-looked',
};
const bay = (lengthMm: number, widthMm: number, heightMm: number, connector: string) => ({
  roomLength: guess(lengthMm),
  roomWidth: guess(widthMm),
  roomHeight: guess(heightMm),
  connector,
  generation: 3,
  ...notLooked('connector', 'generation', 'roomLength', 'roomWidth', 'roomHeight'),
});
/** Usual sizes by family, all to be measured (trade: form factors). */
const SLOTS: Record<FreshModel['slotKind'], object> = {
  m2: {
    ...base,
    ...card,
    kind: 'm2',
    label: 'M.2 socket',
    key: 'M',
    protocols: ['nvme'],
    generation: 3,
    lanes: 4,
    ...notLooked(
      'key',
      'protocols',
      'generation',
      'lanes',
      'roomLength',
      'roomWidth',
      'post',
      'coverAt',
      'standOff',
    ),
    roomLength: guess(84),
    roomWidth: guess(24),
    post: { nowAtMm: 80, canMoveToMm: [], tool: null },
  },
  msata: {
    ...base,
    ...card,
    ...notLooked('coverAt', 'standOff'),
    kind: 'msata',
    label: 'mSATA socket',
    wiredFor: 'not-known',
    generation: 3,
    sizes: ['full'],
  },
  'bay-2.5': { ...base, ...bay(102, 70.6, 9.8, 'sata'), kind: 'bay-2.5', label: '2.5-inch bay' },
  'bay-3.5': { ...base, ...bay(150, 103, 27, 'sata'), kind: 'bay-3.5', label: '3.5-inch bay' },
  'bay-1.8': { ...base, ...bay(80, 55, 8.5, 'zif-40'), kind: 'bay-1.8', label: '1.8-inch bay' },
};

const operation = (own: object) => ({
  detail: null,
  side: null,
  tool: null,
  takes: [],
  caution: null,
  waitSeconds: null,
  mirror: null,
  atSwap: false,
  ...own,
});

/**
 * A draft to write a guide in while the machine is opened for the first time: off, unplugged, and the drive
 * out at the end; what lies between is added as it comes.
 */
export function freshModel(known: FreshModel): MachineModel {
  const slug = (text: string) =>
    text
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '');
  return MachineModelSchema.parse({
    format: 'petrichor-machine-model',
    id: slug(`${known.maker} ${known.name}`).slice(0, 60).replace(/-$/, '') || 'model',
    maker: known.maker,
    name: known.name,
    labelTexts: [known.labelText],
    // Only a laptop lies there with its lid open.
    body: known.startSide === 'lid-open' ? 'folds' : 'stands',
    firmwareEntry: '',
    tryBeforeClosing:
      'Rest the cover on, plug the mains in, read the drive list in firmware, then mains out again.',
    settings: [],
    places: [SLOTS[known.slotKind]],
    cautions: [
      'The maker’s service manual and local rules come first.',
      'Battery: no puncture, no heat; swollen means stop.',
    ],
    guide: {
      version: 1,
      state: 'draft',
      layers: [
        { id: 'outside', name: 'Outside' },
        { id: 'cover', name: 'Cover' },
        { id: 'inside', name: 'Inside' },
        { id: 'slot', name: 'Slot' },
      ],
      startSide: known.startSide,
      turnMinutes: 0.5,
      toolChangeMinutes: 0.25,
      outline: {
        widthMm: known.widthMm,
        heightMm: known.heightMm,
        topEdge: 'far edge',
        bottomEdge: 'near edge',
        landmarks: [],
      },
      operations: [
        operation({
          id: 'shut-down',
          title: 'Shut it down fully',
          short: 'shut down',
          layer: 'outside',
          minutes: 1,
          after: [],
          caution: 'Not sleep, not restart: wait for the last light.',
          role: 'power-off',
        }),
        operation({
          id: 'mains-off',
          title: 'Unplug the mains lead and everything else',
          short: 'leads out',
          layer: 'outside',
          minutes: 1,
          after: [['shut-down']],
          role: 'mains',
          takes: [{ key: 'mains', kind: 'lead', verb: 'Unplugged', label: 'mains lead' }],
          mirror: {
            title: 'Plug the mains lead in again',
            short: 'mains lead in',
            minutes: 0.5,
            caution: null,
          },
        }),
        operation({
          id: 'drive-out',
          title: 'Take the old drive out',
          short: 'old drive out',
          layer: 'slot',
          minutes: 1,
          after: [['mains-off']],
          takes: [{ key: 'drive', kind: 'drive', verb: 'Out', label: 'old drive' }],
          mirror: { title: 'Put the drive in', short: 'drive in', minutes: 1, caution: null },
          atSwap: true,
          place: 'drive',
        }),
      ],
    },
  });
}
