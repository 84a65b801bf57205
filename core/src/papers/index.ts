export * from './claim-slip.js';
export * from './hand-over.js';
export * from './labels.js';
export * from './page.js';
