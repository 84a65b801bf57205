export { allJobs } from './all-jobs.js';
export * from './jobs.js';
export { nextDemoCommand } from './next-command.js';
export * from './workshop.js';
