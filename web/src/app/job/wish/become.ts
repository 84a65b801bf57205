import { judge, linkOf } from '@petrichor/core/fit';
import { isDrivePlace, type Drive, type MachineModel, type MachinePlace } from '@petrichor/core/hardware';
import {
  bareChange,
  changesWished,
  driveChange,
  expectedMemory,
  partsFor,
  partThing,
  placeOf,
  priceOfChanges,
  type Change,
  type JobState,
  type Knowledge,
  type PlannedKind,
  type Wish,
  type WishedChange,
} from '@petrichor/core/job';
import type { QuoteOption } from '@petrichor/core/quote';
import type { Ranker } from '../../workers/ranker';
import { bestFor } from '../match/best-for';
import { isDriveKind } from '../match/wanted';

/** What a wish would come to in this machine. */
export interface Become {
  readonly wish: Wish;
  readonly changes: readonly Change[];
  /** Null: the machine has no place for it. */
  readonly price: QuoteOption | null;
  /** Now and then; null: nobody knows. */
  readonly roomGb: Step;
  readonly memoryGib: Step;
  /** Reading of the drive that goes in, in its place; null: none goes in, or nobody states it. */
  readonly readBytesPerSecond: number | null;
}
export interface Step {
  readonly now: number | null;
  readonly then: number | null;
}

export interface Known {
  readonly model: MachineModel;
  readonly places: readonly MachinePlace[];
  readonly drives: readonly Drive[];
  readonly knowledge: Pick<Knowledge, 'model' | 'parts' | 'pricing' | 'policy'>;
  readonly ranker: Ranker;
}

/** What goes in for each place, the best that there is; what has nothing stays without a thing. */
async function thingsFor(job: JobState, wished: readonly WishedChange[], known: Known): Promise<Change[]> {
  const done: Change[] = [];
  for (const { kind, placeId } of wished) {
    const place = known.places.find((one) => one.id === placeId);
    if (!place) continue;
    const asIf = { ...job, changes: done };
    const own = { id: `wish-${placeId}`, kind, placeId, place: place.label, ...job.lastTouched };
    if (isDriveKind(kind)) {
      const at = placeOf(asIf, placeId, known.knowledge);
      const best = at ? await bestFor(asIf, at, known) : null;
      const slot = isDrivePlace(place) ? place : null;
      done.push(
        at && best
          ? driveChange(
              at.slot,
              best.drive,
              {},
              {
                ...own,
                verdict: judge(at, best.drive),
                link: linkOf(at, best.drive),
              },
            )
          : bareChange({ ...own, slot }),
      );
      continue;
    }
    const [best] = partsFor(known.model, asIf, placeId, kind as PlannedKind, known.knowledge.parts());
    done.push(
      bareChange({
        ...own,
        // What certainly does not go is offered to nobody.
        thing: best && best.verdict.outcome !== 'no' ? partThing(best.part, {}) : null,
        verdict: best?.verdict ?? null,
      }),
    );
  }
  return done;
}

/** One wish, or several in one opening: `wishes` of more than one are merged, one change a place. */
export async function become(job: JobState, wishes: readonly Wish[], known: Known): Promise<Become | null> {
  const [wish] = wishes;
  if (wish === undefined) return null;
  // Judged as for this wish alone: what is asked of a drive hangs on it.
  const asked = { ...job, intake: { ...job.intake, wishes: [...wishes] } };
  const changes = await thingsFor(asked, changesWished(asked, known.places), known);
  const asIf = { ...job, changes };
  const pricing = { policy: known.knowledge.policy(), pricing: known.knowledge.pricing() };
  return {
    wish,
    changes,
    price: !changes.some((one) => one.thing !== null)
      ? null
      : priceOfChanges(known.model, asIf, changes, pricing),
    roomGb: roomOf(changes, known.places),
    memoryGib: {
      now: expectedMemory(known.model, { ...job, changes: [] })?.gib ?? null,
      then: expectedMemory(known.model, asIf)?.gib ?? null,
    },
    readBytesPerSecond: changes.find((one) => one.link !== null)?.link?.usableBytesPerSecond ?? null,
  };
}

/** All drives together, marked; null where one of them is not known. */
function roomOf(changes: readonly Change[], places: readonly MachinePlace[]): Step {
  const slots = places.filter(isDrivePlace);
  const sum = (sizes: readonly (number | null)[]): number | null =>
    sizes.includes(null) ? null : sizes.reduce<number>((all, one) => all + (one ?? 0), 0);
  const now = slots.map(({ fitted }) => (fitted === null ? 0 : fitted.markedGb));
  const then = slots.map(({ id, fitted }) => {
    const change = changes.find((one) => one.placeId === id && isDriveKind(one.kind));
    if (change) return change.thing?.drive?.markedGb ?? null;
    return fitted === null ? 0 : fitted.markedGb;
  });
  return { now: sum(now), then: sum(then) };
}
