export * from './crc32.js';
export * from './links.js';
export * from './m2.js';
export * from './sector-count.js';
export * from './threads.js';
export * from './outlines.js';
export * from './partition-types.js';
