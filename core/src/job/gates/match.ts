import { must, type Gate } from './gate.js';

export const match: Gate = (job) => (job.changes.length > 0 ? [] : [must('choice', {})]);
