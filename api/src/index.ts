export * from './diagnosis.js';
export * from './dock.js';
export * from './jobs.js';
export * from './knowledge.js';
export * from './openapi.js';
export * from './problem.js';
export * from './session.js';
export * from './shelf.js';
