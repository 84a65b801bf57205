export * from './battery.js';
export * from './memory.js';
export * from './wireless.js';
