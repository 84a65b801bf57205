export * from './plan.js';
export * from './way.js';
export * from './guide-warnings.js';
export * from './mat.js';
export * from './overlength.js';
export * from './policy.js';
export * from './start.js';
