import * as z from 'zod';

const protocol = z.enum(['nvme', 'sata']);

/** What one slot does to another. */
export const SharingSchema = z.discriminatedUnion('kind', [
  /** `slot` works with `protocol` (null: with any) only while `unless` is empty. */
  z.strictObject({
    kind: z.literal('only-while-empty'),
    slot: z.string(),
    protocol: protocol.nullable(),
    unless: z.string(),
  }),
  /** `slot` keeps this many lanes once `with` holds a drive. */
  z.strictObject({
    kind: z.literal('lanes'),
    slot: z.string(),
    with: z.string(),
    lanes: z.literal([1, 2, 4]),
  }),
]);
export type Sharing = z.infer<typeof SharingSchema>;

/** What the firmware can do. Null: nobody knows. */
export const FirmwareSchema = z.strictObject({
  startsFromNvme: z.boolean().nullable().default(null),
  /** Starts from native 4096-byte sectors. */
  starts4kn: z.boolean().nullable().default(null),
  /** Storage mode it leaves the maker with: `AHCI`, `RAID`. */
  storageMode: z.string().max(20).nullable().default(null),
});
export type Firmware = z.infer<typeof FirmwareSchema>;
