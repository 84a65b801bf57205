import type { PlanInput, PlanOperation } from '../teardown/index.js';
import { sequence } from './disks.js';

/**
 * An invented guide of so many operations: layers on top of one another, most steps after one or two of the
 * layer before, some by either of two ways, a few sides and tools that come in runs as in real machines.
 */
export function inventedGuide(size: number, seed: number): PlanInput {
  const next = sequence(seed * 7919 + size);
  const sides = ['lid-open', 'base-up', 'palm-rest-raised'];
  const tools = ['PH0', 'PH00', 'T5', 'pick', 'tweezers'];
  const operations: PlanOperation[] = [];
  for (let at = 0; at < size; at++) {
    const earlier = (): string => operations[Math.max(0, at - 1 - next(Math.min(at, 7)))]!.id;
    const group = (): string[] => [...new Set(Array.from({ length: 1 + next(2) }, earlier))];
    const alternatives = at < 3 ? 0 : next(10) < 2 ? 2 : 1;
    operations.push({
      id: `op-${at}`,
      side: next(5) === 0 ? null : sides[next(10) < 7 ? 1 : next(3)]!,
      tool: next(4) === 0 ? null : tools[next(tools.length)]!,
      minutes: (1 + next(10)) / 2,
      after: Array.from({ length: alternatives }, group),
    });
  }
  return {
    start: { side: 'base-up', tool: null },
    costs: { turnMinutes: 0.5, toolChangeMinutes: 0.25 },
    operations,
    reach: [
      operations.at(-1)!.id,
      operations[Math.floor(size * 0.8)]!.id,
      operations[Math.floor(size * 0.6)]!.id,
    ],
  };
}
