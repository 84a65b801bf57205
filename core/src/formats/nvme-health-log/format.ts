import { mapReading, type Format } from '../format.js';
import { healthLogFault, readNvmeHealthLog, reportOfHealthLog } from './read.js';

export const nvmeHealthLog: Format = {
  id: 'nvme-health-log',
  say: 'a raw NVMe health log (512 bytes)',
  // It keeps 25 bytes zero where a SMART sector lists attributes, so the two cannot be confused.
  sniff: ({ bytes, text }) =>
    !text.ok && bytes.length === 512 && bytes.includes(0) && healthLogFault(bytes) === null,
  read: ({ bytes }) =>
    mapReading(readNvmeHealthLog(bytes), (log) => ({
      gives: 'self-report',
      printed: log,
      report: reportOfHealthLog(log),
    })),
};
