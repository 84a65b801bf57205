import { isTaking } from '../../teardown/index.js';
import { sayScrew, type Screw } from '../../hardware/index.js';
import { sayMm } from '../../units/index.js';
import { stillOut } from './tray.js';
import type { TrayItem } from '../shape/tray.js';
import { countOf, progress } from './walk.js';
import type { JobState } from '../shape/state.js';
import { type HolesOfStep, type CountLine } from '../shape/screw-count.js';

const screwKey = (screw: Screw): string => `${sayScrew(screw)} ${screw.bit}`;

/**
 * Kinds of loose screws of this job: what the steps have taken out so far, and how many should lie on the mat
 * now.
 */
export function screwsExpected(
  job: Pick<JobState, 'way' | 'tray' | 'waivers'>,
): { screw: Screw; key: string; expected: number }[] {
  const kinds = new Map<string, { screw: Screw; key: string; expected: number }>();
  for (const step of job.way?.steps ?? [])
    for (const thing of step.moves)
      if (thing.kind === 'screw' && !thing.captive) {
        const key = screwKey(thing.screw);
        if (!kinds.has(key)) kinds.set(key, { screw: thing.screw, key, expected: 0 });
      }
  for (const item of stillOut(job)) {
    const kind =
      item.kind === 'screw' &&
      item.screw !== null &&
      !isCaptive(job, item) &&
      kinds.get(screwKey(item.screw));
    if (kind) kind.expected += item.out;
  }
  return [...kinds.values()].sort(
    (a, b) => a.screw.thread.localeCompare(b.screw.thread) || a.screw.lengthMm - b.screw.lengthMm,
  );
}

const isCaptive = ({ way }: Pick<JobState, 'way'>, item: TrayItem): boolean =>
  way?.steps.some((step) =>
    step.moves.some(
      (thing) => thing.kind === 'screw' && thing.captive && item.id === `${step.id}/${thing.key}`,
    ),
  ) ?? false;

/**
 * Compares what lies on the mat with what the steps say. One left over: a hole that was ticked is empty; one
 * missing: it is lost, or sits in another hole. Missing of one kind and left over of another of the same
 * thread: most likely they were swapped, and if the one driven in is the longer, the hole is looked at before
 * anything is switched on.
 */
export function reconcile(
  job: Pick<JobState, 'way' | 'tray' | 'waivers'>,
  counted: readonly { readonly key: string; readonly counted: number }[],
): CountLine[] {
  const kinds = screwsExpected(job).map((kind) => ({
    ...kind,
    counted: counted.find((one) => one.key === kind.key)?.counted ?? kind.expected,
  }));
  const over = kinds.filter((kind) => kind.counted > kind.expected);
  const short = kinds.filter((kind) => kind.counted < kind.expected);
  return kinds.map((kind) => {
    const { screw, expected } = kind;
    const line = { screw, expected, counted: kind.counted };
    const many = Math.abs(kind.counted - expected);
    const what = `${many} ${sayScrew(screw)}`;
    if (kind.counted > expected) {
      const holes = drivenHoles(job, screw);
      const swapped = short.find((other) => other.screw.thread === screw.thread);
      return {
        ...line,
        holes,
        sentence: swapped ? sayIn(swapped.screw, screw, holes) : `${what} left over: ${sayEmpty(holes)}`,
      };
    }
    if (kind.counted < expected) {
      const holes = openHoles(job, screw);
      const swapped = over.find((other) => other.screw.thread === screw.thread);
      return {
        ...line,
        holes,
        sentence: swapped
          ? `${what} missing, and ${sayScrew(swapped.screw)} is left over: they were most likely swapped.`
          : `${what} missing: look under the machine, in it and on the magnets before you go on. It belongs to ${sayHoles(holes)}.`,
      };
    }
    return { ...line, holes: [], sentence: '' };
  });
}

