import type { DiskTable } from '../../hardware/index.js';
import type { ReadDocument } from '../document.js';
import { mapReading, ofJson, ofText, type Format } from '../format.js';
import { looksLikeSfdiskDump, readSfdiskDump, sfdiskJsonOf } from './read.js';

const given = (table: DiskTable): ReadDocument => ({ gives: 'table', from: 'sfdisk', table });

export const sfdiskDump: Format = {
  id: 'sfdisk-dump',
  say: 'sfdisk -d',
  sniff: ({ start }) => looksLikeSfdiskDump(start),
  read: (file) => mapReading(ofText(file, readSfdiskDump), given),
};

export const sfdiskJson: Format = {
  id: 'sfdisk-json',
  say: 'sfdisk --json',
  sniff: (file) => file.hasField('partitiontable'),
  read: (file) => mapReading(ofJson(file, 'partition table of sfdisk', sfdiskJsonOf), given),
};
