export * from './battery.js';
export { besideAt, isBeside, type Beside } from './beside.js';
export * from './memory.js';
export * from './wireless.js';
