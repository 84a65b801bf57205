import type { Crossing } from '../crossing.js';
import type { Range } from '../time/estimate.js';

export const WAY_IDS = [
  'clone',
  'clean-install',
  'copy',
  'add',
  'rescue',
  'restore-backup',
  'nothing-to-keep',
] as const;
export type WayId = (typeof WAY_IDS)[number];

/** Something that must be done first, or afterwards. */
export interface Doing {
  readonly id: string;
  readonly say: string;
  /** A setting that goes on the tray while it is off. */
  readonly onTray?: 'secure-boot' | 'encryption' | 'storage-mode';
}
export interface MoveRisk {
  readonly say: string;
  readonly detail: string;
  /** `certain`, `1 in 5`, `never`: how often, as said at a counter (common practice, no source). */
  readonly chance: string;
  readonly kind: 'may' | 'never-do';
}

/** One way across, judged for this machine, this old drive and this new one. */
export interface WayAcross {
  readonly id: WayId;
  readonly say: string;
  /** One line for the list. */
  readonly line: string;
  /** `after`: once what is in `before` is done. */
  readonly possible: 'yes' | 'after' | 'no';
  /** Why not, in a sentence; null where it is possible. */
  readonly why: string | null;
  readonly before: readonly Doing[];
  readonly after: readonly Doing[];
  readonly lost: readonly string[];
  readonly risks: readonly MoveRisk[];
  /** Minutes of hands, and until it is done; null: a size that it hangs on is not known. */
  readonly hands: Range;
  readonly total: Range | null;
}

/** A way: what it is called, and how it is judged. */
export interface Way {
  readonly id: WayId;
  readonly say: string;
  /** Null: it is not to be thought of here (a second drive without a second slot). */
  judge(crossing: Crossing): Omit<WayAcross, 'id' | 'say'> | null;
}
