export * from './drawing.js';
export * from './template.js';
