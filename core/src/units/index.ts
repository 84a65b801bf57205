export * from './bytes.js';
export * from './clearance.js';
export * from './measure.js';
export * from './minutes.js';
export * from './sentence.js';
export * from './money.js';
export * from './pages.js';
export * from './sheet.js';
