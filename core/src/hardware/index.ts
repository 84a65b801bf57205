export * from './drive.js';
export * from './guide.js';
export * from './machine-model.js';
export * from './screw.js';
export * from './slot.js';
