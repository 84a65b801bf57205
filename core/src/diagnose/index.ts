export * from './causes.js';
export * from './observations.js';
