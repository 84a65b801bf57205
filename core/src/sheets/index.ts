export * from './pages.js';
export * from './sheet.js';
export * from './typeface.js';
