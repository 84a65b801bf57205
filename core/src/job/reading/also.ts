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
  const last =
    progress(job).findLast((one) => one.step.leg === 'in' && one.done && one.step.mirrorOf !== null)?.step ??
    null;
  const at = onTheWayIn ? here : last;
  const number = steps.filter(isAlso).length + 1;
  const what = count > 1 ? `${count} × ${label}` : label;
  const thing: TakenThing = {
    key: 'also',
    kind: kind === 'screws' ? 'part' : kind,
    verb: VERB[kind],
    label: kind === 'screws' ? `screws, ${label}` : label,
    count,
    connector: null,
    ties: null,
  };
  const common = {
    operationId: null,
    detail: null,
    caution: null,
    layer: at?.layer ?? job.way?.layers[0]?.id ?? 'outside',
    side: at?.side ?? null,
    turnTo: null,
    tool: null,
    minutes: 1,
    waitSeconds: null,
    waitKind: 'hold' as const,
    clips: null,
    risk: 'low' as const,
    live: at?.live ?? false,
    role: null,
    checks: [],
    moves: [thing],
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
  const before = last?.mirrorOf ?? null;
  const leg = steps.find((one) => one.id === before)?.leg ?? 'out';
  const stepBack: WayStep = {
    ...common,
    id: backId,
    leg: leg === 'in' ? 'out' : leg,
    title: `${BACK[kind]}: ${what}`,
    short,
    mirrorOf: inId,
  };
  const inBefore = onTheWayIn ? here.id : (steps.find((one) => one.leg !== 'in')?.id ?? null);
  return { stepIn, stepBack, inBefore, backBefore: steps.some((one) => one.id === before) ? before : null };
}
