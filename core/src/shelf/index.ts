export * from './stock.js';
