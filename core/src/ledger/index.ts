export * from './document.js';
export { figuresOf, isoWeek } from './figures.js';
export * from './finished.js';
export * from './near.js';
export * from './row.js';
export * from './timeline.js';
export * from './words.js';
