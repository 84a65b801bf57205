import { GB, GIB } from '../units/index.js';

/** A size in both counts, with why they differ. */
interface Capacity {
  /** `1,000.2` GB: by 1,000, as the label counts. */
  readonly gb: string;
  /** `931.5` GiB: by 1,024, as systems count. */
  readonly gib: string;
  readonly reason: string;
}

/** Both are right: a GB is 10^9 bytes (SI; IEC 80000-13), a GiB 2^30. */
export const capacityOf = (bytes: number): Capacity => ({
  gb: one(bytes / GB),
  gib: one(bytes / GIB),
  reason: 'Both numbers are right: the label counts by 1,000, the system by 1,024.',
});

const one = (value: number): string =>
  value.toLocaleString('en-GB', { minimumFractionDigits: 1, maximumFractionDigits: 1 });
