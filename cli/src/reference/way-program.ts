import { sure } from '@petrichor/core/units';
import type { PlanInput } from '@petrichor/core/teardown';
import * as highsModule from 'highs';

/**
 * The package is CommonJS, and its types name an ES default: whichever way it is loaded, this is its one
 * function.
 */
const load = ((highsModule as unknown as { default?: Loader }).default ?? highsModule) as unknown as Loader;
type Loader = (
  options: object,
) => Promise<{ solve(program: string, options: object): { Status: string; ObjectiveValue: number } }>;

/**
 * The planner's question as an integer program, solved by HiGHS: which operation stands at which place, which
 * side is up and which tool is in hand there. Nothing of the planner is in it; for guides of a dozen
 * operations at most.
 */
export async function cheapestByProgram(input: PlanInput): Promise<number> {
  const highs = await load({});
  const solved = highs.solve(programOf(input), { mip_rel_gap: 0 });
  if (solved.Status !== 'Optimal') throw new Error(`HiGHS: ${solved.Status}`);
  return solved.ObjectiveValue;
}

function programOf({ start, costs, operations, reach }: PlanInput): string {
  const places = operations.map((_, at) => at + 1);
  const index = new Map(operations.map(({ id }, at) => [id, at]));
  const sides = [...new Set(operations.flatMap((one) => one.side ?? []).concat(start.side ?? []))];
  const tools = ['(none)', ...new Set(operations.flatMap((one) => one.tool ?? []).concat(start.tool ?? []))];
  const x = (operation: number, place: number) => `x_${operation}_${place}`;
  const lines: string[] = [];
  const binaries: string[] = [];
  const objective: string[] = [];
  operations.forEach((one, at) => {
    const all = places.map((place) => x(at, place));
    binaries.push(...all);
    objective.push(...all.map((name) => `${one.minutes} ${name}`));
    lines.push(`${all.join(' + ')} ${reach.includes(one.id) ? '=' : '<='} 1`);
    if (one.after.length > 0) {
      const ways = one.after.map((_, way) => `y_${at}_${way}`);
      binaries.push(...ways);
      lines.push(`${ways.join(' + ')} - ${all.join(' - ')} >= 0`);
      one.after.forEach((group, way) =>
        group.forEach((before) =>
          places.forEach((place) => {
            const earlier = places
              .filter((other) => other < place)
              .map((other) => `- ${x(sure(index.get(before)), other)}`);
            lines.push(`${x(at, place)} ${earlier.join(' ')} + y_${at}_${way} <= 1`);
          }),
        ),
      );
    }
  });
  for (const place of places) {
    const here = operations.map((_, at) => x(at, place));
    lines.push(`${here.join(' + ')} <= 1`);
    if (place > 1)
      lines.push(`${operations.map((_, at) => x(at, place - 1)).join(' + ')} - ${here.join(' - ')} >= 0`);
  }
  const setup = (
    letter: string,
    states: readonly string[],
    first: string | null,
    each: number,
    of: (at: number) => string | null,
  ) => {
    if (states.length === 0) return;
    const name = (place: number, state: number) => `${letter}_${place}_${state}`;
    for (const place of [0, ...places]) {
      const all = states.map((_, state) => name(place, state));
      binaries.push(...all);
      lines.push(`${all.join(' + ')} = 1`);
      if (place === 0) continue;
      objective.push(`${each} d${letter}_${place}`);
      states.forEach((_, state) =>
        lines.push(`d${letter}_${place} - ${name(place, state)} + ${name(place - 1, state)} >= 0`),
      );
      operations.forEach((_, at) => {
        const state = states.indexOf(of(at) ?? '');
        if (state >= 0) lines.push(`${x(at, place)} - ${name(place, state)} <= 0`);
      });
    }
    if (first !== null) lines.push(`${name(0, states.indexOf(first))} = 1`);
  };
  setup('s', sides, start.side, costs.turnMinutes, (at) => sure(operations[at]).side);
  setup('t', tools, start.tool ?? '(none)', costs.toolChangeMinutes, (at) => sure(operations[at]).tool);
  return `Minimize\n obj: ${objective.join(' + ')}\nSubject To\n${lines.map((line, at) => ` c${at}: ${line}`).join('\n')}\nBinary\n ${binaries.join(' ')}\nEnd\n`;
}
