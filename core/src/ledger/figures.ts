import { sure } from '../units/index.js';
import { COMEBACK_KINDS, type ComebackKind } from '../job/index.js';
import type { Finished } from './finished.js';

interface Spread {
  readonly median: number;
  /** Nine of ten are within this. */
  readonly p90: number;
}

/** What a workshop's finished jobs add up to. Every figure names how many jobs are behind it. */
interface Figures {
  readonly jobs: number;
  /** Days from the counter back to it. */
  readonly turnRound: Spread | null;
  /** By week of hand-over, oldest first. */
  readonly byWeek: readonly {
    readonly week: string;
    readonly jobs: number;
    readonly medianDays: number;
    readonly kept: number;
  }[];
  /** Handed over by the first promise, and by the last; of 1. */
  readonly promise: { readonly first: number; readonly last: number } | null;
  readonly models: readonly {
    readonly modelId: string;
    readonly name: string;
    readonly jobs: number;
    readonly timed: number;
    /** Minutes at the machine, a job. */
    readonly planned: number;
    readonly taken: number;
    /** Steps that are furthest from what the guide says, with how many times they were walked. */
    readonly steps: readonly {
      readonly id: string;
      readonly title: string;
      readonly times: number;
      readonly planned: number;
      readonly taken: number;
    }[];
    readonly causes: readonly { readonly say: string; readonly jobs: number }[];
  }[];
  readonly comebacks: {
    /** Of 1: finished jobs that came back. */
    readonly share: number;
    readonly jobs: number;
    readonly kinds: readonly { readonly kind: ComebackKind; readonly jobs: number }[];
  };
  /** What jobs waited for longest, by days in all. */
  readonly holdUps: readonly {
    readonly what: string;
    readonly supplier: string;
    readonly times: number;
    readonly days: number;
    readonly slippedDays: number;
  }[];
}

const DAY_MS = 86_400_000;
/** A step is named once it was walked so often: one walk says little. */
const LEAST_WALKS = 2;
const MOST_STEPS = 6;
const MOST_HOLD_UPS = 12;

export function figuresOf(jobs: readonly Finished[]): Figures {
  const days = jobs.map(turnRoundDays);
  return {
    jobs: jobs.length,
    turnRound: spreadOf(days),
    byWeek: byWeek(jobs),
    promise:
      jobs.length === 0
        ? null
        : {
            first: share(jobs, (one) => one.closedAt <= one.firstPromise),
            last: share(jobs, (one) => one.closedAt <= one.lastPromise),
          },
    models: models(jobs),
    comebacks: {
      share: jobs.length === 0 ? 0 : share(jobs, (one) => one.cameBack),
      jobs: jobs.filter((one) => one.cameBack).length,
      kinds: COMEBACK_KINDS.map((kind) => ({
        kind,
        jobs: jobs.filter((one) => one.comebackKind === kind).length,
      })).filter((one) => one.jobs > 0),
    },
    holdUps: holdUps(jobs),
  };
}

const turnRoundDays = (job: Finished): number =>
  (new Date(job.closedAt).getTime() - new Date(job.openedAt).getTime()) / DAY_MS;
const share = (jobs: readonly Finished[], is: (job: Finished) => boolean): number =>
  jobs.filter(is).length / jobs.length;

/** Nearest-rank percentiles. */
function spreadOf(values: readonly number[]): Spread | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const at = (part: number) => round(sure(sorted[Math.max(0, Math.ceil(part * sorted.length) - 1)]));
  return { median: at(0.5), p90: at(0.9) };
}

/** ISO 8601 week of a day: weeks begin on Monday, and the first has the year's first Thursday. */
export function isoWeek(at: string): string {
  const day = new Date(`${at.slice(0, 10)}T00:00:00Z`);
  const thursday = new Date(day.getTime() + (4 - (day.getUTCDay() || 7)) * DAY_MS);
  const first = Date.UTC(thursday.getUTCFullYear(), 0, 1);
  return `${thursday.getUTCFullYear()}-W${String(Math.ceil(((thursday.getTime() - first) / DAY_MS + 1) / 7)).padStart(2, '0')}`;
}

function byWeek(jobs: readonly Finished[]): Figures['byWeek'] {
  return grouped(jobs, (one) => isoWeek(one.closedAt))
    .map(([week, own]) => ({
      week,
      jobs: own.length,
      medianDays: sure(spreadOf(own.map(turnRoundDays))).median,
      kept: share(own, (one) => one.closedAt <= one.firstPromise),
    }))
    .sort((a, b) => a.week.localeCompare(b.week));
}

function models(jobs: readonly Finished[]): Figures['models'] {
  return grouped(jobs, (one) => one.modelId)
    .map(([modelId, own]) => {
      const timed = own.filter((one) => one.steps.length > 0);
      const sum = (job: Finished, of: 'planned' | 'taken') =>
        job.steps.reduce((total, step) => total + step[of], 0);
      return {
        modelId,
        name: sure(own[0]).modelName,
        jobs: own.length,
        timed: timed.length,
        planned: mean(timed.map((job) => sum(job, 'planned'))),
        taken: mean(timed.map((job) => sum(job, 'taken'))),
        steps: steps(timed),
        causes: grouped(
          own.flatMap((one) => one.causes),
          (say) => say,
        )
          .map(([say, all]) => ({ say, jobs: all.length }))
          .sort((a, b) => b.jobs - a.jobs || a.say.localeCompare(b.say)),
      };
    })
    .sort((a, b) => b.jobs - a.jobs || a.name.localeCompare(b.name));
}

/** Furthest from plan first, by how many times longer or shorter. */
function steps(jobs: readonly Finished[]): Figures['models'][number]['steps'] {
  const off = (one: { planned: number; taken: number }) =>
    Math.abs(Math.log(Math.max(0.05, one.taken) / Math.max(0.05, one.planned)));
  return grouped(
    jobs.flatMap((job) => job.steps),
    (step) => step.id,
  )
    .filter(([, walks]) => walks.length >= LEAST_WALKS)
    .map(([id, walks]) => ({
      id,
      title: sure(walks.at(-1)).title,
      times: walks.length,
      planned: mean(walks.map((one) => one.planned)),
      taken: mean(walks.map((one) => one.taken)),
    }))
    .sort((a, b) => off(b) - off(a))
    .slice(0, MOST_STEPS);
}

function holdUps(jobs: readonly Finished[]): Figures['holdUps'] {
  return grouped(
    jobs.flatMap((job) => job.orders),
    (one) => `${one.what}\n${one.supplier}`,
  )
    .map(([, all]) => ({
      what: sure(all[0]).what,
      supplier: sure(all[0]).supplier,
      times: all.length,
      days: round(all.reduce((total, one) => total + one.days, 0)),
      slippedDays: round(all.reduce((total, one) => total + one.slippedDays, 0)),
    }))
    .sort((a, b) => b.days - a.days || a.what.localeCompare(b.what))
    .slice(0, MOST_HOLD_UPS);
}

function grouped<T>(all: readonly T[], by: (one: T) => string): [string, T[]][] {
  const groups = new Map<string, T[]>();
  for (const one of all) groups.set(by(one), [...(groups.get(by(one)) ?? []), one]);
  return [...groups];
}

const mean = (values: readonly number[]): number =>
  values.length === 0 ? 0 : round(values.reduce((total, value) => total + value, 0) / values.length);
const round = (value: number): number => Math.round(value * 100) / 100;
