export * from './how-to.js';
export * from './markdown.js';
export * from './sheets.js';
