export * from './block-listing.js';
export * from './drive.js';
export * from './guide.js';
export * from './machine-model.js';
export * from './screw.js';
export * from './self-report.js';
export * from './slot.js';
