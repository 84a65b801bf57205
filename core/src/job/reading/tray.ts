import { sure } from '../../units/index.js';
import { isTaking, type WayStep } from '../../teardown/index.js';
import { type TrayItem, trayItemId, trayWaiverCode } from '../shape/tray.js';

interface HasTray {
  readonly tray: readonly TrayItem[];
  readonly waivers: readonly { readonly code: string }[];
}

/** What is out and not waived, in the order it came out. */
export function stillOut({ tray, waivers }: HasTray): TrayItem[] {
  const waived = new Set(waivers.map((waiver) => waiver.code));
  return tray.filter((item) => item.out > 0 && !waived.has(trayWaiverCode(item)));
}

/** Number of single things out: eight screws are eight. */
export const countOut = (job: HasTray): number => stillOut(job).reduce((sum, item) => sum + item.out, 0);

/** `8 of 8 M2 × 5 pan` or `battery`, for sentences. */
export const sayItem = (item: TrayItem): string =>
  item.kind === 'lost' || item.kind === 'owed'
    ? `${item.out} × ${item.label} (${item.verb.toLowerCase()})`
    : item.kind === 'screw'
      ? `${item.out} × ${item.label}${item.verb === 'Loose' ? ' (loosened)' : ''}`
      : `${item.of > 1 ? `${item.out} × ` : ''}${item.label} (${item.verb.toLowerCase()})`;

/**
 * The tray after `count` things of `key` moved in `step`: out of the machine on the way in, back into it
 * on the way out. Moving a negative count takes an earlier move back.
 */
export function moveThings(tray: readonly TrayItem[], step: WayStep, key: string, count: number): TrayItem[] {
  const thing = step.moves.find((one) => one.key === key);
  if (!thing) return [...tray];
  const goesOut = isTaking(step);
  const id = trayItemId(goesOut ? step.id : sure(step.mirrorOf), key);
  const change = goesOut ? count : -count;
  if (tray.some((item) => item.id === id)) {
    return tray
      .map((item) => (item.id === id ? { ...item, out: Math.max(0, item.out + change) } : item))
      .filter((item) => item.out > 0 || !goesOut);
  }
  // Into an empty place goes what never came out of it: a screw of the drawer, say.
  if (!goesOut) return [...tray];
  const isScrew = thing.kind === 'screw';
  const added: TrayItem = {
    id,
    kind: thing.kind,
    verb: isScrew ? (thing.captive ? 'Loose' : 'Out') : thing.verb,
    label: thing.label,
    layer: step.layer,
    screw: isScrew ? thing.screw : null,
    holes: isScrew ? thing.holes : [],
    of: isScrew ? thing.holes.length : thing.count,
    out: change,
  };
  return [...tray, added];
}

/** Takes the whole item off the tray: a setting turned on again, a drive whose fate is settled. */
export const clearItem = (tray: readonly TrayItem[], id: string): TrayItem[] =>
  tray.map((item) => (item.id === id ? { ...item, out: 0 } : item));
