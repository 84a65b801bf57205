import type { NvmeHealth, SelfReport } from '../hardware/index.js';

/** Invented self-reports: a test states only what it is about. */
export const ataReport = (
  raw: Readonly<Record<number, number>> = {},
  own: Partial<SelfReport> = {},
): SelfReport => ({
  format: 'smart-report',
  protocol: 'ata',
  model: 'Corrie D7 1000',
  serial: 'CD7-1',
  firmware: '1.2',
  capacityBytes: 1_000_204_886_016,
  rotationRpm: 5400,
  powerOnHours: 9000,
  temperatureC: 34,
  selfAssessment: 'passed',
  attributes: Object.entries({ 5: 0, 187: 0, 188: 0, 197: 0, 198: 0, 199: 0, ...raw }).map(([id, value]) => ({
    id: Number(id),
    name: `Attribute ${id}`,
    value: 100,
    worst: 100,
    threshold: 10,
    raw: value,
  })),
  nvme: null,
  selfTests: [],
  errorCount: 0,
  ...own,
});

export const nvmeHealth = (own: Partial<NvmeHealth> = {}): NvmeHealth => ({
  criticalWarning: 0,
  temperatureC: 40,
  availableSparePercent: 100,
  spareThresholdPercent: 10,
  percentageUsed: 10,
  bytesRead: 40e12,
  bytesWritten: 30e12,
  powerCycles: 900,
  powerOnHours: 5000,
  unsafeShutdowns: 12,
  mediaErrors: 0,
  ...own,
});

export const nvmeReport = (own: Partial<NvmeHealth> = {}, report: Partial<SelfReport> = {}): SelfReport => ({
  ...ataReport(),
  protocol: 'nvme',
  model: 'Pellow P3',
  serial: 'PP3-1',
  rotationRpm: 0,
  powerOnHours: 5000,
  attributes: [],
  nvme: nvmeHealth(own),
  ...report,
});
