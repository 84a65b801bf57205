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
    const above = tops.at(-1)!;
    tops.push(chances.map((chance, at) => above[at]! + (height * chance) / totalAt(inputs, at)));
  }
  const bend = Math.min(26, column / 2.2);
  return {
    width,
    height,
    lines,
    nowAt,
    bands: inputs.map(({ id }, which) => {
      const [upper, lower] = [tops[which]!, tops[which + 1]!];
      const edge = along(lower, lines, bend, width);
      return {
        id,
        edge: `M0 ${round(lower[0]!)}${edge}`,
        path: `M0 ${round(upper[0]!)}${along(upper, lines, bend, width)}L${width} ${round(lower.at(-1)!)}${back(lower, lines, bend)}L0 ${round(lower[0]!)}Z`,
        at: upper.map((top, at) => ({ middle: (top + lower[at]!) / 2, thickness: lower[at]! - top })),
      };
    }),
  };
}

const totalAt = (inputs: readonly BandInput[], at: number): number =>
  inputs.reduce((sum, { chances }) => sum + chances[at]!, 0) || 1;

/** From the left to the right: level, and an S at every line. */
function along(levels: readonly number[], lines: readonly number[], bend: number, width: number): string {
  const parts = lines.map((x, at) => {
    const [from, to] = [round(levels[at]!), round(levels[at + 1]!)];
    return `L${round(x - bend)} ${from}C${round(x)} ${from} ${round(x)} ${to} ${round(x + bend)} ${to}`;
  });
  return `${parts.join('')}L${width} ${round(levels.at(-1)!)}`;
}

/** The same from the right to the left. */
function back(levels: readonly number[], lines: readonly number[], bend: number): string {
  return lines
    .map((x, at) => {
      const [from, to] = [round(levels[at + 1]!), round(levels[at]!)];
      return `L${round(x + bend)} ${from}C${round(x)} ${from} ${round(x)} ${to} ${round(x - bend)} ${to}`;
    })
    .reverse()
    .join('');
}

const round = (value: number): number => Math.round(value * 10) / 10;
