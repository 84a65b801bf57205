import { changeById } from '../reading/changes.js';
import { observationById, shippedDiagnosis } from '../../diagnose/index.js';
import type { JobState } from '../shape/state.js';

/** What lines of the history have in common: names of what an event only gives the id of. */
export const stepTitle = (job: JobState, stepId: string): string =>
  job.way?.steps.find((one) => one.id === stepId)?.title ?? 'a step of another way';
export const observation = (about: 'before' | 'after', id: string): string =>
  observationById(shippedDiagnosis(about), id)?.say ?? id;
export const testName = (id: string): string =>
  shippedDiagnosis('before').tests.find((one) => one.id === id)?.say ?? id;
export const companion = (job: JobState, id: string): string =>
  changeById(job, id)?.thing?.label ?? 'The part on trial';
export const orderOf = (job: JobState, id: string): string =>
  job.orders.find((one) => one.id === id)?.what ?? 'What was ordered';
export const andNote = (note: string): string => (note ? ` (${note})` : '');
export const moment = (iso: string): string => `${iso.slice(0, 10)} ${iso.slice(11, 16)} UTC`;
export const size = (one: { shown: number; unit: string } | null): string =>
  one ? ` at ${one.shown} ${one.unit}` : '';
