export * from './shown-size.js';
