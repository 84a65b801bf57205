import { sure } from '@petrichor/core/units';
/** One cause through all findings; chances in the order of the columns, before the first finding first. */
export interface BandInput {
  readonly id: string;
  readonly chances: readonly number[];
}

export interface Band {
  readonly id: string;
  readonly path: string;
  /** Lower edge alone, to be drawn as a line. */
  readonly edge: string;
  /** Middle and thickness at every column. */
  readonly at: readonly { readonly middle: number; readonly thickness: number }[];
}

export interface BandsShape {
  readonly width: number;
  readonly height: number;
  /** Where the dotted line of each finding stands. */
  readonly lines: readonly number[];
  /** Where the last part, now, begins. */
  readonly nowAt: number;
  readonly bands: readonly Band[];
}

export const BANDS = { before: 88, nowWidth: 208, columnLeast: 56, columnMost: 82 } as const;

/**
 * Bands on top of one another: at every column they fill the whole height, so a band's thickness is its share
 * of all chances there. They bend at the line of each finding.
 */
export function bandsShape(
  inputs: readonly BandInput[],
  findings: number,
  width: number,
  height: number,
): BandsShape {
  const nowAt = width - BANDS.nowWidth;
  const column = findings === 0 ? 0 : Math.min(BANDS.columnMost, (nowAt - BANDS.before) / findings);
  const lines = Array.from({ length: findings }, (_, at) => BANDS.before + column * (at + 0.5));
  const columns = findings + 1;
  const tops: number[][] = [Array.from({ length: columns }, () => 0)];
  for (const { chances } of inputs) {
    const above = sure(tops.at(-1));
    tops.push(chances.map((chance, at) => sure(above[at]) + (height * chance) / totalAt(inputs, at)));
  }
  const bend = Math.min(26, column / 2.2);
  return {
    width,
    height,
    lines,
    nowAt,
    bands: inputs.map(({ id }, which) => {
      const [upper, lower] = [sure(tops[which]), sure(tops[which + 1])];
      const edge = along(lower, lines, bend, width);
      return {
        id,
        edge: `M0 ${round(sure(lower[0]))}${edge}`,
        path: `M0 ${round(sure(upper[0]))}${along(upper, lines, bend, width)}L${width} ${round(sure(lower.at(-1)))}${back(lower, lines, bend)}L0 ${round(sure(lower[0]))}Z`,
        at: upper.map((top, at) => ({
          middle: (top + sure(lower[at])) / 2,
          thickness: sure(lower[at]) - top,
        })),
      };
    }),
  };
}

const totalAt = (inputs: readonly BandInput[], at: number): number =>
  inputs.reduce((sum, { chances }) => sum + sure(chances[at]), 0) || 1;

/** From the left to the right: level, and an S at every line. */
function along(levels: readonly number[], lines: readonly number[], bend: number, width: number): string {
  const parts = lines.map((x, at) => {
    const [from, to] = [round(sure(levels[at])), round(sure(levels[at + 1]))];
    return `L${round(x - bend)} ${from}C${round(x)} ${from} ${round(x)} ${to} ${round(x + bend)} ${to}`;
  });
  return `${parts.join('')}L${width} ${round(sure(levels.at(-1)))}`;
}

/** The same from the right to the left. */
function back(levels: readonly number[], lines: readonly number[], bend: number): string {
  return lines
    .map((x, at) => {
      const [from, to] = [round(sure(levels[at + 1])), round(sure(levels[at]))];
      return `L${round(x + bend)} ${from}C${round(x)} ${from} ${round(x)} ${to} ${round(x - bend)} ${to}`;
    })
    .reverse()
    .join('');
}

const round = (value: number): number => Math.round(value * 10) / 10;
