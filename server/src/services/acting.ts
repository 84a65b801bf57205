import type { Actor, Role } from '@petrichor/core/job';

/** Who acts, for which workshop, and when. The clock comes in here and goes no deeper. */
export interface Acting {
  readonly workshopId: string;
  readonly by: Actor;
  readonly roles: readonly Role[];
  readonly at: Date;
}
