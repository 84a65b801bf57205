import { MachineModelSchema, type MachineModel } from '../../hardware/index.js';
import { readJsonDocument } from '../json-document.js';
import type { Reading } from '../reading.js';

/** Reads a machine model document (docs/formats/machine-model.schema.json). */
export const readMachineModel = (text: string): Reading<MachineModel> =>
  readJsonDocument(text, MachineModelSchema, 'machine model');
