import type { DiskTable, TablePartition } from '../../hardware/index.js';
import { quoted } from './names.js';

/** A table to be written: what a script needs of it. A null identity is made anew by `sfdisk`. */
type Writable = Pick<DiskTable, 'table' | 'sectorSize' | 'diskId' | 'usable'> & {
  readonly partitions: readonly (Omit<TablePartition, 'kind' | 'fileSystem'> & {
    readonly uuid: string | null;
  })[];
};

/**
 * A script that `sfdisk` takes on a drive or image of the target's size: every start and size in sectors,
 * nothing left to it.
 * @param comments lines for whoever reads it before running it.
 */
export function writeSfdiskScript(
  table: Writable,
  comments: readonly string[] = [],
  device = 'target',
): string {
  const head = [
    ...comments.map((line) => `# ${line}`),
    `label: ${table.table === 'gpt' ? 'gpt' : 'dos'}`,
    ...(table.diskId === null
      ? []
      : [`label-id: ${table.diskId.startsWith('0x') ? table.diskId : table.diskId.toUpperCase()}`]),
    'unit: sectors',
    ...(table.usable ? [`first-lba: ${table.usable.first}`, `last-lba: ${table.usable.last}`] : []),
    `sector-size: ${table.sectorSize}`,
    '',
  ];
  const lines = table.partitions.map((one) =>
    [
      `${device}${one.number} : start=${String(one.startSector).padStart(12)}, size=${String(one.sectors).padStart(12)}`,
      `type=${table.table === 'gpt' ? one.type.toUpperCase() : one.type.replace(/^0/, '')}`,
      ...(one.uuid === null ? [] : [`uuid=${one.uuid.toUpperCase()}`]),
      ...(one.name === '' ? [] : [`name=${quoted(one.name)}`]),
      ...(one.attributes === '' ? [] : [`attrs="${one.attributes}"`]),
      ...(one.bootable && table.table === 'mbr' ? ['bootable'] : []),
    ].join(', '),
  );
  return `${[...head, ...lines].join('\n')}\n`;
}

/** The same as `sfdisk --json` would print it. */
export function writeSfdiskJson(table: Writable, device = 'target'): string {
  const partitions = table.partitions.map((one) => ({
    node: `${device}${one.number}`,
    start: one.startSector,
    size: one.sectors,
    type: table.table === 'gpt' ? one.type.toUpperCase() : one.type.replace(/^0/, ''),
    ...(one.uuid === null ? {} : { uuid: one.uuid.toUpperCase() }),
    ...(one.name === '' ? {} : { name: one.name }),
    ...(one.attributes === '' ? {} : { attrs: one.attributes }),
    ...(one.bootable && table.table === 'mbr' ? { bootable: true } : {}),
  }));
  const own = {
    label: table.table === 'gpt' ? 'gpt' : 'dos',
    ...(table.diskId === null
      ? {}
      : { id: table.diskId.startsWith('0x') ? table.diskId : table.diskId.toUpperCase() }),
    device,
    unit: 'sectors',
    ...(table.usable ? { firstlba: table.usable.first, lastlba: table.usable.last } : {}),
    sectorsize: table.sectorSize,
    partitions,
  };
  return `${JSON.stringify({ partitiontable: own }, null, 3)}\n`;
}
