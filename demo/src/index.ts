export * from './jobs.js';
export * from './past-jobs.js';
export * from './workshop.js';
