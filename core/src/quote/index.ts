export * from './bill.js';
export * from './option.js';
export * from './pricing.js';
export * from './suggest.js';
export * from './worth.js';
