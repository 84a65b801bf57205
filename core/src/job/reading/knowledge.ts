import type { About, DiagnosisKnowledge } from '../../diagnose/index.js';
import type { Drive, MachineModel, Part } from '../../hardware/index.js';
import type { Pricing } from '../../quote/index.js';
import type { Policy } from '../../teardown/index.js';

/** What the core may look up. The same documents are at hand in the browser and in the server. */
export interface Knowledge {
  model(id: string): MachineModel | undefined;
  /** A drive of the shelf that the command names in a field called `driveId`. */
  drive(id: string): Drive | undefined;
  /** Small parts of the shelf. */
  parts(): readonly Part[];
  /** The workshop's edition, with what its jobs have taught. */
  diagnosis(about: About): DiagnosisKnowledge;
  /** How this workshop opens machines. */
  policy(): Policy;
  /** What it charges. */
  pricing(): Pricing;
}
export type LookUp = keyof Knowledge;
