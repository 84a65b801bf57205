import { mapReading, type Format } from '../format.js';
import { ATA_SECTOR_BYTES, readAtaSmartData, reportOfSmartData } from './read.js';

export const ataSmartData: Format = {
  id: 'ata-smart-data',
  say: 'a raw ATA SMART data sector (512 or 1024 bytes)',
  sniff: ({ bytes, text }) => !text.ok && isRawSize(bytes) && bytes.includes(0) && readAtaSmartData(bytes).ok,
  read: ({ bytes }) =>
    mapReading(readAtaSmartData(bytes), (data) => ({
      gives: 'self-report',
      printed: data,
      report: reportOfSmartData(data),
    })),
};

/** One sector, or two: with thresholds. */
export const isRawSize = ({ length }: Uint8Array): boolean =>
  length === ATA_SECTOR_BYTES || length === 2 * ATA_SECTOR_BYTES;
