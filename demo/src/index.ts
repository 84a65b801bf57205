export * from './jobs.js';
export { nextDemoCommand } from './next-command.js';
export * from './past-jobs.js';
export { recordJobs } from './record-jobs.js';
export * from './workshop.js';
