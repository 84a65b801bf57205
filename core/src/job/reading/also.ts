import { cut } from '../../units/index.js';
import * as z from 'zod';
import type { TakenThing } from '../../hardware/index.js';
import type { WayStep } from '../../teardown/index.js';
import type { JobState } from '../shape/state.js';
import { currentStep, progress } from './walk.js';

/** What may come out that no guide named. */
export const AlsoKindSchema = z.enum(['part', 'screws', 'lead', 'tape']);
export type AlsoKind = z.infer<typeof AlsoKindSchema>;

const VERB: Record<AlsoKind, string> = { part: 'Out', screws: 'Out', lead: 'Unplugged', tape: 'Peeled' };
const BACK: Record<AlsoKind, string> = {
  part: 'Put back',
  screws: 'Drive in',
  lead: 'Plug in',
  tape: 'Lay on',
};

/** A step that was written while walking, not by a guide. */
export const isAlso = (step: Pick<WayStep, 'id'>): boolean => step.id.startsWith('in:also-');

/**
 * The two steps of something that the guide lacks, and where they stand: it comes out before the step at
 * hand, and goes back right after that step is undone.
 */
export function alsoSteps(job: Pick<JobState, 'way'>, kind: AlsoKind, label: string, count: number) {
  const steps = job.way?.steps ?? [];
  const here = currentStep(job)?.step ?? null;
  const onTheWayIn = here?.leg === 'in';
  const last = lastInward(job);
  const number = steps.filter(isAlso).length + 1;
  const what = count > 1 ? `${count} × ${label}` : label;
  const place = (onTheWayIn ? here : last) ?? outside(job);
  const common = {
    ...bareStep(place),
    round: place.round,
    takes: null,
    moves: [thingOf(kind, label, count)],
  };
  const [inId, backId] = [`in:also-${number}`, `out:also-${number}`];
  const short = cut(what, 24);
  const stepIn: WayStep = {
    ...common,
    id: inId,
    leg: 'in',
    title: `Also out: ${what}`,
    short,
    mirrorOf: backId,
  };
  // It goes back before the last step that was whole when it came out, and after everything deeper.
  const undone = steps.find((one) => one.id === last?.mirrorOf);
  const stepBack: WayStep = {
    ...common,
    id: backId,
    leg: backLeg(undone),
    title: `${BACK[kind]}: ${what}`,
    short,
    mirrorOf: inId,
  };
  const inBefore = onTheWayIn ? here.id : firstAfter(steps);
  return { stepIn, stepBack, inBefore, backBefore: undone?.id ?? null };
}

/** The way out, or the leg that already undoes what it goes back before. */
const backLeg = (undone: WayStep | undefined): WayStep['leg'] =>
  undone === undefined || undone.leg === 'in' ? 'out' : undone.leg;

const firstAfter = (steps: readonly WayStep[]): string | null =>
  steps.find((one) => one.leg !== 'in')?.id ?? null;

/** The last step of the way in that is whole. */
const lastInward = (job: Pick<JobState, 'way'>): WayStep | null =>
  progress(job).findLast((one) => one.step.leg === 'in' && one.done && one.step.mirrorOf !== null)?.step ??
  null;

const outside = ({ way }: Pick<JobState, 'way'>) =>
  ({ layer: way?.layers[0]?.id ?? 'outside', side: null, live: false, round: 1 }) as const;

const thingOf = (kind: AlsoKind, label: string, count: number): TakenThing => ({
  key: 'also',
  kind: kind === 'screws' ? 'part' : kind,
  verb: VERB[kind],
  label: kind === 'screws' ? `screws, ${label}` : label,
  count,
  connector: null,
  ties: null,
  onlyWith: null,
});

/** A step of which nothing is known but where it stands. */
const bareStep = ({ layer, side, live }: Pick<WayStep, 'layer' | 'side' | 'live'>) => ({
  operationId: null,
  detail: null,
  caution: null,
  layer,
  side,
  turnTo: null,
  tool: null,
  minutes: 1,
  waitSeconds: null,
  waitKind: 'hold' as const,
  clips: null,
  risk: 'low' as const,
  live,
  role: null,
  checks: [],
});
