import type { MachineModel } from '../hardware/index.js';
import { say, type CodeOf, type FactsOf, type Said } from '../units/index.js';
import { GUIDE_WARNINGS } from './words/en/guide-warnings.js';

export type GuideWarningCode = CodeOf<typeof GUIDE_WARNINGS>;

/** Something about a guide that its author should look at. `stops`: it cannot be walked so. */
export interface GuideWarning extends Said<GuideWarningCode> {
  readonly stops: boolean;
  /** Operations it is about; the first is where to look. */
  readonly operationIds: readonly string[];
}

export type Written = Pick<MachineModel, 'guide' | 'places'>;

export const warn = <Code extends GuideWarningCode>(
  code: Code,
  operation: { readonly id: string },
  ...facts: FactsOf<typeof GUIDE_WARNINGS, Code>
): GuideWarning => ({ ...say(GUIDE_WARNINGS, code, ...facts), stops: false, operationIds: [operation.id] });
