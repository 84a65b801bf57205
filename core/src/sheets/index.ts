export * from './pages.js';
export * from './sheet.js';
