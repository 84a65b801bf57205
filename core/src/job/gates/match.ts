import { must, type Gate } from './gate.js';

export const match: Gate = (job) => (job.choice ? [] : [must('choice', {})]);
