import type { MachineModel, Operation } from '../hardware/index.js';

/** Something about a guide that its author should look at. `stops`: it cannot be walked so. */
export interface GuideWarning {
  readonly code: string;
  readonly stops: boolean;
  /** Operations it is about; the first is where to look. */
  readonly operationIds: readonly string[];
  readonly sentence: string;
}

export type Written = Pick<MachineModel, 'guide' | 'slots'>;

export const warn = (code: string, operation: Pick<Operation, 'id'>, sentence: string): GuideWarning => ({
  code,
  stops: false,
  operationIds: [operation.id],
  sentence,
});
