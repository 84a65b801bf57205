import { isTaking } from '../../teardown/index.js';
import { sayScrew, type TakenThing } from '../../hardware/index.js';
import type { ScrewHole } from '../../fit/index.js';
import { SAY_OWN_SCREW, SAY_SCREW_FROM, type Substitute } from '../shape/substitute.js';
import type { TrayItem } from '../shape/tray.js';
import type { JobState } from '../shape/state.js';
import { countOf, currentStep, legOf, progress, type StepProgress } from './walk.js';

type ScrewThing = Extract<TakenThing, { kind: 'screw' }>;

/** A group of holes on the way back that still wants screws. */
export interface OpenHoles {
  readonly stepId: string;
  readonly title: string;
  readonly thing: ScrewThing;
  /** How many are open. */
  readonly open: number;
  readonly hole: ScrewHole;
}

/** Where another screw may go now: the step at hand, and steps that were left short. */
export function holesToFill(job: JobState): OpenHoles[] {
  const leg = legOf(job.phase);
  if (leg === null || leg === 'in') return [];
  const here = currentStep(job);
  return progress(job)
    .filter((one) => !isTaking(one.step) && (one.step.id === here?.step.id || one.short !== null))
    .flatMap(openHoles);
}

const openHoles = ({ step, moved }: StepProgress): OpenHoles[] =>
  step.moves.flatMap((thing) => {
    const done = moved[thing.key] ?? 0;
    const open = countOf(thing) - done;
    if (thing.kind !== 'screw' || open <= 0) return [];
    // The shallowest of the open holes, where all were measured: it may go into any of them.
    const depths = thing.holes.slice(done).map((hole) => hole.depthMm ?? null);
    const depthMm = depths.some((mm) => mm === null) ? null : Math.min(...depths.map((mm) => mm ?? 0));
    const hole: ScrewHole = { own: thing.screw, depthMm, behind: thing.behind };
    return [{ stepId: step.id, title: step.title, thing, open, hole }];
  });

const lostId = (id: string): string => `lost/${id}`;
const owedId = (id: string): string => `owed/${id}`;

/** What a substitute leaves to be settled, as it lies on the tray. */
export function trayOf(one: Substitute, layer: string): TrayItem[] {
  const item = (
    id: string,
    kind: 'lost' | 'owed',
    verb: string,
    screw: Substitute['screw'],
    extra: string,
  ): TrayItem => ({
    id,
    kind,
    verb,
    label: `${sayScrew(screw)}${extra}`,
    layer,
    screw,
    holes: [],
    of: one.count,
    out: one.count,
  });
  return [
    ...(one.became === 'lost' ? [item(lostId(one.id), 'lost', 'Lost', one.own, '')] : []),
    ...(one.from === 'borrowed'
      ? [item(owedId(one.id), 'owed', 'Owed', one.screw, one.where && `, to ${one.where}`)]
      : []),
  ];
}

/** Id on the tray of what is settled with it. */
export const unsettledId = (id: string, what: 'lost' | 'owed'): string =>
  what === 'lost' ? lostId(id) : owedId(id);

export const isOfSubstitute = (item: Pick<TrayItem, 'id'>, id: string): boolean =>
  item.id === lostId(id) || item.id === owedId(id);

/** `1 × M2 × 4 pan from the shelf in place of M2 × 5 pan, lost` */
export function saySubstitute({ count, screw, from, where, own, became }: Substitute): string {
  const whence = `${SAY_SCREW_FROM[from]}${where === '' ? '' : ` (${where})`}`;
  return `${count} × ${sayScrew(screw)} ${whence} in place of ${sayScrew(own)}, ${SAY_OWN_SCREW[became]}`;
}

/** The same for the customer: where ours came from is the workshop's. */
export const sayToCustomer = ({ count, screw, own, title, sentence }: Substitute): string =>
  `${count} × ${sayScrew(screw)} instead of ${sayScrew(own)}, at ‘${title}’. ${sentence}`;

export interface Unsettled {
  readonly id: string;
  readonly what: 'lost' | 'owed';
  readonly say: string;
}

/** Screws that are lost and not looked for yet, or owed to somebody. */
export const unsettledScrews = ({ substitutes }: Pick<JobState, 'substitutes'>): Unsettled[] =>
  substitutes.flatMap((one): Unsettled[] => [
    ...(one.became === 'lost' && !one.lostSettled
      ? [{ id: one.id, what: 'lost' as const, say: `${one.count} × ${sayScrew(one.own)}, lost` }]
      : []),
    ...(one.from === 'borrowed' && !one.givenBack
      ? [
          {
            id: one.id,
            what: 'owed' as const,
            say: `${one.count} × ${sayScrew(one.screw)}, owed${one.where && ` to ${one.where}`}`,
          },
        ]
      : []),
  ]);
