import { must, type Gate } from './gate.js';
import { mainDrive } from '../reading/changes.js';

export const match: Gate = (job) => (mainDrive(job) ? [] : [must('choice', {})]);
