import { ataSmartData } from './ata-smart-data/format.js';
import { df, findmnt, lsblk } from './block-listing/format.js';
import { diagnosis } from './diagnosis/format.js';
import { diskImage } from './disk-image/format.js';
import { driveList } from './drive-list/format.js';
import { fio } from './fio/format.js';
import type { Format } from './format.js';
import { jobHead } from './job-head/format.js';
import { machineModel } from './machine-model/format.js';
import { nvmeHealthLog } from './nvme-health-log/format.js';
import { partList } from './part-list/format.js';
import { rescueMap } from './rescue-map/format.js';
import { sfdiskDump, sfdiskJson } from './sfdisk/format.js';
import { smartReport } from './smart-report/format.js';

/**
 * Every format that is read: what is told by a word in it first, an image of a drive last. A new one is a
 * file and a line here.
 */
export const FORMATS: readonly Format[] = [
  machineModel,
  driveList,
  partList,
  diagnosis,
  jobHead,
  smartReport,
  nvmeHealthLog,
  ataSmartData,
  lsblk,
  findmnt,
  df,
  sfdiskDump,
  sfdiskJson,
  rescueMap,
  fio,
  diskImage,
];
