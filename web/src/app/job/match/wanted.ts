import type { ChangeKind, ThingSource } from '@petrichor/core/job';

/** A change somebody wants and has not taken yet; kept on this device. */
export interface Wanted {
  readonly id: string;
  /** For a drive that goes in either of the two: its place says which. */
  readonly kind: ChangeKind;
  readonly placeId: string | null;
  readonly toPlaceId: string | null;
  /** Of a drive or part; null: the best there is; empty: none. */
  readonly pick: string | null;
  readonly from: ThingSource;
  readonly priceMinor: number | null;
  /** Left out with its number: it stands there, struck, until the number is pressed again. */
  readonly out: boolean;
}

export const wanted = (own: Pick<Wanted, 'id' | 'kind' | 'placeId'>): Wanted => ({
  toPlaceId: null,
  pick: null,
  from: 'shelf',
  priceMinor: null,
  out: false,
  ...own,
});

/** Puts a drive in; the place decides which of the two it is. */
export const isDriveKind = (kind: ChangeKind): boolean => kind === 'replace-drive' || kind === 'add-drive';
