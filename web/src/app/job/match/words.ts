import type { Candidate, Finding, Outcome } from '@petrichor/core/fit';
import { sayMm } from '@petrichor/core/units';
import type { MarkName } from '../../ui/state-mark';

/** An outcome as a shape and a word; colour only repeats it. */
export const MARKS: Readonly<Record<Outcome, MarkName>> = {
  fits: 'settled',
  extras: 'needs',
  unknown: 'needs',
  no: 'stop',
};
export const WORDS: Readonly<Record<Outcome, string>> = {
  fits: 'holds',
  extras: 'extra',
  unknown: 'cannot tell',
  no: 'fails',
};

/** An unknown that cannot turn the verdict is something to look at, not something missing. */
export const sayOutcome = ({ outcome, couldChange }: Finding): string =>
  outcome === 'unknown' && !couldChange ? 'look' : WORDS[outcome];

/** In mm where no unit stands: `+0.42 ±.18` · `same` · `with an extra` */
export function sayMargin(finding: Finding): string {
  const { margin, have, need } = finding;
  if (!margin) return have === need ? 'same' : sayOutcome(finding);
  const digits = margin.unit === 'mm' ? 2 : 0;
  const sign = margin.value < 0 ? '−' : '+';
  const value = margin.unit === 'W' ? sayMm(Math.abs(margin.value)) : Math.abs(margin.value).toFixed(digits);
  return `${sign}${value}${margin.plusMinus > 0 ? ` ±${margin.plusMinus.toFixed(digits).replace(/^0\./, '.')}` : ''}${margin.unit === 'mm' ? '' : ` ${margin.unit}`}`;
}

/** `3.94 GB/s` · `550 MB/s` */
export const sayRate = (bytesPerSecond: number): string =>
  bytesPerSecond >= 1e9
    ? `${(bytesPerSecond / 1e9).toFixed(2)} GB/s`
    : `${Math.round(bytesPerSecond / 1e6)} MB/s`;

/** The line under a candidate: what it comes to. */
export const sayShort = ({ verdict }: Candidate): string =>
  verdict.outcome === 'no' || verdict.outcome === 'unknown' ? verdict.because : verdict.headline;

/** `2 in C4` · `comes in 6 days` · `none in stock` */
export function sayStock({
  inStock,
  drawer,
  leadDays,
}: {
  inStock: number;
  drawer: string;
  leadDays: number | null;
}): string {
  if (inStock > 0) return `${inStock} in ${drawer}`;
  return leadDays === null ? 'none in stock' : `comes in ${leadDays} ${leadDays === 1 ? 'day' : 'days'}`;
}
