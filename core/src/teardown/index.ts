export * from './plan.js';
export * from './way.js';
