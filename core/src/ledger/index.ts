export * from './document.js';
export { figuresOf, isoWeek, type Figures } from './figures.js';
export * from './finished.js';
export * from './near.js';
export * from './row.js';
export * from './timeline.js';
export * from './words.js';
