import { mapReading, ofJson, ofText, type Format } from '../format.js';
import type { BlockListing } from '../../hardware/index.js';
import type { ReadDocument } from '../document.js';
import { findmntOf, lsblkOf, readDf } from './read.js';

const given = (listing: BlockListing): ReadDocument => ({ gives: 'listing', listing });

export const lsblk: Format = {
  id: 'lsblk',
  say: 'lsblk --json',
  sniff: (file) => file.hasField('blockdevices'),
  read: (file) => mapReading(ofJson(file, 'listing of lsblk', lsblkOf), given),
};

export const findmnt: Format = {
  id: 'findmnt',
  say: 'findmnt --json',
  sniff: (file) => file.hasField('filesystems'),
  read: (file) => mapReading(ofJson(file, 'listing of findmnt', findmntOf), given),
};

export const df: Format = {
  id: 'df',
  say: 'df -P',
  sniff: ({ start }) => /^Filesystem\s+\S*(?:\s+Type)?.*\d+-?[Bb]?/.test(start),
  read: (file) =>
    mapReading(
      ofText(file, () => readDf(file.start)),
      given,
    ),
};