/** A driven hole holds `inside` where `belongs` should be. */
function sayIn(inside: Screw, belongs: Screw, holes: readonly HolesOfStep[]): string {
  const where = sayHoles(holes);
  const beyond = inside.lengthMm - belongs.lengthMm;
  return beyond > 0
    ? `A ${sayScrew(inside)} most likely sits where a ${sayScrew(belongs)} belongs: ${where}. It is ${sayMm(beyond)} mm too long there: take it out before you press or switch on anything, and look for a bump or a hole.`
    : `A ${sayScrew(inside)} most likely sits where a ${sayScrew(belongs)} belongs: ${where}. It is ${sayMm(-beyond)} mm too short and may hold nothing: change it.`;
}

const sayEmpty = (holes: readonly HolesOfStep[]): string =>
  holes.length === 0
    ? 'no hole of this job takes it. Is it from another machine?'
    : `a hole is empty. Look at ${sayHoles(holes)}.`;

const sayHoles = (holes: readonly HolesOfStep[]): string =>
  holes.length === 0
    ? 'no open hole of this job'
    : holes
        .map(
          (one) =>
            `${one.holes.length === 1 ? 'the hole' : `the ${one.holes.length} holes`} of ‘${one.title}’`,
        )
        .join(' or ');

/**
 * Holes of this kind that were counted as filled on the way out, last first: the newest is nearest at hand.
 */
function drivenHoles(job: Pick<JobState, 'way'>, screw: Screw): HolesOfStep[] {
  return holesOf(job, screw, false, (moved) => [0, moved]).reverse();
}

/** Holes of this kind that are open now, which the screw would go into. */
function openHoles(job: Pick<JobState, 'way'>, screw: Screw): HolesOfStep[] {
  const back = holesOf(job, screw, false, (moved, of) => [moved, of]);
  const out = new Set(holesOf(job, screw, true, (moved) => [0, moved]).map((one) => one.stepId));
  const opened = new Map(job.way?.steps.map((step) => [step.id, step.mirrorOf]));
  return back.filter((one) => out.has(opened.get(one.stepId) ?? ''));
}

function holesOf(
  job: Pick<JobState, 'way'>,
  screw: Screw,
  taken: boolean,
  part: (moved: number, of: number) => [number, number],
): HolesOfStep[] {
  return progress(job).flatMap(({ step, moved }) =>
    step.moves.flatMap((thing) => {
      if (
        isTaking(step) !== taken ||
        thing.kind !== 'screw' ||
        thing.captive ||
        screwKey(thing.screw) !== screwKey(screw)
      )
        return [];
      const holes = thing.holes.slice(...part(moved[thing.key] ?? 0, countOf(thing)));
      return holes.length > 0 ? [{ stepId: step.id, title: step.title, holes }] : [];
    }),
  );
}

/** What the last count left open, as sentences. */
export const countOpen = ({ screwCount }: Pick<JobState, 'screwCount'>): string[] =>
  (screwCount?.lines ?? []).flatMap((line) => (line.sentence === '' ? [] : [line.sentence]));

/** Where the screws of a step that was left short belong: said at once, at the step. */
export function sayMissing(job: Pick<JobState, 'way'>, stepId: string): string | null {
  const here = progress(job).find((one) => one.step.id === stepId);
  if (!here || isTaking(here.step)) return null;
  const missing = here.step.moves.flatMap((thing) => {
    const left = countOf(thing) - (here.moved[thing.key] ?? 0);
    if (thing.kind !== 'screw' || left === 0) return [];
    const holes = thing.holes.slice(here.moved[thing.key] ?? 0);
    const places = holes.map((hole) => `${Math.round(hole.xMm)} / ${Math.round(hole.yMm)} mm`).join(', ');
    return [`${left} ${sayScrew(thing.screw)} for ${left === 1 ? 'the hole' : 'the holes'} at ${places}`];
  });
  return missing.length === 0 ? null : `Missing: ${missing.join('; ')}.`;
}
