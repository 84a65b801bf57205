import { sure } from '@petrichor/core/units';
/** A partition of a drive as it is drawn; bytes from the start of the drive. */
export interface StrataPart {
  readonly number: number;
  readonly say: string;
  readonly startByte: number;
  readonly bytes: number;
  /** Null: nobody knows; then all of it is drawn as used. */
  readonly usedBytes: number | null;
  /** Its size may be changed. */
  readonly stretches: boolean;
}
export interface StrataDrive {
  readonly bytes: number;
  readonly parts: readonly StrataPart[];
}

export interface PartShape {
  readonly number: number;
  readonly say: string;
  readonly tone: string;
  readonly top: number;
  readonly height: number;
  /** Of it, from the top. */
  readonly usedHeight: number;
  readonly bytes: number;
  readonly usedBytes: number | null;
  readonly stretches: boolean;
  /** Where its name stands beside the column, when it is too thin to hold it; null: inside. */
  readonly labelY: number | null;
}
export interface Ribbon {
  readonly number: number;
  readonly tone: string;
  /** What is carried; its thickness never changes. */
  readonly data: string;
  /** Free room beside it, which may widen. */
  readonly air: string | null;
  readonly middle: number;
  readonly thickness: number;
}
export interface StrataShape {
  readonly height: number;
  readonly pixelsPerByte: number;
  readonly left: readonly PartShape[];
  readonly right: readonly PartShape[];
  readonly leftHeight: number;
  readonly rightHeight: number;
  readonly ribbons: readonly Ribbon[];
  /** Top of what is left bare at the end, and its height; null: none worth drawing. */
  readonly bare: { readonly top: number; readonly height: number; readonly labelY: number } | null;
}

export const STRATA = { top: 14, left: 182, width: 150, right: 540, holds: 34, labelStep: 19 } as const;
const TONES = ['--s6', '--s5', '--s4', '--s2', '--s3', '--s1'];
/** What is smaller than this is named in the table only. */
const LEAST_NAMED_BYTES = 64 * 2 ** 20;
/** Thinner than this is drawn as a line. */
const THIN = 3;

/**
 * Both drives at one scale, bytes down the page; ribbons from each old partition to its place on the new
 * drive.
 */
export function strataShape(source: StrataDrive, target: StrataDrive, height: number): StrataShape {
  const scale = height / Math.max(source.bytes, target.bytes, 1);
  const tones = new Map(source.parts.map((part, at) => [part.number, toneOf(part, at)]));
  const end = Math.max(0, ...target.parts.map((part) => part.startByte + part.bytes));
  const bareHeight = (target.bytes - end) * scale;
  const bareLabelY = STRATA.top + target.bytes * scale + 1;
  const left = shapesOf(source, scale, tones, Number.POSITIVE_INFINITY);
  const right = shapesOf(target, scale, tones, bareHeight > THIN ? bareLabelY : Number.POSITIVE_INFINITY);
  return {
    height,
    pixelsPerByte: scale,
    left,
    right,
    leftHeight: source.bytes * scale,
    rightHeight: target.bytes * scale,
    ribbons: left.flatMap((from) => {
      const to = right.find((one) => one.number === from.number);
      return to ? [ribbon(from, to)] : [];
    }),
    bare:
      bareHeight > THIN ? { top: STRATA.top + end * scale, height: bareHeight, labelY: bareLabelY } : null,
  };
}

/** Earth gets darker with depth; what a drive starts and mends itself with is stone. */
const toneOf = (part: StrataPart, at: number): string =>
  part.stretches ? sure(TONES[2 + (at % 3)]) : sure(TONES[at % 2]);

/** @param floor where the lowest name beside the column already stands. */
function shapesOf(
  { parts }: StrataDrive,
  scale: number,
  tones: ReadonlyMap<number, string>,
  floor: number,
): PartShape[] {
  const shapes = parts.map((part) => {
    const height = part.bytes * scale;
    const used = part.usedBytes === null ? 1 : Math.min(1, part.usedBytes / Math.max(1, part.bytes));
    return {
      number: part.number,
      say: part.say,
      tone: tones.get(part.number) ?? '--s3',
      top: STRATA.top + part.startByte * scale,
      height,
      usedHeight: height * used,
      bytes: part.bytes,
      usedBytes: part.usedBytes,
      stretches: part.stretches,
    };
  });
  // Names of thin ones stand beside the column, pushed apart from the bottom up so that the last keep their
  // place.
  let below = floor;
  const labels = new Map<number, number>();
  for (const one of [...shapes].reverse()) {
    if (one.height >= STRATA.holds || one.bytes < LEAST_NAMED_BYTES) continue;
    const at = Math.min(one.top + one.height / 2 + 4, below - STRATA.labelStep);
    labels.set(one.number, at);
    below = at;
  }
  // What was pushed above the top comes down again, and pushes in turn.
  let above = STRATA.top + 4 - STRATA.labelStep;
  for (const [number, at] of [...labels].reverse()) {
    const lowered = Math.max(at, above + STRATA.labelStep);
    labels.set(number, lowered);
    above = lowered;
  }
  return shapes.map((one) => ({ ...one, labelY: labels.get(one.number) ?? null }));
}

function ribbon(from: PartShape, to: PartShape): Ribbon {
  const [x1, x2] = [STRATA.left + STRATA.width, STRATA.right];
  const middle = (x1 + x2) / 2;
  const band = (a: number, b: number, c: number, d: number) =>
    `M${x1} ${r(a)}C${middle} ${r(a)} ${middle} ${r(b)} ${x2} ${r(b)}V${r(d)}C${middle} ${r(d)} ${middle} ${r(c)} ${x1} ${r(c)}Z`;
  const thickness = Math.min(from.usedHeight, to.height);
  const air = from.height - thickness > THIN || to.height - thickness > THIN;
  return {
    number: from.number,
    tone: from.tone,
    data: band(from.top, to.top, from.top + Math.max(thickness, 1), to.top + Math.max(thickness, 1)),
    air: air
      ? band(from.top + thickness, to.top + thickness, from.top + from.height, to.top + to.height)
      : null,
    middle: (from.top + to.top) / 2 + thickness / 2,
    thickness,
  };
}

const r = (value: number): number => Math.round(value * 10) / 10;

/** Round marks for a scale of so many bytes: about ten of them, in steps of 1, 2 or 5. */
export function marksFor(bytes: number, unit: number): { at: number; say: string }[] {
  const all = bytes / unit;
  const step =
    [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000].find((one) => all / one <= 11) ?? 20_000;
  return Array.from({ length: Math.floor(all / step) + 1 }, (_, at) => ({
    at: at * step * unit,
    say: (at * step).toLocaleString('en-GB'),
  }));
}
