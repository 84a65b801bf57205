/** What a partition is for, whichever table names it. */
export const PARTITION_KINDS = [
  'efi-system',
  'reserved',
  'data',
  'recovery',
  'linux',
  'swap',
  'boot',
  'lvm',
  'raid',
  'encrypted',
  'dynamic',
  'hidden',
  'extended',
  'other-system',
  'unknown',
] as const;
export type PartitionKind = (typeof PARTITION_KINDS)[number];

/**
 * GPT partition types, lower case. The EFI system partition: UEFI specification 5.3.3. The others are not in
 * it: from memory, as Debian's `sfdisk --list-types --label gpt` prints them (a test compares).
 */
const BY_GUID: Readonly<Record<string, PartitionKind>> = {
  'c12a7328-f81f-11d2-ba4b-00c04fd430c8': 'efi-system',
  'e3c9e316-0b5c-4db8-817d-f92df00215ae': 'reserved',
  'ebd0a0a2-b9e5-4433-87c0-68b6b72699c7': 'data',
  'de94bba4-06d1-4d40-a16a-bfd50179d6ac': 'recovery',
  '0fc63daf-8483-4772-8e79-3d69d8477de4': 'linux',
  '933ac7e1-2eb4-4f13-b844-0e14e2aef915': 'linux',
  '4f68bce3-e8cd-4db1-96e7-fbcaf984b709': 'linux',
  '44479540-f297-41b2-9af7-d131d5f0458a': 'linux',
  '3b8f8425-20e0-4f3b-907f-1a25a76f98e8': 'linux',
  '0657fd6d-a4ab-43c4-84e5-0933c84b4f4f': 'swap',
  '21686148-6449-6e6f-744e-656564454649': 'boot',
  'bc13c2ff-59e6-4262-a352-b275fd6f7172': 'boot',
  'e6d6d379-f507-44c2-a23c-238f2a3df928': 'lvm',
  'a19d880f-05fc-4d3b-a006-743f0f84911e': 'raid',
  'ca7d7ccb-63ed-4c53-861c-1742536059cc': 'encrypted',
  '5808c8aa-7e8f-42e0-85d2-e1e90434cfb3': 'dynamic',
  'af9b60a0-1431-4f62-bc68-3311714a69ad': 'dynamic',
  'e75caf8f-f680-4cee-afa3-b001e56efc2d': 'dynamic',
  '48465300-0000-11aa-aa11-00306543ecac': 'other-system',
  '7c3457ef-0000-11aa-aa11-00306543ecac': 'other-system',
};

/**
 * MBR partition types (UEFI specification 5.2.2 for ef and ee; the rest from memory, as `sfdisk --list-types
 * --label dos` prints them).
 */
const BY_BYTE: Readonly<Record<string, PartitionKind>> = {
  '01': 'data',
  '04': 'data',
  '06': 'data',
  '07': 'data',
  '0b': 'data',
  '0c': 'data',
  '0e': 'data',
  '05': 'extended',
  '0f': 'extended',
  '85': 'extended',
  '11': 'hidden',
  '14': 'hidden',
  '16': 'hidden',
  '17': 'hidden',
  '1b': 'hidden',
  '1c': 'hidden',
  '1e': 'hidden',
  '12': 'recovery',
  '27': 'recovery',
  '42': 'dynamic',
  '82': 'swap',
  '83': 'linux',
  '8e': 'lvm',
  fd: 'raid',
  ef: 'efi-system',
  a5: 'other-system',
  a6: 'other-system',
  a8: 'other-system',
  af: 'other-system',
};

/** Types of an extended partition, which holds logical ones. */
export const EXTENDED_TYPES: readonly number[] = [0x05, 0x0f, 0x85];
/** Type of the entry that keeps old programs off a GPT disk. */
export const PROTECTIVE_TYPE = 0xee;

/** @param type lower-case GUID, or two lower-case hex digits. */
export const kindOfType = (type: string): PartitionKind =>
  (type.length === 2 ? BY_BYTE[type] : BY_GUID[type]) ?? 'unknown';

/** Types whose kind is known, for whoever chooses one. */
export const KNOWN_TYPES: Readonly<Record<string, PartitionKind>> = { ...BY_GUID, ...BY_BYTE };
