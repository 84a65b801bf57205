import { normalQuantile, type Range } from './estimate.js';

/** How far a run has come, and how long it took. */
interface Progress {
  readonly doneBytes: number;
  readonly totalBytes: number;
  readonly seconds: number;
}

/** Between the tenth and the ninetieth of a hundred lie so many standard deviations. */
const P10_TO_P90 = 2 * 1.28155;
/**
 * A minute of watching says this much about the whole: standard deviation of the logarithm of the rate over
 * one minute (common practice, no source).
 */
const NOISE_OF_A_MINUTE = 0.3;
/**
 * What stays unknown of what lies ahead, whatever was seen so far, at the start; it shrinks with what is
 * left.
 */
const AHEAD = 0.06;

/**
 * Minutes left, from the range that was foreseen for the whole and what has been seen so far: the ratio of
 * seen to foreseen time is weighed against how sure the forecast was (conjugate normal on the logarithm).
 * Early it hardly moves, late it decides.
 * @param foreseenShare share of the foreseen time that the bytes done so far were to take, 0 to 1.
 */
export function timeLeft(foreseen: Range, progress: Progress, foreseenShare: number): Range {
  const seen = progress.seconds / 60;
  const due = foreseen.p50 * foreseenShare;
  const ahead = foreseen.p50 * (1 - foreseenShare);
  const prior = Math.max(0.02, Math.log(foreseen.p90 / foreseen.p10) / P10_TO_P90) ** 2;
  if (due <= 0 || seen <= 0) return scaled(ahead, 0, prior);
  const noise = NOISE_OF_A_MINUTE ** 2 / Math.max(0.05, seen);
  const weight = prior / (prior + noise);
  const mean = weight * Math.log(seen / due);
  const left = (prior * noise) / (prior + noise) + AHEAD ** 2;
  return scaled(ahead, mean, left);
}

function scaled(minutes: number, mean: number, variance: number): Range {
  const reach = -normalQuantile(0.1) * Math.sqrt(variance);
  return {
    p10: minutes * Math.exp(mean - reach),
    p50: minutes * Math.exp(mean),
    p90: minutes * Math.exp(mean + reach),
  };
}
