export * from './jobs.js';
export * from './workshop.js';
